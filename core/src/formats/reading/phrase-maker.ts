import { isSame } from "../../foundation/same";
import type { Bar } from "../../score/bar";
import type { PlayedPhrase } from "../../score/form";
import type { BarMark } from "../../score/frame";
import { MAX_PHRASES, type Line, type Phrase } from "../../score/song";
import { copyOfBars } from "../../score/versions";
import type { Remarks } from "./remarks";
import { TOO_MANY_PHRASES } from "./song-room";

const MAX_TIMES = 64;

/** From one mark of a file to the next. */
export interface Stretch {
  /** What the file calls it; without a name it is called by its number and is always new. */
  readonly name: string | undefined;
  readonly marks: readonly BarMark[];
  /** By part; empty where the part is silent throughout. */
  readonly bars: readonly (readonly Bar[])[];
}

/** Makes phrases and lines of stretches of a file; one that comes again under its name is the same. */
export class PhraseMaker {
  readonly phrases: Phrase[] = [];
  readonly lines: Line[] = [];
  private readonly made: { readonly phrase: Phrase; readonly heard: readonly unknown[] }[] = [];
  private readonly names = new Map<string, number>();

  constructor(
    private readonly partIds: readonly string[],
    private readonly newId: () => string,
  ) {}

  /**
   * The phrases of a file from its beginning, one a stretch; fewer where a song has no room for
   * more, which is said.
   */
  phrasesOf(stretches: readonly Stretch[], remarks: Remarks): readonly Phrase[] {
    const phrases: Phrase[] = [];
    for (const [index, stretch] of stretches.entries()) {
      const phrase = this.phraseOf(stretch, index + 1);
      if (!phrase) {
        remarks.say("too-many-phrases", "error", TOO_MANY_PHRASES);
        break;
      }
      phrases.push(phrase);
    }
    return phrases;
  }

  private phraseOf({ name, marks, bars }: Stretch, number: number): Phrase | undefined {
    const heard = bars.map((own) => copyOfBars(own, () => ""));
    const known =
      name !== undefined &&
      this.made.find(
        ({ phrase, heard: other }) =>
          phrase.name === name && isSame(phrase.marks, marks) && isSame(heard, other),
      );
    if (known) return known.phrase;
    if (this.phrases.length >= MAX_PHRASES) return undefined;
    const phrase: Phrase = { id: this.newId(), name: this.nameFor(name, number), marks };
    this.phrases.push(phrase);
    this.made.push({ phrase, heard });
    for (const [at, own] of bars.entries()) {
      if (own.length === 0) continue;
      this.lines.push({ phraseId: phrase.id, partId: this.partIds[at]!, bars: own, others: [] });
    }
    return phrase;
  }

  private nameFor(name: string | undefined, number: number): string {
    if (name === undefined) return `Phrase ${number}`;
    const count = (this.names.get(name) ?? 0) + 1;
    this.names.set(name, count);
    return count === 1 ? name : `${name.slice(0, 190)} (${count})`;
  }
}

/** Phrases in the order in which they are heard; what follows itself is played so often. */
export function inRuns(phraseIds: readonly string[]): readonly PlayedPhrase[] {
  const items: PlayedPhrase[] = [];
  for (const phraseId of phraseIds) {
    const last = items.at(-1);
    if (last?.phraseId === phraseId && last.times < MAX_TIMES) {
      items[items.length - 1] = { ...last, times: last.times + 1 };
    } else items.push({ phraseId, times: 1, endings: [] });
  }
  return items;
}
