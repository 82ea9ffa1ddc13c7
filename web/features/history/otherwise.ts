import { isSame } from "@intonazione/core/foundation";
import { displayKey } from "@intonazione/core/pitch";
import { formatMetre } from "@intonazione/core/rhythm";
import { differences, lineOf, type Bar, type Song } from "@intonazione/core/score";
import { setUpInWords } from "@/ui/instrument-picker";

/** A phrase that a part played otherwise, with the events in which both differ. */
export interface ChangedLine {
  readonly phraseId: string;
  readonly name: string;
  readonly before: readonly Bar[];
  readonly after: readonly Bar[];
  /** Ids of `before`, and of `after`. */
  readonly was: ReadonlySet<string>;
  readonly is: ReadonlySet<string>;
}

const NO_BARS: readonly Bar[] = [];

/** The lines of a part that differ, in the order of the phrases as they are now, then those gone. */
export function changedLines(then: Song, now: Song, partId: string): readonly ChangedLine[] {
  const names = new Map([...now.phrases, ...then.phrases].map(({ id, name }) => [id, name]));
  return [...names].flatMap(([phraseId, name]) => {
    const before = lineOf(then, phraseId, partId)?.bars ?? NO_BARS;
    const after = lineOf(now, phraseId, partId)?.bars ?? NO_BARS;
    const was = differences(before, after);
    const is = differences(after, before);
    return was.size + is.size > 0 ? [{ phraseId, name, before, after, was, is }] : [];
  });
}

/** Everything besides the lines that was otherwise then, a few words each. */
export function otherwiseInWords(then: Song, now: Song): readonly string[] {
  const words: string[] = [];
  const tell = (was: unknown, is: unknown, word: string) => {
    if (!isSame(was, is)) words.push(word);
  };
  tell(then.title, now.title, `it was called “${then.title}”`);
  tell(then.tempoBpm, now.tempoBpm, `the tempo was ${then.tempoBpm}`);
  tell(then.metre, now.metre, `the metre was ${formatMetre(then.metre)}`);
  tell(then.key, now.key, `the key was ${displayKey(then.key)}`);
  tell(then.feel, now.feel, "the feel was another");
  tell(then.referenceHz, now.referenceHz, `A4 was ${then.referenceHz} Hz`);
  tell(then.form, now.form, "the form was another");
  for (const part of then.parts) {
    const present = now.parts.find(({ id }) => id === part.id);
    if (!present) words.push(`${part.name} played along`);
    else if (!isSame([part.instrument, part.capo], [present.instrument, present.capo])) {
      words.push(`${part.name} had ${setUpInWords(part)}`);
    }
  }
  for (const { id, name } of now.parts) {
    if (!then.parts.some((part) => part.id === id)) words.push(`${name} was not there`);
  }
  for (const phrase of then.phrases) {
    const present = now.phrases.find(({ id }) => id === phrase.id);
    if (present) tell(phrase.marks, present.marks, `${present.name} had other chords or metre`);
  }
  return words;
}
