import {
  HandTable,
  adviseOnLine,
  judgementOf,
  lineRequest,
  type LineRequest,
  type Weights,
} from "@intonazione/core/placement";
import { fret } from "@intonazione/core/neck";
import { formatKey } from "@intonazione/core/pitch";
import { STRAIGHT } from "@intonazione/core/rhythm";
import { eventsOf, notesOf, type Bar, type Song } from "@intonazione/core/score";
import { Unusable } from "../failure";
import { keyOf, metreOf, partFor, phraseSchema, readAsked, type AskedPhrase } from "./asked";
import { ANY_KEY, barsOfEvents } from "./bars-of-events";

type Places = readonly (readonly (readonly [string: number, fret: number])[])[];

export interface PlacedPhrase {
  readonly id: string;
  /** By event and note, in the order asked. */
  readonly notes: Places;
  readonly ways: readonly Places[];
  readonly proven: boolean;
}

/** `place --batch`: phrases by themselves, or each after others that are placed. */
export function placeBatch(): readonly PlacedPhrase[] {
  return placePhrasesAsked(readAsked(phraseSchema));
}

/** @throws Unusable where an item names one that is not there, or strings and keys that cannot be read. */
export function placePhrasesAsked(items: readonly AskedPhrase[]): readonly PlacedPhrase[] {
  const tables = new Map<string, HandTable>();
  return items.flatMap((item) => {
    if (item.places) return [];
    const { request, table } = requestFor(item, items, tables);
    const { options } = adviseOnLine(request, table, item.alternatives ?? 1);
    const ways = options.map(({ bars }) => placesIn(bars));
    return [{ id: item.id, notes: ways[0]!, ways, proven: options[0]!.isProven }];
  });
}

/** What a phrase is asked with, and the hands for it. @param tables Those known already. */
export function requestFor(
  item: AskedPhrase,
  items: readonly AskedPhrase[],
  tables: Map<string, HandTable>,
  weights?: Weights,
): { readonly request: LineRequest; readonly table: HandTable } {
  const part = partFor(item);
  const key = keyOf(item);
  const tableKey = [item.strings, item.capo, item.instrument, key && formatKey(key)].join("|");
  let table = tables.get(tableKey);
  if (!table) {
    const judgement = judgementOf(part, key);
    table = new HandTable(weights ? { ...judgement, weights } : judgement);
    tables.set(tableKey, table);
  }
  const song = songOf([...placedBefore(item, items), item], part);
  const { around, first } = item;
  const wishes = {
    ...(around !== undefined && { around }),
    ...(first && { first: { string: first[0], fret: fret(first[1]) } }),
  };
  return { request: lineRequest(song, part, item.id, table, { wishes }), table };
}

/** The phrases put right that stand before this one, first things first. */
function placedBefore(item: AskedPhrase, items: readonly AskedPhrase[]): AskedPhrase[] {
  const before: AskedPhrase[] = [];
  const seen = new Set<string>([item.id]);
  let after = item.after;
  while (after !== undefined) {
    const one = items.find(({ id }) => id === after);
    if (!one || seen.has(after)) throw new Unusable(`${item.id}: after: no phrase ${after}`);
    if (!one.places) throw new Unusable(`${item.id}: after: ${after} has no places`);
    seen.add(after);
    before.unshift(one);
    after = one.after;
  }
  return before;
}

function songOf(items: readonly AskedPhrase[], part: Song["parts"][number]): Song {
  const last = items.at(-1)!;
  const metre = metreOf(last);
  const key = keyOf(last);
  return {
    title: "",
    tempoBpm: last.tempo,
    metre,
    feel: STRAIGHT,
    key: key ?? ANY_KEY,
    referenceHz: 440,
    style: {},
    parts: [part],
    phrases: items.map(({ id }) => ({ id, name: id, marks: [] })),
    form: [],
    lines: items.map((item) => ({
      phraseId: item.id,
      partId: part.id,
      others: [],
      bars: barsOfEvents(item.events, metreOf(item), key, item.places),
    })),
  };
}

/** Where notes lie, by event; those without a place are left out. */
export function placesIn(bars: readonly Bar[]): Places {
  return eventsOf(bars).map((event) =>
    notesOf(event).flatMap((note) =>
      note.kind === "pitched" && note.place ? [[note.place.string, note.place.fret] as const] : [],
    ),
  );
}
