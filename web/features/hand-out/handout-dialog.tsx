"use client";

import {
  HANDOUT_LANES,
  USUAL_HANDOUT,
  type HandoutLane,
  type HandoutOptions,
  type Paper,
} from "@intonazione/core/handout";
import { useEffect, useMemo, useState } from "react";
import { problemOf, type Answer } from "@/calls/answer";
import { fetchPages, fetchPdf, fetchPicture } from "@/calls/handout";
import { selectSong, useSong } from "@/open-song/context";
import { Button } from "@/ui/button";
import { Check } from "@/ui/check";
import { Dialog } from "@/ui/dialog";
import { PictureFields } from "./picture-fields";
import { saveAs } from "@/ui/save-as";
import { Form, SelectField, TextField } from "@/ui/form";

const LANE_WORDS: Readonly<Record<HandoutLane, string>> = {
  staff: "Staff",
  chords: "Chords",
  count: "Count",
  strokes: "Strokes",
  values: "Note values",
  fingers: "Fingers",
  sounds: "Sounding names",
  fingered: "Fingered names",
  degrees: "Degrees",
  shapes: "Chord shapes",
};
const PAPER_WORDS: Readonly<Record<Paper, string>> = { a4: "A4", letter: "Letter" };
const FOOTER_KEY = "handout-footer";

type Shown =
  | { readonly kind: "working" }
  | { readonly kind: "failed"; readonly problem: string }
  | {
      readonly kind: "done";
      readonly count: number;
      readonly pages: readonly string[];
      /** How they were wished; others are being set where this has changed. */
      readonly options: HandoutOptions;
    };

/** How the handout will look, page by page, and the file to print. */
export function HandoutDialog({ onClose }: { readonly onClose: () => void }) {
  const song = useSong(selectSong);
  const style = useSong((state) => state.studio);
  const [lanes, setLanes] = useState(USUAL_HANDOUT.lanes);
  const [paper, setPaper] = useState<Paper>("a4");
  const [footer, setFooter] = useState(() => localStorage.getItem(FOOTER_KEY) ?? "");
  const [parts, setParts] = useState<ReadonlySet<string>>(
    () => new Set(song.parts.map(({ id }) => id)),
  );
  const [shown, setShown] = useState<Shown>({ kind: "working" });
  /** The ending of the file that is being made. */
  const [making, setMaking] = useState<string>();
  /** Why it could not be made. */
  const [problem, setProblem] = useState<string>();
  const [attempt, setAttempt] = useState(0);
  const options = useMemo(
    (): HandoutOptions => ({ paper, lanes, footer, style, partIds: [...parts] }),
    [paper, lanes, footer, style, parts],
  );
  useEffect(() => {
    let isGone = false;
    const timer = setTimeout(() => {
      void fetchPages(song, options).then((answer) => {
        if (isGone) return;
        setShown(
          answer.kind === "done"
            ? { kind: "done", options, ...answer.value }
            : { kind: "failed", problem: problemOf(answer) },
        );
      });
    }, 250);
    return () => {
      isGone = true;
      clearTimeout(timer);
    };
  }, [song, options, attempt]);
  const save = async (name: string, ending: string, file: Promise<Answer<Blob>>) => {
    setMaking(ending);
    setProblem(undefined);
    const answer = await file;
    setMaking(undefined);
    if (answer.kind === "done") saveAs(answer.value, name, ending);
    else setProblem(problemOf(answer));
  };
  const isBusy = making !== undefined || parts.size === 0;
  return (
    <Dialog
      open
      onClose={onClose}
      title="Handout"
      description="What the student takes home. These are the pages as they will be printed."
      isWide
    >
      <div className="grid grid-cols-[18rem_1fr] gap-6">
        <Form
          onSubmit={() => void save(song.title, "pdf", fetchPdf(song, options))}
          problem={problem}
          actions={
            <Button look="main" type="submit" disabled={isBusy}>
              {making === "pdf" ? "Printing …" : "Save as PDF"}
            </Button>
          }
        >
          <p aria-live="polite" className="text-xs text-soft">
            {shown.kind === "done" &&
              (shown.options === options
                ? `${shown.count} ${shown.count === 1 ? "page" : "pages"}`
                : "Setting the pages anew …")}
          </p>
          <fieldset className="grid grid-cols-2 gap-x-2 gap-y-1">
            <legend className="mb-1 text-[13px] font-medium">Around the strings</legend>
            {HANDOUT_LANES.map((lane) => (
              <Check
                key={lane}
                isOn={lanes.has(lane)}
                onChange={() => setLanes(toggled(lanes, lane))}
              >
                {LANE_WORDS[lane]}
              </Check>
            ))}
          </fieldset>
          {song.parts.length > 1 && (
            <fieldset className="grid grid-cols-2 gap-x-2 gap-y-1">
              <legend className="mb-1 text-[13px] font-medium">Parts</legend>
              {song.parts.map(({ id, name }) => (
                <Check key={id} isOn={parts.has(id)} onChange={() => setParts(toggled(parts, id))}>
                  {name}
                </Check>
              ))}
            </fieldset>
          )}
          <SelectField
            label="Paper"
            value={paper}
            options={(Object.keys(PAPER_WORDS) as Paper[]).map((one) => ({
              value: one,
              label: PAPER_WORDS[one],
            }))}
            onChange={setPaper}
          />
          <TextField
            label="At the foot of every page"
            value={footer}
            placeholder="Studio, street, telephone"
            onChange={(typed) => {
              setFooter(typed);
              localStorage.setItem(FOOTER_KEY, typed);
            }}
          />
          <PictureFields
            song={song}
            making={making}
            isBusy={isBusy}
            onTake={(name, picture) =>
              void save(name, picture.kind, fetchPicture(song, options, picture))
            }
          />
        </Form>
        <div
          role="region"
          aria-label="Pages"
          tabIndex={0}
          className="flex max-h-[76vh] flex-col gap-4 overflow-y-auto rounded-md border border-hairline bg-[#6f6a5d] p-4"
        >
          {shown.kind === "working" && <p className="text-white">Setting the pages …</p>}
          {shown.kind === "failed" && (
            <div className="flex items-center gap-4 rounded-sm bg-paper p-3">
              <p role="alert" className="flex-1 text-madder">
                {shown.problem}
              </p>
              <Button onClick={() => setAttempt(attempt + 1)}>Try again</Button>
            </div>
          )}
          {shown.kind === "done" &&
            shown.pages.map((svg, index) => (
              // A picture of its own: nothing in it can reach the page around it.
              <img
                key={index}
                src={`data:image/svg+xml;utf8,${encodeURIComponent(svg)}`}
                alt={`Page ${index + 1}`}
                className="w-full shadow-md"
              />
            ))}
          {shown.kind === "done" && shown.count > shown.pages.length && (
            <p className="text-white">{shown.count - shown.pages.length} more in the file</p>
          )}
        </div>
      </div>
    </Dialog>
  );
}

function toggled<Value>(all: ReadonlySet<Value>, one: Value): ReadonlySet<Value> {
  const next = new Set(all);
  if (!next.delete(one)) next.add(one);
  return next;
}
