"use client";

import type { Reference, TuningStretch } from "@intonazione/core/listening";
import type { Take } from "@intonazione/core/takes";
import { selectSong, useOpenSong, useSong, useTakes } from "@/open-song/context";
import { changeDetails } from "@/open-song/transactions";
import { Button } from "@/ui/button";
import { NumberField } from "@/ui/number-field";
import { formatCents, formatMoment } from "./moments";
import { PanelSection } from "./panel-section";
import { tuneCents } from "./tune";
import { useTransposition } from "./use-transposition";

/** Nearer than this to a whole tuning nothing is offered, in cents. */
const IN_TUNE = 4;

/** How far the take is from A = 440, and what can be made of that. */
export function ReferenceCard({ take }: { readonly take: Take }) {
  const heard = useTakes((state) => (state.heard?.takeId === take.id ? state.heard : undefined));
  const isHere = useTakes(({ sounds }) => sounds[take.id]?.kind === "here");
  const reference = take.reference ?? heard?.reference;
  return (
    <PanelSection
      title="Reference"
      beside={heard?.done === 1 && <SaidCents take={take} heard={heard.reference} />}
    >
      {reference ? (
        <Found take={take} reference={reference} />
      ) : (
        <p className="text-soft">
          {heard?.done === 1
            ? "Nothing with a pitch was heard, so its tuning is not known."
            : isHere
              ? "Listening for the tuning …"
              : "Its sound is not here."}
        </p>
      )}
      {heard && heard.tunings.length > 1 && <Changing tunings={heard.tunings} />}
      <Semitones take={take} />
    </PanelSection>
  );
}

function Found({ take, reference }: { readonly take: Take; readonly reference: Reference }) {
  const { store } = useOpenSong();
  const song = useSong(selectSong);
  const cents = Math.round(reference.cents);
  const hertz = Math.round(4400 * 2 ** (cents / 1200)) / 10;
  const isFar = Math.abs(cents) >= IN_TUNE;
  return (
    <>
      <p>
        The take is{" "}
        <strong>{isFar ? `${formatCents(cents)} from A = 440` : "at concert pitch"}</strong>
        <span className="text-soft">
          {" "}
          · A = {hertz} Hz ·{" "}
          {take.reference ? "as you say" : reference.sure > 0.7 ? "quite sure" : "doubtful"}
        </span>
      </p>
      {(isFar || take.playedCents !== 0) && (
        <div className="flex flex-wrap gap-1">
          <PlayedBy take={take} cents={-cents} title="G">
            Tune the take
          </PlayedBy>
          {Math.abs(song.referenceHz - hertz) > 0.05 && hertz >= 415 && hertz <= 466 && (
            <Button
              size="small"
              onClick={() => store.run(changeDetails(song, { referenceHz: hertz }))}
            >
              Tune the song’s A
            </Button>
          )}
        </div>
      )}
    </>
  );
}

/** Plays the take at another pitch, or again as it is. */
function PlayedBy({
  take,
  cents,
  title,
  children,
}: {
  readonly take: Take;
  readonly cents: number;
  readonly title?: string;
  readonly children: string;
}) {
  const { takes } = useOpenSong();
  const isSo = take.playedCents !== 0;
  return (
    <Button
      size="small"
      look={isSo ? "plain" : "main"}
      title={title}
      onClick={() =>
        takes.store.change("tune the take", (now) => ({ ...now, playedCents: isSo ? 0 : cents }))
      }
    >
      {isSo ? "As it is" : children}
    </Button>
  );
}

function Changing({ tunings }: { readonly tunings: readonly TuningStretch[] }) {
  return (
    <p role="status" className="rounded-sm border border-ochre bg-ochre-wash px-1.5 py-0.5 text-xs">
      It changes on the way:{" "}
      {tunings.map((one) => `${formatMoment(one.from)} ${formatCents(one.cents)}`).join(", ")}.
      Perhaps its speed was changed between takes.
    </p>
  );
}

/** Whole semitones are told by what is written along the take: a sound alone has none. */
function Semitones({ take }: { readonly take: Take }) {
  const { store, takes } = useOpenSong();
  const reference = useTakes(({ heard }) =>
    heard?.takeId === take.id ? heard.reference : undefined,
  );
  const apart = useTransposition(take);
  if (!apart) {
    return (
      <p className="text-xs text-soft">
        Whole semitones cannot be told from a sound alone: a capo or a guitar tuned down sounds the
        same. They are told here once some bars are written and tied to the beats.
      </p>
    );
  }
  const { semitones } = apart;
  const inTune = tuneCents(take, reference) - 100 * semitones;
  const count = Math.abs(semitones);
  if (count === 0) {
    return <p className="text-xs text-soft">The strips’ notes sound at this pitch in the take.</p>;
  }
  const words = count === 1 ? "a semitone" : `${count} semitones`;
  return (
    <>
      <p
        role="status"
        className="rounded-sm border border-ochre bg-ochre-wash px-1.5 py-0.5 text-xs"
      >
        It sounds{" "}
        <strong>
          {words} {semitones < 0 ? "lower" : "higher"}
        </strong>{" "}
        than the strips:{" "}
        {semitones < 0
          ? "a guitar tuned down, or a record that was slowed."
          : "a capo that was not said, or a record that was made faster."}
      </p>
      <div className="flex flex-wrap gap-1">
        <Button size="small" onClick={() => store.goTo({ stage: "set-up" })}>
          {semitones < 0 ? "Tune the guitar down" : "Put the capo on"} in Set up
        </Button>
        {take.playedCents !== inTune && (
          <Button
            size="small"
            onClick={() =>
              takes.store.change("tune the take", (now) => ({ ...now, playedCents: inTune }))
            }
          >
            Play the take {words} {semitones < 0 ? "higher" : "lower"}
          </Button>
        )}
      </div>
    </>
  );
}

/** The cents, to be said by ear; as heard again where that is said. */
function SaidCents({
  take,
  heard,
}: {
  readonly take: Take;
  readonly heard: Reference | undefined;
}) {
  const { takes } = useOpenSong();
  const asHeard = Math.round(heard?.cents ?? 0);
  return (
    <label className="flex items-center gap-1 text-xs text-soft">
      cents
      <NumberField
        label="Cents from A = 440"
        value={Math.round(take.reference?.cents ?? asHeard)}
        least={-50}
        most={50}
        onChange={(cents) =>
          takes.store.change(
            "say the reference",
            ({ reference: _, ...now }) =>
              cents === asHeard ? now : { ...now, reference: { cents, sure: 1 } },
            "reference",
          )
        }
      />
    </label>
  );
}
