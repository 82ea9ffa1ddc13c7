import { openTalk } from "@intonazione/core/formats/captions";
import { readTextTab } from "@intonazione/core/formats/text-tab";
import {
  adviseOnLine,
  carryOn,
  lineRequest,
  planLine,
  tableFor,
  weighPlaces,
  type HandTable,
  type Profile,
} from "@intonazione/core/placement";
import { moveSong, remapPart } from "@intonazione/core/remap";
import { linesOfPart, type Song } from "@intonazione/core/score";
import { findTuning } from "@intonazione/core/tuning-finder";
import { renderPassage, writeWav } from "@intonazione/core/synthesis";
import { perform, playBenchBand } from "@intonazione/core/playing";
import { expose, transfer } from "comlink";
import { nanoid } from "nanoid";
import type { Desk, LineAddress } from "./protocol";
import { openFile } from "./read-files";

const WAV_RATE = 44_100;

const newId = () => nanoid(10);

/** Hands that were worked out stay at the desk for the next request: the same few parts come again. */
const tables = new Map<string, HandTable>();
const MOST_TABLES = 6;

/** Phrases are placed for so long to have their hands at the desk, in ms. */
const WARM_UP_MS = 400;

function tableAt(song: Song, { partId }: LineAddress, profile: Profile) {
  const part = song.parts.find(({ id }) => id === partId)!;
  const { instrument, capo } = part;
  const key = JSON.stringify([instrument, capo, song.key, profile.weights, profile.player]);
  let table = tables.get(key);
  if (!table) {
    if (tables.size >= MOST_TABLES) tables.clear();
    tables.set(key, (table = tableFor(song, part, profile)));
  }
  return { part, table };
}

const desk: Desk = {
  openTalk: (text, context) => openTalk(text, context, newId),
  remapPart: (song, part, to, how) => remapPart(song, part, to, newId, how),
  advise: (song, at, { profile, count, ...asked }) => {
    const { part, table } = tableAt(song, at, profile);
    return adviseOnLine(lineRequest(song, part, at.phraseId, table, asked), table, count);
  },
  carryOn: (song, at, bars, profile) => {
    const { part, table } = tableAt(song, at, profile);
    return carryOn(song, part, at.phraseId, bars, table);
  },
  weighPlaces: (song, at, noteId, profile) => {
    const { part, table } = tableAt(song, at, profile);
    return weighPlaces(lineRequest(song, part, at.phraseId, table), noteId, table);
  },
  warmUp: (song, partId, profile) => {
    const until = performance.now() + WARM_UP_MS;
    for (const { phraseId } of linesOfPart(song, partId)) {
      if (performance.now() > until) return false;
      const { part, table } = tableAt(song, { phraseId, partId }, profile);
      planLine(lineRequest(song, part, phraseId, table, { scope: "unpinned" }), table);
    }
    return true;
  },
  findTuning,
  moveSong,
  openFile: (name, bytes, wanted) => openFile(name, bytes, wanted, newId),
  perform,
  renderWav: async (passage, gains, tempo, onProgress) => {
    const steps = renderPassage(passage, tempo, WAV_RATE, gains);
    let step = steps.next();
    for (; !step.done; step = steps.next()) {
      onProgress(step.value.done / step.value.total);
      // Lets the news go out; a cancelled render ends with its worker.
      await Promise.resolve();
    }
    const wav = writeWav([step.value], WAV_RATE);
    return transfer(wav, [wav.buffer]);
  },
  benchBand: (song, wishes) => {
    const take = playBenchBand(song, wishes, WAV_RATE);
    if (!take) return undefined;
    const wav = writeWav(take.channels, WAV_RATE);
    return transfer({ wav, map: take.map }, [wav.buffer]);
  },
  readTextTab: (text, options) => readTextTab(text, { ...options, newId }),
};

expose(desk);
