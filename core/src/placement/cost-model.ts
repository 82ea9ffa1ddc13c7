import { fingertipMm, fretDistanceFromNutMm } from "../neck/fret-geometry";
import type { FingerByHand, Neck } from "../neck/neck";
import {
  isFretted,
  isOpen,
  placeCode,
  spanMm,
  stringsApart,
  type Grip,
  type Hand,
  type Hold,
} from "./grip";
import { isKnownShape } from "./known-shape";
import type { Bonding, PlacingMoment, PlacingNote } from "./moment";
import { COMFORT_MM, handScale, type PlayerHand } from "./player-hand";
import type { Sink } from "./terms";
import { BROKEN_RULE_POINTS, POINTS, type Weights } from "./weights";

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
}

/**
 * What one moment costs by itself, term by term. Weights and their order are those of
 * docs/placement.md.
 */
export function holdTerms(hand: Hand, moment: PlacingMoment, by: Judgement, sink: Sink): void {
  const { neck, weights, wound, boxes } = by;
  const { grip, indexFret, fingers } = hand;
  const put = (term: keyof Weights, amount: number) => {
    if (amount !== 0) sink(term, points(weights[term] * amount));
  };
  const sounding = grip.holds.filter((hold) => hold.fret !== undefined);
  const strings = neck.openMidi.length;
  if (hand.isBar) {
    barTerms(hand, moment, by, put);
    return;
  }
  const isKnown = isKnownShape(grip, neck.capo.fret);
  const isShape = sounding.length > 2 && isKnown;
  const up = indexFret === undefined ? 0 : Math.max(0, indexFret - neck.capo.fret - NEAR_THE_NUT);
  const isOpenShape =
    isShape && sounding.length >= OPEN_SHAPE && up === 0 && grip.holds.some(isOpen);

  if (grip.fretted) {
    const beyond = spanMm(grip, neck) - COMFORT_MM * handScale(by.player);
    put("stretch", Math.max(0, beyond) / 20);
    const used = new Set(fingers.filter((finger) => finger !== 0));
    put("fingers", (used.size + barresIn(hand)) / 4);
    // In a shape that hands know every finger has its place.
    if (used.has(4) && !isShape) put("littleFinger", 1);
    // An open chord lies where it lies.
    if (!isOpenShape) heightTerms(grip, by, put);
    if (!isOpenShape && indexFret !== undefined && boxes.length > 0) {
      const away = Math.min(...boxes.map((box) => Math.abs(box - indexFret)));
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
    put("innerMute", grip.thickest - grip.thinnest + 1 - grip.holds.length);
  }
  openTerms(hand, moment, { isOpenShape, up }, put);
  if (sounding.length === 1) put("thickString", (sounding[0]!.string - 1) / (strings - 1));
}

/** A bar needs no fingers and makes no shapes; strings it passes over silently have to be muted. */
function barTerms({ grip }: Hand, moment: PlacingMoment, by: Judgement, put: Put): void {
  if (grip.fretted) heightTerms(grip, by, put);
  if (grip.holds.length > 1)
    put("innerMute", grip.thickest - grip.thinnest + 1 - grip.holds.length);
  openTerms({ grip }, moment, { isOpenShape: false, up: 0 }, put);
}

/** Fingers that lie across several strings: each weighs as two. */
function barresIn({ fingers }: Hand): number {
  const times = new Map<FingerByHand, number>();
  for (const finger of fingers) times.set(finger, (times.get(finger) ?? 0) + 1);
  times.delete(0);
  return [...times.values()].filter((strings) => strings > 1).length;
}

type Put = (term: keyof Weights, amount: number) => void;

/** Frets count from the capo, as the hand sees them; how high is too high counts from the nut. */
function heightTerms(grip: Grip, { neck, wound, centre }: Judgement, put: Put): void {
  const fretted = grip.holds.filter(isFretted);
  const mean = fretted.reduce((sum, { fromNut }) => sum + fromNut, 0) / fretted.length;
  const fromCapo = mean - neck.capo.fret;
  put("height", fromCapo / 12);
  put("offCentre", Math.abs(fromCapo - centre) / 7);
  if (fromCapo <= centre - 3) put("low", 1);
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

/**
 * Of several notes at once each open one counts for its share.
 * @param up Frets that the first finger lies beyond those near the nut.
 */
function openTerms(
  { grip }: Pick<Hand, "grip">,
  { notes }: PlacingMoment,
  { isOpenShape, up }: { readonly isOpenShape: boolean; readonly up: number },
  put: Put,
): void {
  let lowest = 0;
  let others = 0;
  for (const [index, hold] of grip.holds.entries()) {
    const note = notes[index]!;
    if (!isOpen(hold) || note.kind === "dead" || note.isHarmonic) continue;
    if (note.isLowest) lowest++;
    else others++;
  }
  put("openLowest", lowest);
  const share = others / notes.length;
  if (isOpenShape) put("openShape", share + lowest / notes.length);
  if (up > 0 || notes.length === 1) put("open", share);
  put("openUpTheNeck", share * Math.min(1, up / 2));
}

/** What time leaves for a shift, in steps of a tenth: 1 at a quarter of a second, dearer in less. */
export function haste(gapSeconds: number): number {
  const factor = Math.sqrt(0.25 / Math.max(0.01, gapSeconds));
  return Math.round(10 * Math.min(1.8, Math.max(0.6, factor))) / 10;
}

/** Two moments that follow each other, and what of them matters to every pair of their hands. */
export interface Passing {
  readonly bonds: readonly (Bonding & { readonly note: number })[];
  /** Notes before and after that sound the same. */
  readonly same: readonly (readonly [before: number, after: number])[];
  /** How a chord moves on: all its notes alike, or nearly so, as sixths and thirds of a key do. */
  readonly parallel: "exactly" | "nearly" | undefined;
  readonly isLegato: boolean;
  readonly isSlide: boolean;
  readonly hurry: number;
  /** After an open string or a damped one the hand has had that moment's time for its shift as well. */
  readonly hurryAfterOpen: number;
}

export function passing(before: PlacingMoment, after: PlacingMoment): Passing {
  const same = after.notes.flatMap((note, index) =>
    before.notes.flatMap((other, at) => (isSameSound(note, other) ? [[at, index] as const] : [])),
  );
  const bonds = after.notes.flatMap((note, index) =>
    note.kind === "pitched" && note.bond ? [{ ...note.bond, note: index }] : [],
  );
  const parallel = parallelBetween(before, after);
  return {
    bonds,
    // What moves in parallel takes its pitches along.
    same: parallel ? [] : same,
    parallel,
    isLegato: bonds.some(({ kind }) => kind === "legato"),
    isSlide: bonds.some(({ kind }) => kind === "slide"),
    hurry: haste(after.gapSeconds),
    hurryAfterOpen: haste(after.gapSeconds + before.gapSeconds),
  };
}

/** What getting from one hand to the next costs, term by term, broken rules among them. */
export function moveTerms(
  a: Hand,
  b: Hand,
  between: Passing,
  { neck, weights }: Judgement,
  sink: Sink,
): void {
  shiftTerms(a, b, between, { neck, weights }, sink);
  stringTerms(a, b, weights, sink);
  if (hasKeepTerms(between)) keepTerms(a, b, between, weights, sink);
}

/** The way of the hand. Of the hands only the fret under the first finger matters, and whether anything is fretted. */
export function shiftTerms(
  a: Hand,
  b: Hand,
  { isLegato, isSlide, hurry, hurryAfterOpen }: Passing,
  { neck, weights }: Pick<Judgement, "neck" | "weights">,
  sink: Sink,
): void {
  const from = a.indexFret;
  const to = b.indexFret;
  if (from === undefined || to === undefined) return;
  if (a.isBar && b.isBar) {
    const hundreds = barWayMm(a.barFret ?? from, b.barFret ?? to, neck) / 100;
    if (hundreds > 0) sink("slideDistance", points(BAR_WAY * weights.slideDistance * hundreds));
    return;
  }
  if (from === to) return;
  const hundreds = Math.abs(fingertipMm(to, neck) - fingertipMm(from, neck)) / 100;
  if (isSlide) sink("slideDistance", points(weights.slideDistance * hundreds));
  else {
    const factor = a.grip.fretted ? hurry : hurryAfterOpen;
    sink("shiftDistance", points(weights.shiftDistance * factor * hundreds));
    sink("shift", points(weights.shift * factor));
    const beyond = Math.abs(to - from) - 3;
    if (beyond > 0) sink("jump", points((weights.jump * factor * beyond) / 4));
  }
  if (isLegato) sink("shiftUnderLegato", points(weights.shiftUnderLegato));
}

/** A bar goes its way while it sounds, but all of it has to be gone in tune. */
const BAR_WAY = 3;

function barWayMm(from: number, to: number, { scaleLengthMm }: Neck): number {
  return Math.abs(
    fretDistanceFromNutMm(to, scaleLengthMm) - fretDistanceFromNutMm(from, scaleLengthMm),
  );
}

/** The fret from which changing between open and fretted notes is dearer, counted from the nut. */
export const UP_THE_NECK = 7;

/** Between single notes, and from the edge of one chord to the next one's. */
export function stringTerms({ grip: a }: Hand, b: Hand, weights: Weights, sink: Sink): void {
  const apart = stringsApart(a, b.grip);
  if (apart > 0) sink("crossing", points(weights.crossing * apart));
  if (apart > 1) sink("skip", points(weights.skip * (apart - 1)));
  if (a.holds.length > 1 || b.grip.holds.length > 1) return;
  const before = a.holds[0]!.fret;
  const after = b.grip.holds[0]!.fret;
  if (before === undefined || after === undefined || (before === 0) === (after === 0)) return;
  sink("openAndFretted", points(weights.openAndFretted));
  if ((b.indexFret ?? 0) >= UP_THE_NECK) {
    sink("openAndFrettedUp", points(weights.openAndFrettedUp));
  }
}

/** Whether anything of the two moments asks to be kept together. */
export function hasKeepTerms({ bonds, same, parallel }: Passing): boolean {
  return bonds.length > 0 || same.length > 0 || parallel !== undefined;
}

/** Bonds, pitches that come again at once, chords that move in parallel. */
export function keepTerms(
  { grip: a }: Hand,
  { grip: b }: Hand,
  { bonds, same, parallel }: Passing,
  weights: Weights,
  sink: Sink,
): void {
  for (const bond of bonds) {
    if (!isBondKept(a, b, bond)) sink("brokenRule", BROKEN_RULE_POINTS);
  }
  for (const [before, after] of same) {
    if (placeCode(a.holds[before]!) === placeCode(b.holds[after]!)) continue;
    sink("samePitchMoved", points(weights.samePitchMoved));
    break;
  }
  if (parallel === "exactly" && !isShapeKept(a.holds, b.holds)) {
    sink("shapeChanged", points(weights.shapeChanged));
  }
  if (parallel === "nearly" && !areStringsKept(a.holds, b.holds)) {
    sink("shapeChanged", points(NEARLY * weights.shapeChanged));
  }
}

/** What it counts when a chord that moves nearly in parallel changes its strings. */
const NEARLY = 0.5;

/** Whole points, so that sums are exact. */
function points(weighted: number): number {
  return Math.round(POINTS * weighted);
}

function isBondKept(a: Grip, b: Grip, { to, kind, note }: Passing["bonds"][number]): boolean {
  const hold = b.holds[note]!;
  const isKeptBy = (source: Hold) =>
    kind === "same-place"
      ? placeCode(source) === placeCode(hold)
      : source.string === hold.string && (kind !== "slide" || isFretted(source));
  return to === "any" ? a.holds.some(isKeptBy) : isKeptBy(a.holds[to]!);
}

function isSameSound(one: PlacingNote, other: PlacingNote): boolean {
  return (
    one.kind === "pitched" &&
    other.kind === "pitched" &&
    one.midi === other.midi &&
    one.isHarmonic === other.isHarmonic
  );
}

/** Whether all notes of a chord go as many semitones on, or within a semitone of that; and somewhere else. */
function parallelBetween(before: PlacingMoment, after: PlacingMoment): Passing["parallel"] {
  const { length } = after.notes;
  if (length < 2 || before.notes.length !== length) return undefined;
  let least = Number.POSITIVE_INFINITY;
  let most = Number.NEGATIVE_INFINITY;
  for (const [index, other] of after.notes.entries()) {
    const one = before.notes[index]!;
    if (one.kind === "dead" || other.kind === "dead") return undefined;
    const lift = other.midi - one.midi;
    least = Math.min(least, lift);
    most = Math.max(most, lift);
  }
  if (least === most) return least === 0 ? undefined : "exactly";
  return most - least === 1 && least * most > 0 ? "nearly" : undefined;
}

function areStringsKept(before: readonly Hold[], after: readonly Hold[]): boolean {
  const strings = after[0]!.string - before[0]!.string;
  return after.every((hold, index) => hold.string - before[index]!.string === strings);
}

/** A chord moved in parallel keeps its shape where all its notes go as many strings and frets on. */
function isShapeKept(before: readonly Hold[], after: readonly Hold[]): boolean {
  const strings = after[0]!.string - before[0]!.string;
  const frets = fromNutOf(after[0]!) - fromNutOf(before[0]!);
  return after.every((hold, index) => {
    const other = before[index]!;
    return hold.string - other.string === strings && fromNutOf(hold) - fromNutOf(other) === frets;
  });
}

function fromNutOf(hold: Hold): number {
  return hold.fret === undefined ? 0 : hold.fromNut;
}

/** What a hand costs, added up. */
export function addUp(count: (sink: Sink) => void): number {
  let sum = 0;
  count((_, points) => (sum += points));
  return sum;
}
