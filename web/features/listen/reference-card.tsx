"use client";

import type { Take } from "@intonazione/core/takes";
import { selectSong, useOpenSong, useSong, useTakes } from "@/open-song/context";
import { changeDetails } from "@/open-song/transactions";
import { Button } from "@/ui/button";
import { formatCents, formatMoment } from "./moments";
import { PanelSection } from "./panel-section";

/** Nearer than this to a whole tuning nothing is offered, in cents. */
const IN_TUNE = 4;

/** How far the take is from A = 440, and what can be made of that. */
export function ReferenceCard({ take }: { readonly take: Take }) {
  const { store, takes } = useOpenSong();
  const song = useSong(selectSong);
  const heard = useTakes((state) => (state.heard?.takeId === take.id ? state.heard : undefined));
  const isHere = useTakes(({ sounds }) => sounds[take.id]?.kind === "here");
  const reference = heard?.reference;
  if (!heard || heard.done < 1) {
    return (
      <PanelSection title="Reference">
        <p className="text-soft">
          {isHere ? "Listening for the tuning …" : "Its sound is not here."}
        </p>
      </PanelSection>
    );
  }
  if (!reference) {
    return (
      <PanelSection title="Reference">
        <p className="text-soft">Nothing with a pitch was heard, so its tuning is not known.</p>
      </PanelSection>
    );
  }
  const cents = Math.round(reference.cents);
  const hertz = Math.round(4400 * 2 ** (cents / 1200)) / 10;
  const words =
    Math.abs(cents) < IN_TUNE ? "at concert pitch" : `${formatCents(cents)} from A = 440`;
  return (
    <PanelSection title="Reference">
      <p>
        The take is <strong>{words}</strong>
        <span className="text-soft">
          {" "}
          · A = {hertz} Hz · {reference.sure > 0.7 ? "quite sure" : "doubtful"}
        </span>
      </p>
      {heard.tunings.length > 1 && (
        <p
          role="status"
          className="rounded-sm border border-ochre bg-ochre-wash px-1.5 py-0.5 text-xs"
        >
          It changes on the way:{" "}
          {heard.tunings
            .map((one) => `${formatMoment(one.from)} ${formatCents(one.cents)}`)
            .join(", ")}
          . Perhaps its speed was changed between takes.
        </p>
      )}
      {Math.abs(cents) >= IN_TUNE && (
        <>
          <div className="flex flex-wrap gap-1">
            <Button
              size="small"
              look={take.playedCents === 0 ? "main" : "plain"}
              title="G"
              onClick={() =>
                takes.store.change("tune the take", (now) => ({
                  ...now,
                  playedCents: now.playedCents === 0 ? -cents : 0,
                }))
              }
            >
              {take.playedCents === 0 ? "Tune the take" : "As it is"}
            </Button>
            {Math.abs(song.referenceHz - hertz) > 0.05 && hertz >= 415 && hertz <= 466 && (
              <Button
                size="small"
                onClick={() => store.run(changeDetails(song, { referenceHz: hertz }))}
              >
                Tune the song’s A
              </Button>
            )}
          </div>
          <p className="text-xs text-soft">
            Whole semitones cannot be told from a sound alone: a capo or a guitar tuned down sounds
            the same. Say those in Set up; what is over is here.
          </p>
        </>
      )}
    </PanelSection>
  );
}
