import { listInWords } from "../foundation/list-words";
import { difficultyInWords, difficultyOf, type Difficulty } from "../placement/difficulty";
import type { HandTable } from "../placement/hand-table";
import { standingPlan } from "../placement/place-part";
import type { Plan } from "../placement/plan-line";
import { eventsOf, type Bar } from "../score/bar";
import { notesOf } from "../score/event";
import { linesOfPart, type Line, type Part, type Song } from "../score/song";
import type { ReviewFinding } from "./finding";

/** So many techniques at once that a student has not met are worth a word. */
const MANY_NEW = 3;
/** Levels are from 1 to 10. */
const JUMP = 2.5;
const HARD = 6;
const TOO_HARD = 8.8;
const PLAYABLE = 7;

/** What a student meets in the lines of a part, phrase after phrase. */
export function checkTeaching(song: Song, part: Part, table: HandTable): readonly ReviewFinding[] {
  const { neck, player } = table.judgement;
  const met = new Set<string>();
  let before: { readonly line: Line; readonly difficulty: Difficulty } | undefined;
  return linesOfPart(song, part.id).flatMap((line): ReviewFinding[] => {
    const name = song.phrases.find(({ id }) => id === line.phraseId)!.name;
    const where = { phraseId: line.phraseId, partId: part.id };
    const say = (code: string, message: string, evidence: readonly string[]): ReviewFinding => ({
      code,
      group: "teaching",
      severity: "info",
      where,
      message,
      evidence,
    });
    const findings: ReviewFinding[] = [];
    const own = techniquesOf(line.bars);
    const fresh = [...own].filter((kind) => !met.has(kind));
    if (before && fresh.length >= MANY_NEW) {
      const message = `${name} brings ${fresh.length} techniques that were not met before`;
      findings.push(say("many-new-techniques", message, [listInWords(fresh)]));
    }
    for (const kind of own) met.add(kind);
    const plan = standingPlan(song, line, table);
    const difficulty = difficultyOf(plan, neck, player);
    const { level } = difficulty;
    if (before && level >= HARD && level - before.difficulty.level >= JUMP) {
      const message = `${name} is much harder than what came before it: ${level.toFixed(1)} after ${before.difficulty.level.toFixed(1)} of 10`;
      findings.push(say("difficulty-jump", message, [difficultyInWords(difficulty)]));
    }
    if (level >= TOO_HARD) {
      const share = playableShare(plan, (slower) => difficultyOf(slower, neck, player).level);
      const message = share
        ? `${name} becomes playable at about ${Math.round(song.tempoBpm * share)} a minute`
        : `${name} stays hard at any tempo: the grips are what is hard`;
      findings.push(say("playable-tempo", message, [difficultyInWords(difficulty)]));
    }
    before = { line, difficulty };
    return findings;
  });
}

/** The share of the tempo at which a plan is easy enough; undefined where none is. */
function playableShare(plan: Plan, levelOf: (plan: Plan) => number): number | undefined {
  for (let share = 0.95; share >= 0.4; share -= 0.05) {
    const moments = plan.moments.map((one) => ({
      ...one,
      moment: { ...one.moment, gapSeconds: one.moment.gapSeconds / share },
    }));
    if (levelOf({ ...plan, moments }) < PLAYABLE) return share;
  }
  return undefined;
}

const WORDS: Readonly<Record<string, string>> = {
  tie: "",
  "let-ring": "",
  ghost: "ghost notes",
  bend: "bends",
  vibrato: "vibrato",
  trill: "trills",
  "hammer-on": "hammer-ons",
  "pull-off": "pull-offs",
  slide: "slides",
  "shift-slide": "slides",
  release: "bends",
  tap: "tapping",
  "slide-in": "slides",
  "slide-out": "slides",
  slap: "slapping",
  pop: "popping",
};

/** The techniques of a line in the words of a lesson. */
function techniquesOf(bars: readonly Bar[]): ReadonlySet<string> {
  const kinds = eventsOf(bars).flatMap((event) => [
    ...(event.kind === "notes" ? event.techniques.map(({ kind }) => kind) : []),
    ...notesOf(event).flatMap((note) => [
      ...(note.kind === "pitched" ? note.techniques.map(({ kind }) => kind) : []),
      ...(note.pluck === "slap" || note.pluck === "pop" ? [note.pluck] : []),
    ]),
  ]);
  const words = kinds.map((kind) => WORDS[kind] ?? kind.replaceAll("-", " "));
  return new Set(words.filter((word) => word !== ""));
}
