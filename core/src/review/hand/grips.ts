import { listInWords } from "../../foundation/list-words";
import { USUAL_BODY_FRET } from "./body-fret.data";
import { handsFor, widestGripMm } from "../../placement/fingering";
import { gripOf, isFretted, isOpen, spanMm, type Grip } from "../../placement/grip";
import { COMFORT_MM, handScale } from "../../placement/player-hand";
import { stringOf } from "../../score/event";
import type { ReviewFinding } from "../finding";
import { found, type LineScan } from "../line-scan";
import type { HeldGrip } from "./held-grips";

/** What one hand cannot hold at once. The same grip is told once a bar. */
export function checkGrips(scan: LineScan, moments: readonly HeldGrip[]): readonly ReviewFinding[] {
  const findings: ReviewFinding[] = [];
  const told = new Set<string>();
  const ways = new Map<string, Trouble | undefined>();
  for (const moment of moments) {
    const { at, grip, isBarred } = moment;
    if (!grip.fretted || isBarred) continue;
    const shape = grip.holds.map(({ string, fret }) => `${string}/${fret ?? "x"}`).join(" ");
    if (!ways.has(shape)) ways.set(shape, troubleOf(grip, scan));
    const trouble = ways.get(shape);
    const address = `${at.bar} ${shape}`;
    if (!trouble || told.has(address)) continue;
    told.add(address);
    const { code, message, evidence } = trouble;
    findings.push(found(scan, "hand", code, "warning", { at }, message, evidence));
  }
  return [
    ...findings,
    ...twoOnAString(scan),
    ...longStretches(scan, moments),
    ...pastTheBody(scan, moments),
  ];
}

interface Trouble {
  readonly code: string;
  readonly message: string;
  readonly evidence: readonly string[];
}

function troubleOf(grip: Grip, { neck, player }: LineScan): Trouble | undefined {
  const usual = { ...player, usesThumb: true };
  // What lies behind a partial capo is no matter of fingers.
  if (grip.fretted!.lowest <= neck.capo.fret) return undefined;
  if (handsFor(grip, neck, usual, [undefined]).length > 0) return undefined;
  const span = Math.round(spanMm(grip, neck));
  const reach = Math.round(widestGripMm({ ...player, usesThumb: false }));
  const { lowest, highest } = grip.fretted!;
  if (span > reach) {
    return {
      code: "span-too-wide",
      message: `frets ${lowest} and ${highest} at once are ${span} mm apart: too wide for one hand`,
      evidence: [`a ${player.size} hand reaches ${reach} mm from the first to the fourth finger`],
    };
  }
  const pressed = grip.holds.filter(isFretted);
  const open = grip.holds.filter(isOpen);
  const without = gripOf(grip.holds.filter((hold) => !isOpen(hold)));
  if (open.length > 0 && handsFor(without, neck, usual, [undefined]).length > 0) {
    const strings = open.map(({ string }) => string);
    return {
      code: "barre-over-open",
      message: `string ${listInWords(strings)} shall sound open under the finger that lies across`,
      evidence: [`${pressed.length} fretted notes need a barre, and it covers the open string`],
    };
  }
  return {
    code: "no-finger-left",
    message: `${pressed.length} frets at once, and no finger left for all of them`,
    evidence: [
      `strings ${listInWords(pressed.map(({ string, fret }) => `${string} fret ${fret}`))}`,
    ],
  };
}

/** Two notes that want one string at one moment: in a chord, or of two voices. */
function twoOnAString(scan: LineScan): readonly ReviewFinding[] {
  const { events } = scan;
  return events.flatMap((at, index): ReviewFinding[] => {
    const own = at.event.kind === "notes" ? at.event.notes : [];
    const other = events[index + 1];
    const isTogether = other && Math.abs(other.start - at.start) < 1e-6 && other.voice !== at.voice;
    const theirs = isTogether && other.event.kind === "notes" ? other.event.notes : [];
    const places = new Map<number, Set<number | undefined>>();
    for (const note of [...own, ...theirs]) {
      const string = stringOf(note);
      if (string === undefined) continue;
      // What both voices play as one is one.
      const frets = places.get(string) ?? new Set();
      places.set(string, frets.add(note.kind === "dead" ? undefined : note.place?.fret));
    }
    const doubled = [...places].filter(([, frets]) => frets.size > 1).map(([string]) => string);
    if (doubled.length === 0) return [];
    const message = `two notes at once on string ${listInWords(doubled)}`;
    const evidence = ["a string sounds one note at a time"];
    return [found(scan, "hand", "two-on-a-string", "warning", { at }, message, evidence)];
  });
}

/** Near the nut the frets are wide, and a stretch that is held on and on strains the hand. */
const NEAR_THE_NUT = 4;
const LONG_SECONDS = 6;

function longStretches(scan: LineScan, moments: readonly HeldGrip[]): readonly ReviewFinding[] {
  const { neck, player } = scan;
  const findings: ReviewFinding[] = [];
  let first: HeldGrip | undefined;
  let until = 0;
  const close = () => {
    if (first && until - first.at.start >= LONG_SECONDS) {
      const seconds = Math.round(until - first.at.start);
      const message = `a wide stretch low on the neck for ${seconds} seconds: rest the hand, or move it up`;
      const evidence = [`${Math.round(spanMm(first.grip, neck))} mm between the outer fingers`];
      findings.push(
        found(scan, "hand", "low-stretch-long", "info", { at: first.at }, message, evidence),
      );
    }
    first = undefined;
  };
  for (const moment of moments) {
    const { fretted } = moment.grip;
    const isWide =
      fretted !== undefined &&
      fretted.lowest - neck.capo.fret <= NEAR_THE_NUT &&
      spanMm(moment.grip, neck) > COMFORT_MM * handScale(player);
    if (!isWide) close();
    else {
      first ??= moment;
      until = moment.at.end;
    }
  }
  close();
  return findings;
}

/** Beyond the joint the body is in the hand's way. Told once a line, at the highest. */
function pastTheBody(scan: LineScan, moments: readonly HeldGrip[]): readonly ReviewFinding[] {
  const { kind, bodyFret = USUAL_BODY_FRET[kind] } = scan.part.instrument;
  if (bodyFret === undefined) return [];
  const beyond = moments.filter(({ grip }) => (grip.fretted?.highest ?? 0) > bodyFret);
  const [first] = beyond.sort((a, b) => b.grip.fretted!.highest - a.grip.fretted!.highest);
  if (!first) return [];
  const message = `fret ${first.grip.fretted!.highest} from the nut lies past the body joint`;
  const evidence = [`the neck meets the body at fret ${bodyFret}`];
  return [found(scan, "hand", "past-the-body", "info", { at: first.at }, message, evidence)];
}
