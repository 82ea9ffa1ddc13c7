import { INSTRUMENT_KINDS } from "../../instrument/instrument";
import { MAX_PARTS } from "../../score/song";
import type { Remarks } from "../reading/remarks";
import { childOf, childrenOf, integerOf, textOf, type XmlElement } from "../xml/read-xml";
import type { RawPart } from "./raw";
import { PartReader } from "./read-part";
import { FIELD } from "./vocabulary.data";

interface PartInHand {
  readonly id: string;
  readonly name: string;
  readonly about: XmlElement | undefined;
  readonly reader: PartReader;
}

/**
 * Takes the measures of a score while it is read, each as it ends, so that a long score is never
 * held as a whole: parts of measures (partwise) and measures of parts (timewise) alike.
 */
export class ScoreParts {
  /** By its element where a part holds its measures, by its id where measures hold the parts. */
  private readonly parts = new Map<XmlElement | string, PartInHand>();
  private readonly beyond = new Set<XmlElement | string>();

  constructor(
    private readonly remarks: Remarks,
    private readonly lineOf: (element: XmlElement) => number,
  ) {}

  /** Whether the element was a measure of a part, which is read now and needs not be kept. */
  take(element: XmlElement, within: readonly XmlElement[]): boolean {
    const score = within[0];
    const holder = within[1];
    if (!score || !holder || within.length > 2) return false;
    const isPartwise = score.name === "score-partwise";
    if (!isPartwise && score.name !== "score-timewise") return false;
    const [part, measure] = isPartwise ? [holder, element] : [element, holder];
    if (part.name !== "part" || measure.name !== "measure") return false;
    const id = part.attributes["id"] ?? "";
    this.partOf(isPartwise ? part : id, id, score)?.reader.measure(element, measure.attributes);
    return true;
  }

  /** Every part that has a measure, with what the score's own fields say of it. */
  read(fields: ReadonlyMap<string, string>): readonly RawPart[] {
    if (this.beyond.size > 0) {
      const all = this.parts.size + this.beyond.size;
      this.remarks.say(
        "too-many-parts",
        "error",
        `a song has at most ${MAX_PARTS} parts, got ${all}: the rest was left out`,
      );
    }
    return [...this.parts.values()].map(({ id, name, about, reader }): RawPart => {
      const field = (what: string) => fields.get(`${id} ${what}`);
      const program = integerOf(childOf(about, "midi-instrument"), "midi-program");
      return {
        name,
        instrumentName: textOf(childOf(about, "score-instrument"), "instrument-name")?.slice(
          0,
          200,
        ),
        program: program === undefined ? undefined : program - 1,
        kind: INSTRUMENT_KINDS.find((one) => one === field(FIELD.kind)),
        frets: Number(field(FIELD.frets)) || undefined,
        tone: field(FIELD.tone)?.slice(0, 2000),
        picking: field(FIELD.picking),
        ...reader.read(),
      };
    });
  }

  private partOf(key: XmlElement | string, id: string, score: XmlElement): PartInHand | undefined {
    const known = this.parts.get(key);
    if (known) return known;
    if (this.parts.size >= MAX_PARTS) {
      this.beyond.add(key);
      return undefined;
    }
    const listed = childrenOf(childOf(score, "part-list"), "score-part");
    const about = listed.find(({ attributes }) => attributes["id"] === id);
    const name = textOf(about, "part-name")?.slice(0, 200) ?? `Part ${this.parts.size + 1}`;
    const reader = new PartReader(name, this.remarks, this.lineOf);
    const part = { id, name, about, reader };
    this.parts.set(key, part);
    return part;
  }
}
