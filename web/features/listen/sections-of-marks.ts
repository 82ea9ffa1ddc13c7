import type { PlayedPhrase, Section } from "@intonazione/core/score";
import type { Mark } from "@intonazione/core/takes";
import type { PassAlong } from "./along";

/** A pass belongs to a section that is marked so much behind its beginning, in seconds. */
const SLACK_SECONDS = 0.5;

/**
 * The form that section marks say: each section is what the take plays from its mark to the next one.
 * What comes before the first mark is a section by itself, named by its first phrase.
 * @param passes As the take plays them now, in order. @param nameOf The name of a phrase.
 * @returns undefined where nothing is marked as a section, or nothing is played.
 */
export function sectionsOfMarks(
  passes: readonly PassAlong[],
  marks: readonly Mark[],
  nameOf: (phraseId: string) => string,
  newId: () => string,
): readonly Section[] | undefined {
  const starts = marks
    .filter(({ kind }) => kind === "section")
    .sort((a, b) => a.seconds - b.seconds);
  if (starts.length === 0 || passes.length === 0) return undefined;
  const bounds = [-Infinity, ...starts.map(({ seconds }) => seconds - SLACK_SECONDS), Infinity];
  return bounds.slice(0, -1).flatMap((from, index): Section[] => {
    const own = passes.filter((pass) => pass.from >= from && pass.from < bounds[index + 1]!);
    const first = own[0];
    if (!first) return [];
    const said = starts[index - 1]?.words.trim();
    const name = said === undefined || said === "" ? nameOf(first.phraseId) : said;
    return [{ id: newId(), name, items: itemsOf(own), times: 1, endings: [] }];
  });
}

/** Passes as the form says them: a phrase that comes again is one item, played as often. */
function itemsOf(passes: readonly PassAlong[]): readonly PlayedPhrase[] {
  const items: PlayedPhrase[] = [];
  for (const { phraseId, over } of passes) {
    const last = items.at(-1);
    const isAgain =
      last?.phraseId === phraseId && (last.over === undefined) === (over === undefined);
    if (!isAgain) items.push({ phraseId, times: 1, endings: [], ...(over && { over: [over] }) });
    else {
      const chords = last.over && over ? { over: [...last.over, over] } : {};
      items[items.length - 1] = { ...last, times: last.times + 1, ...chords };
    }
  }
  return items;
}
