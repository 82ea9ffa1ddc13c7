import { pitchClassAtFifths, type Key } from "../../pitch/key";
import { parseMetre, type Metre } from "../../rhythm/metre";
import { childOf, childrenOf, integerOf, textOf, type XmlElement } from "../xml/read-xml";
import type { MeasureClock } from "./measure-clock";
import type { RawStaff } from "./raw";
import { AS_WRITTEN, readTransposition, type Transposition } from "./read-pitch";
import { tuningIn } from "./read-values";

/** What holds until something else is said: divisions, key, transposition, staves. */
export class AttributesReader {
  divisions = 1;
  transposition: Transposition = AS_WRITTEN;
  readonly staves = new Map<number, RawStaff>();
  key: Key | undefined;

  constructor(
    private readonly report: {
      readonly say: (code: string, message: string) => void;
      readonly tally: (code: string, what: string) => void;
    },
  ) {}

  /** @returns the metre that holds from here, where one is said. */
  read(element: XmlElement, clock: MeasureClock): Metre | undefined {
    const divisions = textOf(element, "divisions");
    if (divisions !== undefined) {
      const units = Number(divisions);
      if (units > 0 && units <= 10_000_000) {
        this.divisions = units;
        clock.changeDivisions(units);
      } else {
        this.report.say(
          "divisions-wrong",
          `divisions must be positive, got “${divisions.slice(0, 20)}”: ${this.divisions} is kept`,
        );
      }
    }
    const time = childOf(element, "time");
    const metre = time && this.metre(time);
    const key = childOf(element, "key");
    if (key) this.takeKey(key);
    const transpose = childOf(element, "transpose");
    if (transpose) this.transposition = readTransposition(transpose);
    for (const clef of childrenOf(element, "clef")) {
      const sign = textOf(clef, "sign")?.toUpperCase();
      if (sign === "TAB") this.staff(clef, { isTab: true });
    }
    for (const details of childrenOf(element, "staff-details")) {
      const tuning = tuningIn(details);
      const capo = integerOf(details, "capo");
      if (tuning) this.staff(details, { isTab: true, tuning });
      if (capo !== undefined) this.staff(details, { capo });
    }
    return metre;
  }

  private staff(element: XmlElement, facts: Partial<RawStaff>): void {
    const number = Number(element.attributes["number"] ?? 1);
    const known = this.staves.get(number) ?? { isTab: false, tuning: undefined, capo: undefined };
    this.staves.set(number, { ...known, ...facts });
  }

  private metre(time: XmlElement): Metre | undefined {
    const beats = textOf(time, "beats")
      ?.split("+")
      .reduce((sum, part) => sum + Number(part), 0);
    const metre = parseMetre(`${beats}/${textOf(time, "beat-type")}`);
    if (metre.ok) return metre.value;
    if (!childOf(time, "senza-misura")) this.report.say("metre-unread", metre.error);
    return undefined;
  }

  private takeKey(element: XmlElement): void {
    const fifths = integerOf(element, "fifths");
    if (fifths === undefined || Math.abs(fifths) > 7) return;
    const mode = textOf(element, "mode")?.toLowerCase();
    const isMinor = mode === "minor" || mode === "aeolian";
    const key: Key = {
      tonic: pitchClassAtFifths(fifths + (isMinor ? 3 : 0)),
      mode: isMinor ? "minor" : "major",
    };
    if (mode && !["minor", "major", "aeolian", "ionian", "none"].includes(mode)) {
      this.report.tally("mode-unread", `the mode ${mode}: its key signature is kept`);
    }
    if (!this.key) this.key = key;
    else if (JSON.stringify(key) !== JSON.stringify(this.key)) {
      this.report.tally(
        "key-change",
        "a change of key was left out, a song has one key here: the pitches are kept",
      );
    }
  }
}
