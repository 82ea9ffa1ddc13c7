"use client";

import { parseForm, phraseLetter, printForm } from "@intonazione/core/callout";
import { barEntries, hasErrors } from "@intonazione/core/foundation";
import { displayChord } from "@intonazione/core/pitch";
import { playedBars } from "@intonazione/core/sounding";
import { barLength } from "@intonazione/core/rhythm";
import { unfold, type PlayedPhrase, type Section } from "@intonazione/core/score";
import { CHORD_FRAMES, chordsOfFrame, type ChordFrame } from "@intonazione/core/theory";
import { useMemo, useState } from "react";
import { selectPart, selectSong, useOpenSong, useSong } from "@/open-song/context";
import { LANDMARKS } from "@/open-song/state/view";
import { newId } from "@/open-song/draft";
import { addFrame, setForm } from "@/open-song/transactions";
import { Button } from "@/ui/button";
import { FormProblems } from "./form-problems";

/** How the phrases are played: said in one line, drawn as boxes, and told from beginning to end. */
export function FormView() {
  const { store } = useOpenSong();
  const song = useSong(selectSong);
  const part = useSong(selectPart);
  const { form, phrases } = song;
  const said = printForm(form, phrases);
  const [typed, setTyped] = useState<string>();
  const reading = useMemo(
    () => (typed === undefined ? undefined : parseForm(typed, phrases, newId)),
    [typed, phrases],
  );
  const shown = reading?.form ?? form;
  const slips = reading?.findings ?? [];
  const commit = () => {
    if (!reading || hasErrors(slips)) return;
    if (typed !== said) store.run(setForm(reading.form));
    setTyped(undefined);
  };
  const begin = (frame: ChordFrame) => {
    const chords = chordsOfFrame(frame, song.key);
    const id = newId();
    const phrase = {
      id,
      name: frame.name,
      marks: barEntries(chords).map(([bar, chord]) => ({
        bar,
        chords: [{ at: { num: 0, den: 1 }, chord }],
      })),
    };
    const bars = chords.map(() => ({
      events: [{ kind: "rest" as const, id: newId(), duration: barLength(song.metre) }],
    }));
    store.run(addFrame(song, phrase, part.id, bars), {
      phraseId: id,
      eventId: bars[0]!.events[0]!.id,
      noteId: undefined,
    });
    store.goTo(LANDMARKS.strips);
  };
  return (
    <section
      aria-label="Form"
      className="flex flex-col gap-4 rounded-md border border-hairline bg-sheet p-5"
    >
      <label className="flex flex-col gap-1">
        <span className="font-serif text-xl">How it is played</span>
        <textarea
          value={typed ?? said}
          rows={2}
          onChange={({ target }) => setTyped(target.value)}
          onKeyDown={(press) => {
            if (press.key === "Enter" && !press.shiftKey) {
              press.preventDefault();
              commit();
            }
            if (press.key === "Escape") setTyped(undefined);
          }}
          onBlur={commit}
          aria-invalid={slips.length > 0 || undefined}
          aria-describedby="form-note"
          spellCheck={false}
          placeholder="Verse x2: A x2 [1: B] [2: C]; Chorus: D x3 over Em Am B7, E"
          className="rounded-md border border-ink bg-paper px-3 py-2 font-mono aria-invalid:border-madder"
        />
        <span
          id="form-note"
          role="status"
          className={`text-xs ${slips[0] ? "font-medium text-madder" : "text-soft"}`}
        >
          {slips[0]
            ? `column ${slips[0].where.column}: ${slips[0].message}`
            : typed !== undefined && typed !== said
              ? "Enter keeps it"
              : "sections with a name and a colon, phrases by their letters, x2 for twice, [2: C] for how the second time ends"}
        </span>
      </label>
      <FormProblems form={shown} phrases={phrases} />
      <div className="flex flex-wrap gap-3">
        {shown.length === 0 && (
          <p className="text-soft">
            Nothing is said yet: the phrases are played once, in the order in which they stand.
          </p>
        )}
        {shown.map((section) => (
          <SectionBox key={section.id} section={section} />
        ))}
      </div>
      <Playing form={shown} />
      <section aria-label="Frames to begin with" className="border-t border-hairline pt-3">
        <h3 className="pb-2 font-semibold">Begin a phrase with a frame of chords</h3>
        <div className="flex flex-wrap gap-2">
          {CHORD_FRAMES.map((frame) => (
            <Button key={frame.name} onClick={() => begin(frame)} title={frame.bars.join(" ")}>
              {frame.name}
            </Button>
          ))}
        </div>
      </section>
    </section>
  );
}

