import type { TakePlan } from "@intonazione/core/takes";
import type { SoundPiece, TakeAct, TakeTurn } from "../../web/worklets/take-protocol";

/**
 * Ten minutes of a looped take on the audio thread, without a browser: how far what is heard lies from
 * where the cursor is told to be. The take is a tick a second. Prints, by speed, how far in milliseconds
 * the ticks lie at most, and how much further at the end than at the beginning.
 */
const RATE = 44_100;
const MINUTES = 10;
const BLOCK = 128;
const TAKE_SECONDS = 64;
const TICK_SECONDS = 0.01;

interface Port {
  onmessage: ((event: { readonly data: unknown }) => void) | null;
  readonly postMessage: (message: unknown) => void;
}

interface Processor {
  readonly port: Port;
  process(inputs: readonly [], outputs: readonly (readonly Float32Array[])[]): boolean;
}

let told: (turn: TakeTurn) => void = () => undefined;
let make: new (options: object) => Processor;
// What the audio thread offers.
Object.assign(globalThis, {
  sampleRate: RATE,
  currentTime: 0,
  currentFrame: 0,
  AudioWorkletProcessor: class {
    readonly port: Port = {
      onmessage: null,
      postMessage: (turn) => told(turn as TakeTurn),
    };
  },
  registerProcessor: (_: string, processor: typeof make) => {
    make = processor;
  },
});
await import("../../web/worklets/take.worklet");

/** A second of the take: it begins with a tick. */
const second = Float32Array.from({ length: RATE }, (_, at) =>
  at < TICK_SECONDS * RATE ? Math.sin((2 * Math.PI * 1800 * at) / RATE) : 0,
);

/** Plays a loop. @returns what is heard, and what was told of it */
async function played(plan: TakePlan): Promise<{ sound: Float32Array; turns: TakeTurn[] }> {
  const turns: TakeTurn[] = [];
  told = (turn) => turns.push(turn);
  const processor = new make({ processorOptions: { channels: 1, pieces: TAKE_SECONDS } });
  // The stretching library is got ready behind the beginning.
  await new Promise((resolve) => setTimeout(resolve, 500));
  const wanted: number[] = [];
  const supply: Port = {
    onmessage: null,
    postMessage: (message) => wanted.push((message as { piece: number }).piece),
  };
  const act = (one: TakeAct) => processor.port.onmessage!({ data: one });
  const give = () => {
    for (const piece of wanted.splice(0)) {
      const data: SoundPiece = { piece, channels: [second] };
      supply.onmessage!({ data });
    }
  };
  act({ kind: "supply", port: supply as unknown as MessagePort });
  act({ kind: "play", plan, cents: 0, at: plan.from });
  const sound = new Float32Array(MINUTES * 60 * RATE);
  for (let at = 0; at + BLOCK <= sound.length; at += BLOCK) {
    Object.assign(globalThis, { currentFrame: at });
    give();
    processor.process([], [[sound.subarray(at, at + BLOCK)]]);
  }
  return { sound, turns };
}

/** Where around a sample most of the sound is; undefined where there is little. */
function tickNear(sound: Float32Array, around: number): number | undefined {
  const reach = Math.round(0.08 * RATE);
  let [sum, moment] = [0, 0];
  for (let at = Math.max(0, around - reach); at < Math.min(sound.length, around + reach); at++) {
    const energy = sound[at]! ** 2;
    sum += energy;
    moment += energy * at;
  }
  return sum > 1 ? moment / sum : undefined;
}

const figures: Record<string, { apart: number; drifted: number }> = {};
for (const speed of [1, 0.5]) {
  const [from, to] = [0.5, TAKE_SECONDS - 10.3];
  const { sound, turns } = await played({
    from,
    to,
    isLooping: true,
    speed: { start: speed, step: 0, everyRounds: 1, to: speed },
  });
  const offsets: number[] = [];
  const heard = turns.filter(({ rate }) => rate > 0);
  for (const [index, turn] of heard.entries()) {
    const next = heard[index + 1];
    if (!next) break;
    const until = turn.seconds + ((next.frame - turn.frame) / RATE) * turn.rate;
    for (let tick = Math.ceil(turn.seconds); tick < until; tick++) {
      if (tick < from + 0.2 || tick > to - 0.2) continue;
      const expected = turn.frame + ((tick - turn.seconds) / turn.rate) * RATE;
      const found = tickNear(sound, Math.round(expected));
      // The middle of a tick is meant.
      if (found !== undefined) {
        offsets.push((1000 * (found - expected)) / RATE - (500 * TICK_SECONDS) / turn.rate);
      }
    }
  }
  const mean = (values: readonly number[]) =>
    values.reduce((sum, value) => sum + value, 0) / values.length;
  const some = Math.round(offsets.length / 10);
  figures[`${100 * speed} %`] = {
    apart: Math.max(...offsets.map(Math.abs)),
    drifted: Math.abs(mean(offsets.slice(-some)) - mean(offsets.slice(0, some))),
  };
}
process.stdout.write(`${JSON.stringify(figures)}\n`);
process.exit(0);
