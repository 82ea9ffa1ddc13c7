import { fingertipMm } from "../neck/fret-geometry";
import type { FingerByHand, Neck } from "../neck/neck";
import { isFretted, type Grip, type Hand, type Hold, type PitchedHold } from "./grip";
import { reachMm, type FrettingFinger, type PlayerHand } from "./player-hand";

interface Pressed {
  readonly hold: PitchedHold;
  readonly index: number;
}

interface Fingering {
  readonly fingers: readonly FingerByHand[];
  readonly effort: number;
}

/** Of several notes at once only fingerings are kept that are nearly as easy as the easiest. */
const NEARLY_AS_EASY = 0.5;

/** Frets from the first finger up to the fourth, of a hand that does not stretch. */
const FRETS_UNDER_THE_HAND = 4;

/** How far fretted notes may lie apart, in mm: fingers reach from the first to the fourth, a thumb beyond. */
export function widestGripMm(player: PlayerHand): number {
  return player.usesThumb ? Number.POSITIVE_INFINITY : reachMm(player, 1, 4);
}

/**
 * Every way for this hand to hold a grip: for each fret that the first finger may lie on, the
 * easiest fingering.
 * @param staying Frets under the first finger where the hand may be when nothing is fretted.
 * @returns empty when no four fingers hold it.
 */
export function handsFor(
  grip: Grip,
  neck: Neck,
  player: PlayerHand,
  staying: readonly (number | undefined)[],
): readonly Hand[] {
  if (!grip.fretted) {
    const fingers = grip.holds.map((): FingerByHand => 0);
    return staying.map((indexFret) => ({ grip, indexFret, fingers }));
  }
  const pressed = inOrder(grip.holds);
  const { lowest } = grip.fretted;
  const lowestIndex = Math.max(neck.capo.fret + 1, lowest - FRETS_UNDER_THE_HAND);
  const found: (Fingering & { readonly indexFret: number })[] = [];
  for (let indexFret = lowest; indexFret >= lowestIndex; indexFret--) {
    const own = easiest(grip, pressed, indexFret, neck, player);
    if (own) found.push({ ...own, indexFret });
  }
  const least = Math.min(...found.map(({ effort }) => effort));
  const hands = found
    .filter(({ effort }) => pressed.length === 1 || effort <= least + NEARLY_AS_EASY)
    .map(({ indexFret, fingers }): Hand => ({ grip, indexFret, fingers }));
  if (player.usesThumb) hands.push(...thumbHands(grip, pressed, neck, player));
  return hands;
}

/** From the nut up, on one fret from the thickest string to the thinnest: the order of the fingers. */
function inOrder(holds: readonly Hold[]): readonly Pressed[] {
  return holds
    .map((hold, index) => ({ hold, index }))
    .filter((one): one is Pressed => isFretted(one.hold))
    .sort((a, b) => a.hold.fromNut - b.hold.fromNut || b.hold.string - a.hold.string);
}

/** The thumb on the thickest string frees a finger, or a barre. */
function thumbHands(
  grip: Grip,
  pressed: readonly Pressed[],
  neck: Neck,
  player: PlayerHand,
): readonly Hand[] {
  const low = pressed.find(({ hold }) => hold.string === neck.openMidi.length);
  if (!low || pressed.length < 3) return [];
  const others = pressed.filter((one) => one !== low);
  const at = low.hold.fromNut;
  return [at, at + 1].flatMap((indexFret): Hand[] => {
    const own = easiest(grip, others, indexFret, neck, player);
    if (!own) return [];
    const fingers = own.fingers.map((finger, index) => (index === low.index ? "T" : finger));
    return [{ grip, indexFret, fingers }];
  });
}

/**
 * The fingering of least effort with the first finger over `indexFret`: fingers rise with the frets,
 * and from thick strings to thin ones on one fret; one finger may lie across several strings where
 * every string under it sounds no lower fret. One finger a fret is no effort; each fret away from
 * that, and each barre, is.
 */
function easiest(
  { holds }: Grip,
  pressed: readonly Pressed[],
  indexFret: number,
  neck: Neck,
  player: PlayerHand,
): Fingering | undefined {
  let best: Fingering | undefined;
  const chosen: FrettingFinger[] = [];
  const indexMm = fingertipMm(indexFret, neck);
  const isStraight = pressed.every(({ hold }) => hold.fromNut === pressed[0]!.hold.fromNut);
  const fits = (order: number, finger: FrettingFinger): boolean => {
    const { fromNut } = pressed[order]!.hold;
    if (fromNut < indexFret || (finger === 1 && fromNut !== indexFret)) return false;
    const at = fingertipMm(fromNut, neck);
    if (at - indexMm > reachMm(player, 1, finger)) return false;
    for (let other = 0; other < order; other++) {
      const apart = at - fingertipMm(pressed[other]!.hold.fromNut, neck);
      if (finger !== chosen[other] && apart > reachMm(player, chosen[other]!, finger)) return false;
    }
    return true;
  };
  const extend = (order: number, effort: number) => {
    if (best && effort >= best.effort) return;
    if (order === pressed.length) {
      const fingers = holds.map((): FingerByHand => 0);
      for (const [at, { index }] of pressed.entries()) fingers[index] = chosen[at]!;
      best = { fingers, effort };
      return;
    }
    const last = chosen[order - 1] ?? 0;
    for (const finger of [1, 2, 3, 4] as const) {
      if (finger < last || !fits(order, finger)) continue;
      let more = 0;
      if (finger === last) {
        if (!canBarre(holds, pressed, order, chosen)) continue;
        more = chosen[order - 2] === finger ? 0 : isStraight && finger === 1 ? STRAIGHT : BARRE;
      } else {
        more = awayFromOneAFret(finger, pressed[order]!.hold.fromNut - indexFret);
      }
      chosen.push(finger);
      extend(order + 1, effort + more);
      chosen.pop();
    }
  };
  extend(0, 0);
  return best;
}

/** Efforts: a finger laid across, and the first one laid across by itself; frets are 1. */
const BARRE = 2;
const STRAIGHT = 0.4;
/** Fingers crowd together more easily than they spread. */
const CROWDED = 0.5;

function awayFromOneAFret(finger: FrettingFinger, fretsAboveIndex: number): number {
  const away = finger - Math.min(4, fretsAboveIndex + 1);
  return (away > 0 ? CROWDED * away : -away) + 0.01 * (4 - finger);
}

/** Whether the note at `order` can lie under the same finger as the one before it. */
function canBarre(
  holds: readonly Hold[],
  pressed: readonly Pressed[],
  order: number,
  chosen: readonly FrettingFinger[],
): boolean {
  const finger = chosen[order - 1]!;
  const { fromNut, string } = pressed[order]!.hold;
  let thickest = string;
  for (let other = order - 1; other >= 0 && chosen[other] === finger; other--) {
    if (pressed[other]!.hold.fromNut !== fromNut) return false;
    thickest = pressed[other]!.hold.string;
  }
  // The first finger is straight; the others bend over three strings at most.
  if (finger !== 1 && thickest - string > 2) return false;
  return holds.every((hold) => {
    if (hold.string <= string || hold.string >= thickest || hold.fret === undefined) return true;
    return isFretted(hold) && hold.fromNut >= fromNut;
  });
}
