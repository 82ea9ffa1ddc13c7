import type { AtomOf } from "./atom";
import { createNote } from "./read-notes";
import { askAnew, textOf } from "./asking";
import type { Talk, TalkContext } from "./talk";

export function readGrip(talk: Talk, atom: AtomOf<"grip">): void {
  const frets = fretsOf(atom.signs, talk.context, false);
  createNote(
    talk,
    [...frets].map(([string, fret]) => ({ string, fret })),
    atom,
  );
}

/** “Hold the C shape: …”: what follows are strings of it, until the sentence ends. */
export function readHeldGrip(talk: Talk, atom: AtomOf<"held-grip">): void {
  const { context } = talk;
  if (atom.signs !== undefined) {
    talk.grip = { frets: fretsOf(atom.signs, context, false) };
    return;
  }
  const grips = context.gripsOf(atom.name ?? "");
  const [first] = grips;
  const isClear = first !== undefined && (grips.length === 1 || (atom.isShape && /0/u.test(first)));
  const frets = first === undefined ? new Map<number, number>() : fretsOf(first, context, true);
  if (isClear) {
    talk.grip = { frets };
    return;
  }
  const range = { start: atom.namedAt, end: atom.end };
  const answers = grips.map(
    (signs) => [signs, signsOf(fretsOf(signs, context, true), context)] as const,
  );
  const question = askAnew(talk, range, `which grip of ${atom.name} is held?`, answers);
  talk.grip = { frets, question };
}

/** A string of the grip: its fret is known. */
export function readStringOfGrip(talk: Talk, atom: AtomOf<"strings">): void {
  const [string] = atom.strings as [number];
  const all = [string, ...atom.others];
  // Of two strings of one name the one that is played in the grip.
  const held = all.filter((one) => talk.grip?.frets.has(one));
  const [own = string] = held;
  const fret = talk.grip?.frets.get(own);
  if (fret === undefined && talk.grip?.question === undefined) {
    const open = [["open", `open ${textOf(talk, atom)}`]] as const;
    return void askAnew(talk, atom, "this string is not in the grip: which fret?", open);
  }
  const draft = createNote(talk, [{ string: own, fret: fret ?? 0 }], atom);
  const question = talk.grip?.question ?? (held.length > 1 ? askSide(talk, atom) : undefined);
  if (question !== undefined) draft.question = question;
}

function askSide(talk: Talk, atom: AtomOf<"strings">): number {
  const answers = [atom.strings[0]!, ...atom.others].map((string) => {
    const called = talk.context.spoken[string - 1]!;
    return [called, called] as const;
  });
  return askAnew(talk, atom, "which of the strings of this name?", answers);
}

/** @param isShape Whether the signs count from where each string begins to sound. */
function fretsOf(
  signs: string,
  { count, firstFrets }: TalkContext,
  isShape: boolean,
): ReadonlyMap<number, number> {
  return new Map(
    [...signs].flatMap((sign, index): (readonly [number, number])[] => {
      const string = count - index;
      if (sign === "x") return [];
      return [[string, Number(sign) + (isShape ? firstFrets[string - 1]! : 0)]];
    }),
  );
}

/** As a grip is said, thick string first. */
function signsOf(frets: ReadonlyMap<number, number>, { count }: TalkContext): string {
  return Array.from({ length: count }, (_, index) => frets.get(count - index) ?? "x").join("");
}
