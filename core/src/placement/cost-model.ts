import type { FingerByHand, Neck } from "../neck/neck";
import { isFretted, isOpen, meanFromNut, spanMm, type Grip, type Hand } from "./grip";
import { isKnownShape } from "./known-shape";
import type { HandTask } from "./hand-task";
import { COMFORT_MM, handScale, type PlayerHand } from "./player-hand";
import type { Sink } from "./terms";
import { inPoints, type Weights } from "./weights";

/** Everything that decides what a plan costs, apart from the line itself. */
export interface Judgement {
  readonly neck: Neck;
  readonly player: PlayerHand;
  readonly weights: Weights;
  /** By string, index 0 is string 1: whether it is wound. */
  readonly wound: readonly boolean[];
  /** The fret around which most lines lie, from the capo: lower on the long necks of basses. */
  readonly centre: number;
  /** Whether everything is played with a slide-bar. */
  readonly withBar: boolean;
  /** Frets (from the nut) where the first finger lies in a box of the key; empty without a key. */
  readonly boxes: readonly number[];
  /** The same on the string beside the thickest one. */
  readonly sideBoxes: readonly number[];
}

/**
 * What one moment costs by itself, term by term. Weights and their order are those of
 * docs/placement.md.
 */
export function holdTerms(hand: Hand, moment: HandTask, by: Judgement, sink: Sink): void {
  const { neck, weights, wound, boxes } = by;
  const { grip, indexFret, fingers } = hand;
  const put = (term: keyof Weights, amount: number) => {
    if (amount !== 0) sink(term, inPoints(weights[term] * amount));
  };
  const sounding = grip.holds.filter((hold) => hold.fret !== undefined);
  const strings = neck.openMidi.length;
  if (hand.isBar) {
    barTerms(hand, moment, by, put);
    return;
  }
  const isKnown = isKnownShape(grip, neck.capo.fret) || grip.holds.filter(isFretted).length < 2;
  const isShape = sounding.length > 2 && isKnown;
  const up = indexFret === undefined ? 0 : Math.max(0, indexFret - neck.capo.fret - NEAR_THE_NUT);
  const isOpenShape =
    isShape && sounding.length >= OPEN_SHAPE && up === 0 && grip.holds.some(isOpen);

  if (grip.fretted) {
    const beyond = spanMm(grip, neck) - COMFORT_MM * handScale(by.player);
    put("stretch", Math.max(0, beyond) / 20);
    const used = new Set(fingers.filter((finger) => finger !== 0));
    put("fingers", used.size / 4);
    put("barre", barresIn(hand) / 4);
    // In a shape that hands know every finger has its place.
    if (used.has(4) && !isShape && !isOctave(hand, moment)) put("littleFinger", 1);
    // An open chord lies where it lies.
    if (!isOpenShape) heightTerms(grip, moment.notes.some(isOfChord), by, put);
    if (!isOpenShape && indexFret !== undefined && boxes.length > 0) {
      const away = Math.min(
        ...boxes.map((box) => Math.abs(box - indexFret)),
        ...by.sideBoxes.map((box) => Math.abs(box - indexFret) + SIDE_BOX),
      );
      put("offTheBox", Math.min(3, away) / 3);
    }
    for (const [index, note] of moment.notes.entries()) {
      if (note.kind === "pitched" && note.isBent && wound[grip.holds[index]!.string - 1]) {
        put("bendOnWound", 1);
      }
    }
  }
  if (!isKnown) put("unknownShape", 1);
  if (sounding.length > 1) {
    const silent = grip.thickest - grip.thinnest + 1 - grip.holds.length;
    // The first finger damps the one string inside an octave.
    put("innerMute", silent === 1 && isOctave(hand, moment) ? 0 : silent);
  }
  openTerms(hand, moment, { isOpenShape, up }, put);
  if (sounding.length === 1) put("thickString", (sounding[0]!.string - 1) / (strings - 1));
}