function SectionBox({ section }: { readonly section: Section }) {
  return (
    <figure className="rounded-md border border-hairline bg-paper px-4 py-2">
      <figcaption className="flex items-baseline gap-2 pb-1">
        <span className="font-serif text-lg">{section.name}</span>
        {section.times > 1 && <span className="text-soft">×{section.times}</span>}
      </figcaption>
      <div className="flex items-end gap-2">
        {section.items.map((item, index) => (
          <Item key={index} item={item} />
        ))}
        <Endings endings={section.endings} />
      </div>
    </figure>
  );
}

function Item({ item }: { readonly item: PlayedPhrase }) {
  const song = useSong(selectSong);
  const index = song.phrases.findIndex(({ id }) => id === item.phraseId);
  return (
    <div className="flex items-end gap-1" title={song.phrases[index]?.name}>
      <div className="flex flex-col items-center rounded-sm border border-ink bg-sheet px-3 py-1">
        <span className="font-serif text-xl leading-none">
          {index < 0 ? "?" : phraseLetter(index)}
        </span>
        {item.times > 1 && <span className="text-xs text-soft">×{item.times}</span>}
        {item.over && (
          <span className="text-xs text-soft">over {item.over.map(displayChord).join(" ")}</span>
        )}
      </div>
      <Endings endings={item.endings} />
    </div>
  );
}

/** Endings under their brackets: the passes, and the phrase that follows on them. */
function Endings({ endings }: Pick<Section, "endings">) {
  const { phrases } = useSong(selectSong);
  return endings.map(({ passes, phraseId }) => {
    const index = phrases.findIndex(({ id }) => id === phraseId);
    return (
      <div
        key={`${passes.join(" ")} ${phraseId}`}
        title={phrases[index]?.name}
        className="border-t border-l border-ink px-2 pt-0.5"
      >
        <span className="text-xs text-soft">{passes.map((pass) => `${pass}.`).join(" ")}</span>{" "}
        <span className="font-serif text-lg">{index < 0 ? "?" : phraseLetter(index)}</span>
      </div>
    );
  });
}

/** The phrases in the order in which they come by, and how long that takes. */
function Playing({ form }: { readonly form: readonly Section[] }) {
  const song = useSong(selectSong);
  const { passes, bars, seconds } = useMemo(() => {
    const played = { ...song, form };
    const heard = playedBars(played);
    return {
      passes: unfold(played),
      bars: heard.length,
      seconds: heard.at(-1)?.endSeconds ?? 0,
    };
  }, [song, form]);
  const whole = Math.round(seconds);
  const minutes = `${Math.floor(whole / 60)}:${String(whole % 60).padStart(2, "0")}`;
  return (
    <div className="flex flex-col gap-1">
      <h3 className="font-semibold">
        From beginning to end: {bars} {bars === 1 ? "bar" : "bars"}, {minutes}
      </h3>
      <ol className="flex flex-wrap gap-x-2 gap-y-1 font-mono text-[13px]">
        {passes.slice(0, 200).map(({ phraseId, isEnding, over }, index) => {
          const at = song.phrases.findIndex(({ id }) => id === phraseId);
          return (
            <li
              key={index}
              className={isEnding ? "text-madder" : ""}
              title={song.phrases[at]?.name}
            >
              {at < 0 ? "?" : phraseLetter(at)}
              {over && <span className="text-soft">/{displayChord(over)}</span>}
            </li>
          );
        })}
        {passes.length > 200 && <li className="text-soft">and {passes.length - 200} more</li>}
      </ol>
    </div>
  );
}
