import type { Chord } from "../pitch/chord";

/** A stretch of the song with a name of its own, like the verse: phrases in order. */
export interface Section extends Repeated {
  readonly id: string;
  readonly name: string;
  readonly items: readonly PlayedPhrase[];
}

/** A phrase as the form plays it. */
export interface PlayedPhrase extends Repeated {
  readonly phraseId: string;
  /** The same line over changing chords: what each pass stands over, in their order. */
  readonly over?: readonly Chord[];
}

interface Repeated {
  /** 1–64. */
  readonly times: number;
  readonly endings: readonly Ending[];
}

/** A phrase that follows on some of the passes only: the first ending, “the last time ends so”. */
export interface Ending {
  /** Which passes, from 1, rising. */
  readonly passes: readonly number[];
  readonly phraseId: string;
}

/** One phrase as it comes by in the playing. */
export interface Pass {
  readonly phraseId: string;
  /** Absent where the song has no form and its phrases are played one after the other. */
  readonly sectionId?: string;
  readonly isEnding: boolean;
  /** Which time the section, and the phrase within it, is played: from 1. */
  readonly sectionPass: number;
  readonly phrasePass: number;
  readonly over?: Chord;
}

/** Every phrase that a form names, as often as it names it. */
export function phraseIdsOf(form: readonly Section[]): readonly string[] {
  return form.flatMap(({ items, endings }) =>
    [...items, ...items.flatMap((item) => item.endings), ...endings].map(
      ({ phraseId }) => phraseId,
    ),
  );
}

/** The form without a phrase that is no longer there; the same object where it never named it. */
export function withoutPhrase(form: readonly Section[], phraseId: string): readonly Section[] {
  if (!phraseIdsOf(form).includes(phraseId)) return form;
  const isKept = (one: { readonly phraseId: string }) => one.phraseId !== phraseId;
  return form.map((section) => ({
    ...section,
    endings: section.endings.filter(isKept),
    items: section.items
      .filter(isKept)
      .map((item) => ({ ...item, endings: item.endings.filter(isKept) })),
  }));
}

/** More passes than any song has; a form that unfolds to more is cut there. */
export const MAX_PASSES = 4000;

/**
 * The phrases in the order in which they are heard. A song without a form plays its phrases once,
 * one after the other.
 */
export function unfold({
  form,
  phrases,
}: {
  readonly form: readonly Section[];
  readonly phrases: readonly { readonly id: string }[];
}): readonly Pass[] {
  if (form.length === 0) {
    return phrases.map(({ id }) => ({
      phraseId: id,
      isEnding: false,
      sectionPass: 1,
      phrasePass: 1,
    }));
  }
  return form.flatMap(passesOf).slice(0, MAX_PASSES);
}

function passesOf(section: Section): readonly Pass[] {
  return repeat(
    section,
    (sectionPass) => {
      const at = { sectionId: section.id, sectionPass };
      return section.items.flatMap((item) =>
        repeat(
          item,
          (phrasePass): readonly Pass[] => {
            const over = item.over?.[(phrasePass - 1) % item.over.length];
            const pass = { ...at, phraseId: item.phraseId, isEnding: false, phrasePass };
            return [over ? { ...pass, over } : pass];
          },
          at,
        ),
      );
    },
    { sectionId: section.id },
  );
}

function repeat(
  { times, endings }: Repeated,
  body: (pass: number) => readonly Pass[],
  at: Partial<Pass>,
): readonly Pass[] {
  const passes: Pass[] = [];
  for (let pass = 1; pass <= times && passes.length < MAX_PASSES; pass++) {
    passes.push(...body(pass));
    for (const ending of endings) {
      if (!ending.passes.includes(pass)) continue;
      passes.push({
        sectionPass: pass,
        ...at,
        phraseId: ending.phraseId,
        isEnding: true,
        phrasePass: pass,
      });
    }
  }
  return passes;
}