function isOctave({ grip }: Hand, { notes }: HandTask): boolean {
  const [one, other] = notes;
  if (notes.length !== 2 || one?.kind !== "pitched" || other?.kind !== "pitched") return false;
  return other.midi - one.midi === 12 && grip.thickest - grip.thinnest === 2;
}

/** A bar needs no fingers and makes no shapes; strings it passes over silently have to be muted. */
function barTerms({ grip }: Hand, moment: HandTask, by: Judgement, put: Put): void {
  const mean = meanFromNut(grip);
  if (mean !== undefined) put("barHeight", (mean - by.neck.capo.fret) / 12);
  put("barOpen", grip.holds.filter(isOpen).length / moment.notes.length);
  if (grip.holds.length > 1)
    put("innerMute", grip.thickest - grip.thinnest + 1 - grip.holds.length);
}

/** Fingers that lie across several strings. */
function barresIn({ fingers }: Hand): number {
  const times = new Map<FingerByHand, number>();
  for (const finger of fingers) times.set(finger, (times.get(finger) ?? 0) + 1);
  times.delete(0);
  return [...times.values()].filter((strings) => strings > 1).length;
}

/** A box of the fifth string counts as so many frets further away. */
const SIDE_BOX = 1;

type Put = (term: keyof Weights, amount: number) => void;

/** Frets count from the capo, as the hand sees them; how high is too high counts from the nut. */
function heightTerms(
  grip: Grip,
  isChord: boolean,
  { neck, wound, centre }: Judgement,
  put: Put,
): void {
  const fretted = grip.holds.filter(isFretted);
  const mean = meanFromNut(grip)!;
  const fromCapo = mean - neck.capo.fret;
  put("height", fromCapo / 12);
  put("offCentre", Math.abs(fromCapo - centre) / 7);
  if (fromCapo <= centre - 3 && fretted.length === 1 && !isChord) put("low", 1);
  put("high", Math.max(0, mean - 12) / 5);
  const highWound = fretted
    .filter(({ string }) => wound[string - 1])
    .reduce((most, { fromNut }) => Math.max(most, fromNut - 12), 0);
  put("highWound", highWound / 3);
  if (mean >= 16) put("veryHigh", 1);
}

/** An open chord has at least so many notes. */
const OPEN_SHAPE = 4;

/** From the nut up to this fret (from the capo) open strings belong to every chord. */
const NEAR_THE_NUT = 3;

/** Broken chords are held near the nut as they are struck there. */
function isOfChord(note: HandTask["notes"][number]): boolean {
  return note.kind === "pitched" && note.chord !== undefined;
}

/**
 * Of several notes at once each open one counts for its share.
 * @param up Frets that the first finger lies beyond those near the nut.
 */
function openTerms(
  { grip }: Pick<Hand, "grip">,
  { notes }: HandTask,
  { isOpenShape, up }: { readonly isOpenShape: boolean; readonly up: number },
  put: Put,
): void {
  let lowest = 0;
  let others = 0;
  let closed = 0;
  for (const [index, hold] of grip.holds.entries()) {
    const note = notes[index]!;
    if (note.kind === "pitched" && note.isPedal && isFretted(hold)) closed++;
    if (!isOpen(hold) || note.kind === "dead" || note.isHarmonic) continue;
    if (note.isLowest) lowest++;
    else if (!note.isPedal) others++;
  }
  put("openLowest", lowest);
  put("pedalFretted", closed);
  const share = others / notes.length;
  if (isOpenShape) put("openShape", share + lowest / notes.length);
  if (up > 0) put("open", share);
  else if (notes.length === 1 && !isOfChord(notes[0]!)) put("openAtNut", share);
  put("openUpTheNeck", share * Math.min(1, up / 2));
}

/** What a hand costs, added up. */
export function addUp(count: (sink: Sink) => void): number {
  let sum = 0;
  count((_, points) => (sum += points));
  return sum;
}
