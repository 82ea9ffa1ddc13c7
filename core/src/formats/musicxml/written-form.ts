import type { Chord } from "../../pitch/chord";
import { unfold, type Ending, type PlayedPhrase, type Section } from "../../score/form";
import type { Phrase, Song } from "../../score/song";
import { MOST_BARS_IN_FILE } from "../reading/song-room";
import { barsInPhrase } from "./bars-in-phrase";

/** A phrase where it stands in a file that is read from front to back, with its repeat signs. */
export interface WrittenPhrase {
  readonly phrase: Phrase;
  /** The section that begins with it. */
  readonly section?: string;
  readonly opensRepeat?: true;
  /** The repeat that ends behind it is played so many times in all. */
  readonly closesRepeat?: number;
  /** It stands under a bracket, for these passes. */
  readonly ending?: { readonly passes: readonly number[]; readonly isLast: boolean };
  /** The chord this pass of it is played over. */
  readonly over?: Chord;
}

export interface WrittenForm {
  readonly written: readonly WrittenPhrase[];
  /** The form is too long to be written: every phrase stands once. */
  readonly isCut: boolean;
  /** Phrases that the form does not play; they follow at the end. */
  readonly unplayed: readonly Phrase[];
}

/**
 * The form as repeat signs and brackets can say it. What they cannot say, like repeats within
 * repeats, stands written out, so that what is heard is always the same.
 */
export function writtenForm(song: Song): WrittenForm {
  const once = { written: song.phrases.map((phrase) => ({ phrase })), unplayed: [] };
  if (song.form.length === 0) return { ...once, isCut: false };
  const writer = new FormWriter(new Map(song.phrases.map((phrase) => [phrase.id, phrase])));
  const written = song.form.flatMap((section) => writer.section(section));
  const measures = written.reduce((sum, { phrase }) => sum + barsInPhrase(song, phrase), 0);
  if (measures > MOST_BARS_IN_FILE) return { ...once, isCut: true };
  const played = new Set(unfold(song).map(({ phraseId }) => phraseId));
  const unplayed = song.phrases.filter(({ id }) => !played.has(id));
  return {
    written: [...written, ...unplayed.map((phrase) => ({ phrase }))],
    isCut: false,
    unplayed,
  };
}

interface Repeated {
  readonly times: number;
  readonly endings: readonly Ending[];
}

class FormWriter {
  constructor(private readonly phrases: ReadonlyMap<string, Phrase>) {}

  section(section: Section): readonly WrittenPhrase[] {
    const { items, name } = section;
    const isPlain = items.every(
      (item) => item.times === 1 && !item.over && item.endings.length === 0,
    );
    const written = isPlain
      ? this.repeated(
          section,
          items.flatMap((item) => this.alone(item.phraseId)),
        )
      : this.passByPass(section, () => items.flatMap((item) => this.item(item)));
    const [first, ...rest] = written;
    return first ? [{ ...first, section: name }, ...rest] : [];
  }

  private item(item: PlayedPhrase): readonly WrittenPhrase[] {
    const { over, phraseId } = item;
    if (!over) return this.repeated(item, this.alone(phraseId));
    return this.passByPass(item, (pass) =>
      this.alone(phraseId).map((one) => ({ ...one, over: over[(pass - 1) % over.length]! })),
    );
  }

  private alone(phraseId: string): readonly WrittenPhrase[] {
    const phrase = this.phrases.get(phraseId);
    return phrase ? [{ phrase }] : [];
  }

  private repeated(how: Repeated, body: readonly WrittenPhrase[]): readonly WrittenPhrase[] {
    const { times, endings } = how;
    const isLastOnly = endings.every(({ passes }) => passes.join() === String(times));
    const first = body[0];
    if (times === 1 || !first || (!isLastOnly && !coversEveryPass(how))) {
      return this.passByPass(how, () => body);
    }
    const opened = [{ ...first, opensRepeat: true as const }, ...body.slice(1)];
    if (isLastOnly) {
      const closed = opened.with(-1, { ...opened.at(-1)!, closesRepeat: times });
      return [...closed, ...endings.flatMap(({ phraseId }) => this.alone(phraseId))];
    }
    const inOrder = [...endings].sort(
      (a, b) => Number(a.passes.includes(times)) - Number(b.passes.includes(times)),
    );
    return [
      ...opened,
      ...inOrder.flatMap(({ passes, phraseId }, index) => {
        const isLast = index === inOrder.length - 1;
        return this.alone(phraseId).map((one): WrittenPhrase => ({
          ...one,
          ending: { passes, isLast },
          ...(!isLast && { closesRepeat: passes.length + 1 }),
        }));
      }),
    ];
  }

  private passByPass(
    { times, endings }: Repeated,
    body: (pass: number) => readonly WrittenPhrase[],
  ): readonly WrittenPhrase[] {
    return Array.from({ length: times }, (_, index) => index + 1).flatMap((pass) => [
      ...body(pass),
      ...endings
        .filter(({ passes }) => passes.includes(pass))
        .flatMap(({ phraseId }) => this.alone(phraseId)),
    ]);
  }
}

function coversEveryPass({ times, endings }: Repeated): boolean {
  const passes = endings.flatMap((ending) => ending.passes);
  return passes.length === times && new Set(passes).size === times;
}
