import { mergeFields, pickChanged } from "../foundation/merging";
import { isSame } from "../foundation/same";
import { concerns } from "./accepted";
import type { Bar } from "./bar";
import { phraseIdsOf, withoutPhrase } from "./form";
import { barKey } from "./merge-bars";
import {
  detailsOf,
  type Accepted,
  type Line,
  type Song,
  type SongDetails,
  type Version,
} from "./song";
import { copyOfBars } from "./versions";

export interface MergedSongs {
  readonly song: Song;
  /** What both had changed: ours stands, theirs is kept as it says. */
  readonly both: readonly string[];
}

/**
 * Brings two songs together that were made from one: what only one of them changed is taken over,
 * from whichever it was. A line that both changed keeps ours, and gets theirs as another version;
 * of a detail that both changed, ours stands and theirs is told.
 *
 * @param base What both were made from; `mergeSongs(base, base, theirs).song` is theirs.
 */
export function mergeSongs(base: Song, ours: Song, theirs: Song, newId: () => string): MergedSongs {
  const both: string[] = [];
  const details = mergeDetails(base, ours, theirs, both);
  const parts = mergeList(base.parts, ours.parts, theirs.parts, (part) =>
    both.push(`${part.name}: the set-up`),
  );
  const phrases = mergeList(base.phrases, ours.phrases, theirs.phrases, (phrase) =>
    both.push(`${phrase.name}: its name, metre or chords`),
  );
  const known = {
    parts: new Set(parts.map(({ id }) => id)),
    phrases: new Set(phrases.map(({ id }) => id)),
  };
  const form = pickChanged(base.form, ours.form, theirs.form, () => both.push("the form"));
  const lines = mergeLines(base, ours, theirs, both, newId).filter(
    ({ partId, phraseId }) => known.parts.has(partId) && known.phrases.has(phraseId),
  );
  const played = phraseIdsOf(form)
    .filter((id) => !known.phrases.has(id))
    .reduce(withoutPhrase, form);
  const gone = new Set(
    [...base.parts, ...base.phrases, ...theirs.phrases, ...ours.phrases]
      .map(({ id }) => id)
      .filter((id) => !known.parts.has(id) && !known.phrases.has(id)),
  );
  const accepted = mergeAccepted(
    base.accepted ?? [],
    ours.accepted ?? [],
    theirs.accepted ?? [],
  ).filter((one) => !concerns(one, gone));
  const song = { ...details, parts, phrases, form: played, lines };
  return { song: accepted.length > 0 ? { ...song, accepted } : song, both };
}

/** What either accepted, but not what either took back since; of two reasons ours. */
function mergeAccepted(
  base: readonly Accepted[],
  ours: readonly Accepted[],
  theirs: readonly Accepted[],
): readonly Accepted[] {
  const has = (list: readonly Accepted[], { finding }: Accepted) =>
    list.some((one) => one.finding === finding);
  const added = theirs.filter((one) => !has(ours, one) && !has(base, one));
  return [...ours.filter((one) => has(theirs, one) || !has(base, one)), ...added];
}

function mergeDetails(base: Song, ours: Song, theirs: Song, both: string[]): SongDetails {
  return mergeFields<SongDetails>(base, detailsOf(ours), detailsOf(theirs), (field) =>
    both.push(`${field}: theirs was ${JSON.stringify(theirs[field])}`),
  );
}

/**
 * Things with ids: what one added is there, what one took away is gone unless the other changed it.
 * Ours come in our order, theirs behind what they stood behind.
 */
function mergeList<Item extends { readonly id: string }>(
  base: readonly Item[],
  ours: readonly Item[],
  theirs: readonly Item[],
  tell: (item: Item) => void,
): readonly Item[] {
  const baseOf = new Map(base.map((item) => [item.id, item]));
  const theirsOf = new Map(theirs.map((item) => [item.id, item]));
  const oursOf = new Map(ours.map((item) => [item.id, item]));
  const merged = ours.flatMap((item): Item[] => {
    const before = baseOf.get(item.id);
    const other = theirsOf.get(item.id);
    if (!before) return [item];
    if (!other) return isSame(before, item) ? [] : [item];
    return [pickChanged(before, item, other, () => tell(item))];
  });
  for (const [index, item] of theirs.entries()) {
    const before = baseOf.get(item.id);
    if (oursOf.has(item.id) || (before && isSame(before, item))) continue;
    const behind = theirs.slice(0, index).findLast(({ id }) => merged.some((one) => one.id === id));
    const at = behind ? merged.findIndex(({ id }) => id === behind.id) + 1 : 0;
    merged.splice(at, 0, item);
  }
  // The last part is never taken away by both at once.
  return merged.length === 0 && base.length > 0 ? ours : merged;
}

const addressOf = ({ phraseId, partId }: Line) => `${phraseId} ${partId}`;

function mergeLines(
  base: Song,
  ours: Song,
  theirs: Song,
  both: string[],
  newId: () => string,
): readonly Line[] {
  const find = (song: Song, address: string) =>
    song.lines.find((line) => addressOf(line) === address);
  const addresses = new Set([...ours.lines, ...theirs.lines].map(addressOf));
  const nameOf = (line: Line) =>
    [...ours.phrases, ...theirs.phrases].find(({ id }) => id === line.phraseId)?.name ?? "a phrase";
  return [...addresses].flatMap((address): Line[] => {
    const before = find(base, address);
    const our = find(ours, address);
    const their = find(theirs, address);
    if (!our) return !their || (before && isSame(before, their)) ? [] : [their];
    if (!their) return before && isSame(before, our) ? [] : [our];
    if (isSame(our, their) || (before && isSame(before, their))) return [our];
    if (before && isSame(before, our)) return [their];
    if (isSameMusic(our.bars, their.bars)) return [our];
    both.push(`${nameOf(our)}: theirs is kept as another version`);
    const version: Version = {
      label: "from the other window",
      bars: copyOfBars(their.bars, newId),
    };
    return [{ ...our, others: [...our.others, version] }];
  });
}

function isSameMusic(a: readonly Bar[], b: readonly Bar[]): boolean {
  return a.length === b.length && a.every((bar, index) => barKey(bar) === barKey(b[index]!));
}
