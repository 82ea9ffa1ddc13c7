import type { Finding } from "../foundation/finding";
import { formatChord, parseChord, type Chord } from "../pitch/chord";
import type { Ending, PlayedPhrase, Section } from "../score/form";
import type { Phrase } from "../score/song";
import { Scanner } from "./scanner";

/** More than a page of form, and no more than can be read while it is typed. */
const MAX_FORM_LENGTH = 10_000;
const MAX_TIMES = 64;

/** A, B … Z, then AA, AB …: phrases by their order. */
export function phraseLetter(index: number): string {
  const rest = Math.floor(index / 26);
  return (rest > 0 ? phraseLetter(rest - 1) : "") + String.fromCharCode(65 + (index % 26));
}

function indexOfLetter(letter: string): number {
  return [...letter].reduce((index, one) => 26 * (index + 1) + one.charCodeAt(0) - 65, -1);
}

export interface FormReading {
  readonly form: readonly Section[];
  readonly findings: readonly Finding[];
}

/**
 * Reads a form as it is said: sections with names, phrases by their letters, how often, and how
 * single passes end. A slip leaves out its own word.
 *
 * @example parseForm("Verse x2: A x4 [4: B]", [{ id: "p" }, { id: "q" }], () => "s").form[0].items[0].endings // [{ passes: [4], phraseId: "q" }]
 */
export function parseForm(
  text: string,
  phrases: readonly Pick<Phrase, "id">[],
  newId: () => string,
): FormReading {
  if (text.length > MAX_FORM_LENGTH) {
    const message = `a form may have ${MAX_FORM_LENGTH} characters, got ${text.length}`;
    const where = { column: MAX_FORM_LENGTH };
    return { form: [], findings: [{ code: "too-long", severity: "error", where, message }] };
  }
  const reader = new FormReader(text, phrases, newId);
  return { form: reader.sections(), findings: reader.scanner.findings };
}

class FormReader {
  readonly scanner: Scanner;

  constructor(
    text: string,
    private readonly phrases: readonly Pick<Phrase, "id">[],
    private readonly newId: () => string,
  ) {
    this.scanner = new Scanner(text);
  }

  sections(): readonly Section[] {
    const { scanner } = this;
    const sections: Section[] = [];
    while (!scanner.done) {
      scanner.take(/[\s;]+/uy);
      if (scanner.done) break;
      const name = scanner.take(/([^;:[\]"]*?)(?=(?:\s+[x×]\s*\d+)?\s*(?:\[[^\]]*\]\s*)*:)/uy)?.[1];
      const said = name === undefined ? NOT_REPEATED : this.repeated();
      if (name !== undefined) scanner.take(/\s*:/uy);
      const items = this.items();
      if (items.length === 0 && name === undefined) continue;
      const fallback = `Section ${sections.length + 1}`;
      sections.push({ id: this.newId(), name: name?.trim() || fallback, ...said, items });
    }
    return sections;
  }

  private items(): readonly PlayedPhrase[] {
    const { scanner } = this;
    const items: PlayedPhrase[] = [];
    for (;;) {
      scanner.take(/[\s,]+/uy);
      if (scanner.done || scanner.sees(/;/uy)) return items;
      const phraseId = this.phrase();
      if (phraseId === undefined) continue;
      const said = this.repeated();
      const over = this.over();
      items.push({ phraseId, ...said, ...(over.length > 0 && { over }) });
    }
  }

  /** A phrase by its letter. @returns undefined after a slip, which is reported. */
  private phrase(): string | undefined {
    const { scanner } = this;
    const start = scanner.position;
    const letter = scanner.take(/[A-Z]{1,2}(?![A-Za-z])/uy)?.[0];
    const phrase = letter === undefined ? undefined : this.phrases[indexOfLetter(letter)];
    if (phrase) return phrase.id;
    const last = phraseLetter(Math.max(0, this.phrases.length - 1));
    const expected =
      this.phrases.length === 0 ? "a phrase to be written first" : `a phrase, A to ${last}`;
    if (letter === undefined) scanner.slip("phrase-expected", start, expected);
    else scanner.report("phrase-expected", start, `“${letter}”: expected ${expected}`);
    return undefined;
  }

  private repeated(): Pick<Section, "times" | "endings"> {
    const { scanner } = this;
    const start = scanner.position;
    let times = Number(scanner.take(/\s*[x×]\s*(\d{1,4})/uy)?.[1] ?? 1);
    if (times < 1 || times > MAX_TIMES) {
      scanner.report("repeat-count", start, `how often must be 1–${MAX_TIMES}, got ${times}`);
      times = 1;
    }
    const endings: Ending[] = [];
    for (;;) {
      const at = scanner.position;
      if (!scanner.take(/\s*\[\s*/uy)) return { times, endings };
      const passes = scanner.take(/(\d{1,2}(?:[\s,]+\d{1,2})*)\s*:\s*/uy)?.[1];
      const phraseId = passes === undefined ? undefined : this.phrase();
      if (!scanner.take(/\s*\]/uy) || passes === undefined) {
        scanner.take(/[^\];]*\]?/uy);
        scanner.report(
          "ending-unknown",
          at,
          "expected which passes and a phrase, like [1: B] or [1 2 3: B]",
        );
      } else if (phraseId !== undefined) {
        const numbers = passes.split(/[\s,]+/u).map(Number);
        const inRange = numbers.filter((pass) => pass >= 1 && pass <= MAX_TIMES);
        const rising = [...new Set(inRange)].sort((a, b) => a - b);
        if (rising.length > 0) endings.push({ passes: rising, phraseId });
      }
    }
  }

  /** `over Em Am`: what each pass stands over. */
  private over(): readonly Chord[] {
    const { scanner } = this;
    if (!scanner.take(/\s*over(?=\s)/uy)) return [];
    const chords: Chord[] = [];
    for (;;) {
      const start = scanner.position;
      const word = scanner.take(/\s+([^\s,;[\]]+)/uy)?.[1];
      if (word === undefined) return chords;
      const chord = parseChord(word);
      if (chord.ok) chords.push(chord.value);
      else scanner.report("chord-unknown", start + 1, chord.error);
    }
  }
}

const NOT_REPEATED = { times: 1, endings: [] } as const;

/** Says a form: the inverse of `parseForm` but for the ids of its sections. */
export function printForm(
  form: readonly Section[],
  phrases: readonly Pick<Phrase, "id">[],
): string {
  const letterOf = new Map(phrases.map(({ id }, index) => [id, phraseLetter(index)]));
  const say = (phraseId: string) => letterOf.get(phraseId) ?? "?";
  const sayRepeated = ({ times, endings }: Pick<Section, "times" | "endings">) =>
    (times === 1 ? "" : ` x${times}`) +
    endings.map(({ passes, phraseId }) => ` [${passes.join(" ")}: ${say(phraseId)}]`).join("");
  return form
    .map((section) => {
      const items = section.items.map((item) => {
        const over = item.over ? ` over ${item.over.map(formatChord).join(" ")}` : "";
        return `${say(item.phraseId)}${sayRepeated(item)}${over}`;
      });
      const name = section.name.replaceAll(/[;:[\]"]/gu, " ").trim() || "Section";
      return `${name}${sayRepeated(section)}: ${items.join(", ")}`;
    })
    .join("; ");
}
