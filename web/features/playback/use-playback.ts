"use client";

import type { Performance, PlayedEvent } from "@intonazione/core/playing";
import type { PlayWishes } from "@intonazione/core/sounding";
import type { Song } from "@intonazione/core/score";
import { useCallback, useEffect, useRef, useState } from "react";
import { useOpenSong } from "@/open-song/context";
import { selectedBars } from "@/open-song/selection";
import { Cancelled } from "@/jobs/outcome";
import { atTheDesk } from "@/workers/at-the-desk";
import { Playback } from "./engine";
import { gainsOf, planOf, type PlaySettings } from "./settings";

export type PlayState =
  | { readonly kind: "stopped" }
  | { readonly kind: "preparing" }
  | {
      readonly kind: "playing";
      readonly round: number;
      readonly rate: number;
      readonly isCounting: boolean;
    }
  | { readonly kind: "failed" };

/** Plays the song, and lets cursor and neck follow what is heard. */
export function usePlayback(settings: PlaySettings) {
  const { store } = useOpenSong();
  const [state, setState] = useState<PlayState>({ kind: "stopped" });
  const running = useRef<{ stop: () => void; setGains: (settings: PlaySettings) => void }>(
    undefined,
  );

  const stop = useCallback(() => {
    running.current?.stop();
    running.current = undefined;
    setState({ kind: "stopped" });
  }, []);

  const play = useCallback(async () => {
    running.current?.stop();
    const { history, cursor } = store.getState();
    const { song } = history;
    const abort = new AbortController();
    running.current = { stop: () => abort.abort(), setGains: () => undefined };
    setState({ kind: "preparing" });
    try {
      const wishes = wishesOf(settings, song, store.getState());
      const performance = await atTheDesk((desk) => desk.perform(song, wishes), abort.signal);
      const partIds = song.parts.map(({ id }) => id);
      const at = settings.range === "song" ? startOf(performance, cursor.eventId) : 0;
      const playback = await Playback.start(
        performance.passage,
        planOf(settings, performance, at),
        gainsOf(settings, partIds),
        stop,
      );
      if (abort.signal.aborted) return playback.stop();
      const follow = followWith(playback, performance, store, setState);
      running.current = {
        stop: () => {
          follow.stop();
          playback.stop();
        },
        setGains: (fresh) => playback.setGains(gainsOf(fresh, partIds)),
      };
    } catch (error) {
      if (error instanceof Cancelled) return;
      running.current = undefined;
      setState({ kind: "failed" });
    }
  }, [store, settings, stop]);

  // Volumes take hold while it plays; everything else from the next start.
  useEffect(() => running.current?.setGains(settings), [settings]);
  useEffect(() => () => running.current?.stop(), []);
  return { state, play, stop };
}

function wishesOf(
  { range }: PlaySettings,
  song: Song,
  state: Parameters<typeof selectedBars>[0],
): PlayWishes {
  const phraseId = state.cursor.phraseId ?? song.phrases[0]?.id;
  if (range === "song" || phraseId === undefined) return {};
  const bars = range === "selection" ? selectedBars(state) : undefined;
  return { phraseId, ...(bars && { bars }) };
}

/** Where the event at the cursor is heard first; the start, if it is not. */
function startOf({ events }: Performance, eventId: string | undefined): number {
  return events.find((event) => event.eventId === eventId)?.start ?? 0;
}

/** Moves the cursor to what is heard, frame by frame. */
function followWith(
  playback: Playback,
  performance: Performance,
  store: ReturnType<typeof useOpenSong>["store"],
  onState: (state: PlayState) => void,
): { readonly stop: () => void } {
  const byPart = groupByPart(performance.events);
  let frame = 0;
  let said = "";
  const step = () => {
    frame = requestAnimationFrame(step);
    const heard = playback.heardNow();
    if (!heard) return;
    const { round, rate, seconds } = heard;
    const isCounting = seconds < 0;
    const now = `${round} ${rate} ${isCounting}`;
    if (now !== said) {
      said = now;
      onState({ kind: "playing", round, rate, isCounting });
    }
    const { cursor } = store.getState();
    const event = heardAt(byPart.get(cursor.partId) ?? [], seconds);
    if (!event || event.eventId === cursor.eventId) return;
    store.moveCursor(
      { phraseId: event.phraseId, eventId: event.eventId, noteId: undefined },
      "selection",
    );
  };
  frame = requestAnimationFrame(step);
  return { stop: () => cancelAnimationFrame(frame) };
}

function groupByPart(events: readonly PlayedEvent[]): Map<string, PlayedEvent[]> {
  const groups = new Map<string, PlayedEvent[]>();
  for (const event of events) {
    const group = groups.get(event.partId);
    if (group) group.push(event);
    else groups.set(event.partId, [event]);
  }
  return groups;
}

/** The last event of the upper voice that has begun. */
export function heardAt(events: readonly PlayedEvent[], seconds: number): PlayedEvent | undefined {
  let low = 0;
  let high = events.length;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (events[middle]!.start <= seconds) low = middle + 1;
    else high = middle;
  }
  for (let index = low - 1; index >= 0; index--) {
    if (events[index]!.voice === 1) return events[index];
  }
  return undefined;
}
