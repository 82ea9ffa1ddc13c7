import { readTextTab } from "@intonazione/core/formats/text-tab";
import { moveSong, remapPart } from "@intonazione/core/remap";
import { expose } from "comlink";
import { nanoid } from "nanoid";
import type { Desk } from "./protocol";

const newId = () => nanoid(10);

const desk: Desk = {
  remapPart: (song, part, to) => remapPart(song, part, to, newId),
  moveSong,
  readTextTab: (text, options) => readTextTab(text, { ...options, newId }),
};

expose(desk);
