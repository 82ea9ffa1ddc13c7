import { stringLengthMm } from "../../instrument/instrument";
import { fretFromNut, midiAt } from "../../neck/neck";
import { frequencyHzOf } from "../../pitch/frequency";
import { displayPitch, midiOf } from "../../pitch/pitch";
import { linkOf, notesOf, stringOf, techniqueOf, type PitchedNote } from "../../score/event";
import type { Technique } from "../../score/technique";
import { bendEffort } from "../../strings/bend";
import { breakingLoadN, tensionN } from "../../strings/tension";
import type { ReviewFinding } from "../finding";
import { found, type LineScan, type ScannedEvent } from "../line-scan";

type Bend = Extract<Technique, { readonly kind: "bend" }>;

/** An ear hears a bend as wrong from about here, in cents. */
const HEARD_CENTS = 15;
/** Pushed further than this a string runs into its neighbours and off the neck, in mm. */
const MOST_TRAVEL_MM = 26;
/** More than this three fingers together hardly hold, in N; a judgement. */
const MOST_FORCE_N = 30;

/** Bends that the string does not reach, or that miss what they aim at. */
export function checkBends(scan: LineScan): readonly ReviewFinding[] {
  return scan.events.flatMap((at, index) =>
    notesOf(at.event).flatMap((note): ReviewFinding[] => {
      const bend = techniqueOf(note, "bend");
      if (!bend || note.kind === "dead") return [];
      return [
        ...beyondTheString(scan, at, note, bend),
        ...missing(scan, at, note, bend),
        ...noUnison(scan, at, note, bend),
        ...unreleased(scan, at, index, note, bend),
      ];
    }),
  );
}

function beyondTheString(scan: LineScan, at: ScannedEvent, note: PitchedNote, bend: Bend) {
  const { part, strings, neck, referenceHz } = scan;
  const { place } = note;
  const gauge = place && strings.gauges[place.string - 1];
  if (!place || !gauge || place.fret === 0) return [];
  const length = stringLengthMm(part.instrument.scaleLengthMm, place.string);
  const open = part.instrument.tuning[place.string - 1]!;
  const newtons = tensionN(gauge, length, frequencyHzOf(open, referenceHz));
  const effort = bendEffort(gauge, length, newtons, fretFromNut(place, neck), bend.cents);
  const load = (newtons * 2 ** (bend.cents / 600)) / breakingLoadN(gauge);
  const isFine =
    effort !== undefined &&
    effort.travelMm <= MOST_TRAVEL_MM &&
    effort.forceN <= MOST_FORCE_N &&
    load < 1;
  if (isFine) return [];
  const message = `a bend by ${bend.cents} cents is beyond string ${place.string} at fret ${place.fret}`;
  const figures = effort
    ? `${effort.travelMm.toFixed(0)} mm to push and ${effort.forceN.toFixed(0)} N to hold`
    : "more than 60 mm to push";
  const evidence = [
    figures,
    load >= 1
      ? "the string would break first"
      : `gauge ${gauge.gaugeInch.toFixed(3)}, ${newtons.toFixed(0)} N`,
    ...(part.instrument.strings ? [] : ["the strings are assumed: nobody said which are on"]),
  ];
  return [
    found(scan, "technique", "bend-beyond-string", "warning", { at, note }, message, evidence),
  ];
}

/** Against the place whose pitch it is bent to. */
function missing(scan: LineScan, at: ScannedEvent, note: PitchedNote, bend: Bend) {
  if (!bend.to) return [];
  const target = midiAt(bend.to, scan.neck);
  const wanted = 100 * (target - midiOf(note.pitch));
  const off = bend.cents - wanted;
  if (Math.abs(off) < HEARD_CENTS) return [];
  const message = `the bend misses its target by ${Math.abs(off)} cents: it is too ${off < 0 ? "low" : "high"}`;
  const evidence = [
    `string ${bend.to.string} fret ${bend.to.fret} lies ${wanted} cents above the fretted note; the bend goes ${bend.cents}`,
  ];
  const mend = wanted > 0 ? ({ kind: "set-bend", cents: wanted } as const) : undefined;
  return [
    found(
      scan,
      "technique",
      "bend-misses-target",
      "warning",
      { at, note },
      message,
      evidence,
      mend,
    ),
  ];
}

/** Two strings at once, one bent to nearly the other: a unison that is none. */
function noUnison(scan: LineScan, at: ScannedEvent, note: PitchedNote, bend: Bend) {
  if (bend.to) return [];
  const other = notesOf(at.event).find(
    (one): one is PitchedNote =>
      one !== note &&
      one.kind === "pitched" &&
      !techniqueOf(one, "bend") &&
      stringOf(one) !== stringOf(note),
  );
  if (!other) return [];
  const wanted = 100 * (midiOf(other.pitch) - midiOf(note.pitch));
  const off = bend.cents - wanted;
  if (wanted <= 0 || Math.abs(off) < HEARD_CENTS || Math.abs(off) > 100) return [];
  const message = `bent against ${displayPitch(other.pitch)} it is no unison: ${Math.abs(off)} cents too ${off < 0 ? "low" : "high"}`;
  const evidence = [`${wanted} cents lie between the two strings; the bend goes ${bend.cents}`];
  return [
    found(scan, "technique", "unison-bend-off", "warning", { at, note }, message, evidence, {
      kind: "set-bend",
      cents: wanted,
    }),
  ];
}

/** A string that was bent before it was struck has to come back, unless it is let die there. */
function unreleased(
  scan: LineScan,
  at: ScannedEvent,
  index: number,
  note: PitchedNote,
  bend: Bend,
) {
  if (bend.course !== "pre-bend") return [];
  const next = scan.events
    .slice(index + 1)
    .find(({ voice, isGrace }) => voice === at.voice && !isGrace);
  const onString = next && notesOf(next.event).find((one) => stringOf(one) === stringOf(note));
  const link = onString && linkOf(onString);
  if (!onString || link === "release" || link === "tie" || techniqueOf(onString, "bend")) return [];
  const message = "a pre-bend without a release: the string is still bent when it is played again";
  const evidence = ["the next note lies on the same string, unbent"];
  return [
    found(scan, "technique", "pre-bend-unreleased", "info", { at, note }, message, evidence, {
      kind: "set-bend-course",
      course: "pre-bend-and-release",
    }),
  ];
}
