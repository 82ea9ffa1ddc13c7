"use client";

import { TAKE_KINDS, type Take } from "@intonazione/core/takes";
import { useOpenSong, useTakes } from "@/open-song/context";
import { without } from "@/open-takes/edits";
import { Button } from "@/ui/button";
import { Select } from "@/ui/select";
import { BringButtons } from "./bring-buttons";
import { PanelSection } from "./panel-section";
import { KIND_NAME } from "./words";

/** What a take is, where its sound is kept, and the other takes of the song. */
export function TakeCard({ take }: { readonly take: Take }) {
  const { store, takes } = useOpenSong();
  const list = useTakes(({ history }) => history.takes);
  const put = (change: Partial<Take>, what: string) =>
    takes.store.change(`say the take’s ${what}`, (now) => ({ ...now, ...change }), `take ${what}`);
  const remove = () => {
    takes.store.run(`remove the take “${take.name}”`, (all) => without(all, take.id));
    store.tell({ words: `“${take.name}” is removed. Ctrl Z brings it back.` });
  };
  const input = "w-full rounded-sm border border-hairline bg-sheet px-1.5 py-0.5";
  return (
    <PanelSection title="This take" beside={<SendingWords take={take} />}>
      {list.length > 1 && (
        <Select
          label="Take at hand"
          value={take.id}
          options={list.map(({ id, name }) => ({ value: id, label: name }))}
          onChange={takes.store.choose}
          look="small"
          className="justify-between"
        />
      )}
      <div className="flex gap-1">
        <input
          aria-label="Name of the take"
          value={take.name}
          maxLength={100}
          onChange={({ target }) => target.value !== "" && put({ name: target.value }, "name")}
          className={input}
        />
        <Select
          label="Kind of the take"
          value={take.kind}
          options={TAKE_KINDS.map((value) => ({ value, label: KIND_NAME[value] }))}
          onChange={(kind) => put({ kind }, "kind")}
          look="small"
        />
      </div>
      <input
        aria-label="Where it is from"
        placeholder="where it is from"
        value={take.source}
        maxLength={500}
        onChange={({ target }) => put({ source: target.value }, "source")}
        className={input}
      />
      <textarea
        aria-label="Remarks"
        placeholder="remarks"
        rows={2}
        value={take.remarks}
        maxLength={2000}
        onChange={({ target }) => put({ remarks: target.value }, "remarks")}
        className={input}
      />
      <BringButtons size="small" />
      <div>
        <Button size="small" look="quiet" onClick={remove}>
          Remove this take
        </Button>
      </div>
    </PanelSection>
  );
}

/** Where its sound is kept: never more than is true. */
function SendingWords({ take }: { readonly take: Take }) {
  const sending = useTakes(({ sendings }) => sendings[take.id]);
  const isHere = useTakes(({ sounds }) => sounds[take.id]?.kind === "here");
  const words = ((): readonly [string, string] => {
    if (take.recording.asset !== undefined) return ["kept in the studio", "text-verdigris-ink"];
    switch (sending?.kind) {
      case "sending":
        return [`sending, ${Math.round(100 * sending.share)} %`, "text-soft"];
      case "waiting":
        return ["kept here · the server is away", "text-ochre-ink"];
      case "refused":
        return [`kept here only: ${sending.message}`, "text-madder"];
      default:
        return [isHere ? "kept in this browser" : "", "text-soft"];
    }
  })();
  return (
    <span role="status" className={`min-w-0 truncate text-xs ${words[1]}`} title={words[0]}>
      {words[0]}
    </span>
  );
}
