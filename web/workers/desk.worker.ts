import { readTextTab } from "@intonazione/core/formats/text-tab";
import { moveSong, remapPart } from "@intonazione/core/remap";
import { renderPassage, writeWav } from "@intonazione/core/audio";
import { perform } from "@intonazione/core/playing";
import { expose, transfer } from "comlink";
import { nanoid } from "nanoid";
import type { Desk } from "./protocol";

const WAV_RATE = 44_100;

const newId = () => nanoid(10);

const desk: Desk = {
  remapPart: (song, part, to) => remapPart(song, part, to, newId),
  moveSong,
  perform,
  renderWav: async (passage, gains, tempo, onProgress) => {
    const steps = renderPassage(passage, tempo, WAV_RATE, gains);
    let step = steps.next();
    for (; !step.done; step = steps.next()) {
      onProgress(step.value.done / step.value.total);
      // Lets the news go out; a cancelled render ends with its worker.
      await Promise.resolve();
    }
    const wav = writeWav(step.value, WAV_RATE);
    return transfer(wav, [wav.buffer]);
  },
  readTextTab: (text, options) => readTextTab(text, { ...options, newId }),
};

expose(desk);
