import { MAX_TAKE_SECONDS } from "@intonazione/core/takes";
import { HEAR_ALL, heardOnly, reachOf, type HearOnly } from "@intonazione/core/listening";
import { expose } from "comlink";
import { openRecording } from "@/media/open-recording";
import { isProblem, type RecordingProblem } from "@/media/recording-problem";
import { SoundReader } from "@/media/sound-reader";
import { PIECE_SECONDS, type SoundWish } from "@/worklets/take-protocol";

/** What the player has to know of a take before it plays. */
export interface PlayableSound {
  readonly sampleRate: number;
  readonly channels: 1 | 2;
  readonly pieces: number;
}

/** Decodes the take at hand and lets through what is to be heard of it, piece by piece. */
export interface TakeSound {
  open(file: Blob): Promise<PlayableSound | RecordingProblem>;
  /** Answers the wishes that come through the port. */
  supply(port: MessagePort): void;
  hear(hearing: HearOnly): void;
}

let reader: SoundReader | undefined;
let close = () => {};
let hearing = HEAR_ALL;

const sound: TakeSound = {
  async open(file) {
    const opened = await openRecording(file, MAX_TAKE_SECONDS);
    if (isProblem(opened)) return opened;
    close();
    close = opened.close;
    reader = new SoundReader(opened.sound, opened.sampleRate, opened.channels === 1 ? 1 : 2);
    const { sampleRate, channels } = reader;
    return { sampleRate, channels, pieces: Math.ceil(opened.seconds / PIECE_SECONDS) };
  },
  supply(port) {
    port.onmessage = ({ data: { piece } }: MessageEvent<SoundWish>) => {
      void give(port, piece);
    };
  },
  hear(wanted) {
    hearing = wanted;
  },
};

async function give(port: MessagePort, piece: number): Promise<void> {
  if (!reader) return;
  const { sampleRate } = reader;
  const wanted = hearing;
  const count = Math.round(PIECE_SECONDS * sampleRate);
  const reach = reachOf(wanted, sampleRate);
  const around = await reader.read(
    piece * count - reach.before,
    count + reach.before + reach.behind,
  );
  const channels = heardOnly(around, reach, sampleRate, wanted);
  // What is heard otherwise by now is asked for again.
  if (wanted !== hearing) return give(port, piece);
  port.postMessage(
    { piece, channels },
    channels.map(({ buffer }) => buffer as ArrayBuffer),
  );
}

expose(sound);
