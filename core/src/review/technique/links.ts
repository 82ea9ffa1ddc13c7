import { barsOn, formatBar } from "../../foundation/bar-index";
import { checkLinks } from "../../checks/links";
import { midiOf } from "../../pitch/pitch";
import { linkOf, pitchedIn, techniqueOf, type PitchedNote } from "../../score/event";
import { originOf } from "../../sounding/attack";
import type { Group, ReviewFinding } from "../finding";
import { found, type LineScan, type ScannedEvent } from "../line-scan";
import type { Mend } from "../mend";

/** What checkLinks tells, by its code: whose matter it is, and the rule behind it. */
const RULES: Readonly<Record<string, readonly [group: Group, evidence: string]>> = {
  "tie-to-nothing": ["arithmetic", "a tie goes on from the same pitch in the event before"],
  "link-turned-round": ["technique", "a hammer-on rises, a pull-off falls"],
  "link-across-strings": ["technique", "the note before lies on another string"],
  "release-of-nothing": ["technique", "no bend is held on that string"],
};

/** Ties from nothing, hammer-ons that fall, legato across strings, slides to their own fret. */
export function checkLinkedNotes(scan: LineScan): readonly ReviewFinding[] {
  const { line, barsBefore, events } = scan;
  const places = new Map(events.map((at) => [at.event.id, at]));
  const broken = checkLinks(line.bars, barsBefore).map((one): ReviewFinding => {
    const [group, evidence] = RULES[one.code]!;
    const at = places.get(one.where.eventId!)!;
    const isTie = one.code === "tie-to-nothing";
    const note = pitchedIn(at.event).find((own) =>
      isTie ? linkOf(own) === "tie" : linkOf(own) !== undefined,
    )!;
    const mend = mendOf(one.code, note);
    return found(scan, group, one.code, "warning", { at, note }, one.message, [evidence], mend);
  });
  return [...broken, ...slidesToThemselves(scan)];
}

function mendOf(code: string, note: PitchedNote): Mend {
  const link = linkOf(note);
  if (code === "link-turned-round" && link === "hammer-on")
    return { kind: "relink", link: "pull-off" };
  if (code === "link-turned-round" && link === "pull-off")
    return { kind: "relink", link: "hammer-on" };
  return { kind: "relink" };
}

function slidesToThemselves(scan: LineScan): readonly ReviewFinding[] {
  return linkedPairs(scan).flatMap(({ before, note, at }): ReviewFinding[] => {
    const link = linkOf(note);
    if (link !== "slide" && link !== "shift-slide") return [];
    if (midiOf(before.pitch) !== midiOf(note.pitch)) return [];
    const message = `${formatBar(barsOn(at.bar, scan.barsBefore))}: a slide to the fret it comes from`;
    const evidence = ["a slide needs two frets"];
    return [
      found(scan, "technique", "slide-to-own-fret", "warning", { at, note }, message, evidence, {
        kind: "relink",
      }),
    ];
  });
}

/** Every linked note with the one that it comes from. */
function linkedPairs({ events }: LineScan): readonly {
  readonly before: PitchedNote;
  readonly note: PitchedNote;
  readonly at: ScannedEvent;
}[] {
  return events.flatMap((at) =>
    pitchedIn(at.event).flatMap((note) => {
      const before = linkOf(note) && originOf(note, at.before);
      return before?.kind === "pitched" ? [{ before, note, at }] : [];
    }),
  );
}

/** Words like “slide up” against where the pitch goes. */
const DIRECTION =
  /\b(slide|bend|go|run|walk|move|climb|drop|jump|step)s?\b[^.,;]*?\b(up|down|higher|lower)\b/iu;
const FROM_TO =
  /\b(up|down)\b[^.,;]*?\bfrom\s+(?:fret\s+)?(\d{1,2})\s+to\s+(?:fret\s+)?(\d{1,2})\b/iu;

/** Direction words in a note at an event, against the pitch, or against their own frets. */
export function checkDirections(scan: LineScan): readonly ReviewFinding[] {
  const { events } = scan;
  return events.flatMap((at, index): ReviewFinding[] => {
    const words = at.event.note;
    if (words === undefined) return [];
    const isUp = (word: string) => /up|higher/iu.test(word);
    const ownFrets = FROM_TO.exec(words);
    if (ownFrets) {
      const [from, to] = [Number(ownFrets[2]), Number(ownFrets[3])];
      if (from === to || to > from === isUp(ownFrets[1]!)) return [];
      const message = `“${words}”: from ${from} to ${to} is ${to > from ? "up" : "down"}`;
      return [
        found(scan, "technique", "direction-words", "warning", { at }, message, [
          "by the frets it names itself",
        ]),
      ];
    }
    const said = DIRECTION.exec(words);
    const way = said && wayFrom(scan, at, index, said[1]!.toLowerCase());
    if (!said || !way || way > 0 === isUp(said[2]!)) return [];
    const message = `“${words}”, but the pitch goes ${way > 0 ? "up" : "down"}`;
    const evidence = [`by ${Math.abs(way)} semitone${Math.abs(way) === 1 ? "" : "s"}`];
    return [found(scan, "technique", "direction-words", "warning", { at }, message, evidence)];
  });
}

/** Semitones from an event to the one it leads to, or that led to it by a slide; undefined where none does. */
function wayFrom(
  { events }: LineScan,
  at: ScannedEvent,
  index: number,
  verb: string,
): number | undefined {
  const lead = ({ event }: ScannedEvent) => pitchedIn(event);
  const [own] = lead(at);
  if (!own) return undefined;
  const bend = techniqueOf(own, "bend");
  if (verb === "bend") return bend ? Math.sign(bend.cents) : undefined;
  const slideIn = techniqueOf(own, "slide-in");
  const slideOut = techniqueOf(own, "slide-out");
  if (verb === "slide" && slideIn) return slideIn.from === "below" ? 1 : -1;
  if (verb === "slide" && slideOut) return slideOut.to === "above" ? 1 : -1;
  const others = events.filter(({ voice }) => voice === at.voice);
  const here = others.indexOf(at);
  const isSlid = (link: string | undefined) => link === "slide" || link === "shift-slide";
  const before = others[here - 1] && lead(others[here - 1]!)[0];
  const after = others[here + 1] && lead(others[here + 1]!)[0];
  if (before && isSlid(linkOf(own))) return midiOf(own.pitch) - midiOf(before.pitch) || undefined;
  if (after && (verb !== "slide" || isSlid(linkOf(after)))) {
    return midiOf(after.pitch) - midiOf(own.pitch) || undefined;
  }
  return undefined;
}
