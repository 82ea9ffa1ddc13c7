import type { Pulse } from "@intonazione/core/listening";
import {
  doubled,
  halved,
  positionAt,
  shifted,
  withBeatAt,
  withOneAt,
  type TakeMap,
} from "@intonazione/core/takes";
import type { Hearing } from "./hearing";
import { takeAtHand, type TakesStore } from "./store";

/** The map that was found: its first bar line is "one" of bar 1. */
function mapOfPulse({ beats, downbeats }: Pulse): TakeMap | undefined {
  if (beats.length < 2) return undefined;
  const one = beats.indexOf(downbeats[0] ?? beats[0]!);
  return { beats, one: Math.max(0, one), pinned: [] };
}

function setMap(store: TakesStore, label: string, map: TakeMap | undefined): void {
  if (!map) return;
  store.change(label, (take) => (take.map === map ? take : { ...take, map }));
}

/** Takes what was found as the take's beats; where "one" was said already, it stays there. */
export function acceptPulse(store: TakesStore, pulse: Pulse): void {
  const before = takeAtHand(store.getState())?.map;
  const found = mapOfPulse(pulse);
  const said = before && before.beats[before.one];
  setMap(
    store,
    "take the beats that were found",
    found && said !== undefined ? withOneAt(found, said) : found,
  );
}

/** What can be done to the beats that stand; each does nothing while there are none. */
const BEAT_EDITS = {
  half: { label: "count half as many beats", edit: halved },
  double: { label: "count twice as many beats", edit: doubled },
  later: { label: "bar 1 a beat later", edit: (map: TakeMap) => shifted(map, 1) },
  earlier: { label: "bar 1 a beat earlier", edit: (map: TakeMap) => shifted(map, -1) },
} as const;

export function editBeats(store: TakesStore, what: keyof typeof BEAT_EDITS): void {
  const map = takeAtHand(store.getState())?.map;
  const { label, edit } = BEAT_EDITS[what];
  setMap(store, label, map && edit(map));
}

/** Says that bar 1 begins at a moment; where no beats stand yet, those found are taken. */
export function setBarOne(store: TakesStore, seconds: number): void {
  const state = store.getState();
  const pulse = state.heard?.pulse;
  const map = takeAtHand(state)?.map ?? (pulse && mapOfPulse(pulse));
  setMap(store, "this is bar 1", map && withOneAt(map, seconds));
}

/** Says that the nearest beat is at a moment: it is pinned, and the rest follows. */
export function setBeat(store: TakesStore, seconds: number): void {
  const map = takeAtHand(store.getState())?.map;
  if (!map) return;
  const index = Math.round(positionAt(map, seconds) + map.one);
  const isThere = index >= 0 && index < map.beats.length;
  setMap(store, "move a beat", isThere ? withBeatAt(map, index, seconds) : undefined);
}

/** Taps further apart than this begin anew, in seconds of the take. */
const MOST_APART = 3;
const LEAST_TAPS = 3;

/** What was tapped along the take; the tempo is taken from it, and the beats are found anew. */
export class Taps {
  private moments: readonly number[] = [];

  constructor(
    private readonly store: TakesStore,
    private readonly hearing: Pick<Hearing, "pulse">,
  ) {}

  /** @returns how many taps there are, and the tempo once there are enough. */
  async tap(seconds: number): Promise<{ readonly count: number; readonly bpm?: number }> {
    const last = this.moments.at(-1);
    const isNew = last === undefined || seconds <= last || seconds - last > MOST_APART;
    this.moments = isNew ? [seconds] : [...this.moments, seconds];
    const count = this.moments.length;
    if (count < LEAST_TAPS) return { count };
    const bpm = tappedBpm(this.moments);
    const pulse = await this.hearing.pulse(bpm);
    const map = (pulse && mapOfPulse(pulse)) ?? evenMap(this.store, this.moments);
    const before = takeAtHand(this.store.getState())?.map;
    const one = before?.beats[before.one] ?? this.moments[0]!;
    this.store.change("tap the beat", (take) => ({ ...take, map: withOneAt(map, one) }), "taps");
    return { count, bpm };
  }
}

/** By the median of what lies between them. */
export function tappedBpm(moments: readonly number[]): number {
  const gaps = moments.slice(1).map((moment, index) => moment - moments[index]!);
  const sorted = gaps.sort((a, b) => a - b);
  const middle = sorted.length >> 1;
  const gap =
    sorted.length % 2 === 1 ? sorted[middle]! : (sorted[middle - 1]! + sorted[middle]!) / 2;
  return 60 / gap;
}

/** Beats as they were tapped, through the whole take; for takes in which none are found. */
function evenMap(store: TakesStore, moments: readonly number[]): TakeMap {
  const seconds = takeAtHand(store.getState())?.recording.seconds ?? moments.at(-1)!;
  const gap = 60 / tappedBpm(moments);
  const before = Math.floor(moments[0]! / gap);
  const count = Math.max(2, before + 1 + Math.floor((seconds - moments[0]!) / gap));
  const beats = Array.from({ length: count }, (_, index) => moments[0]! + (index - before) * gap);
  return { beats, one: before, pinned: [] };
}
