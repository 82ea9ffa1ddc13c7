import { MAX_TAKE_SECONDS, type Take, type TakeKind } from "@intonazione/core/takes";
import { nanoid } from "nanoid";
import { isProblem, type RecordingProblem } from "@/media/recording-problem";
import type { OpenTakes } from "./open-takes";

const MOST_NAME = 100;

/** How bringing a file ended. */
export type Brought =
  | {
      readonly kind: "brought";
      readonly take: Take;
      /** False where the browser had no room: until it is sent, only this window has it. */
      readonly isKept: boolean;
    }
  | { readonly kind: "problem"; readonly name: string; readonly problem: RecordingProblem };

/** What is said of a take when it comes. */
export interface BringWishes extends Partial<Pick<Take, "map" | "source">> {
  readonly name: string;
  readonly kind: TakeKind;
}

/** Makes a take of a file: usable at once, sent in the background. */
export async function bringTake(
  { store, sounds }: OpenTakes,
  file: Blob,
  { name, kind, ...known }: BringWishes,
): Promise<Brought> {
  const called = nameOfFile(name);
  const facts = await factsOf(file);
  if (isProblem(facts)) return { kind: "problem", name: called, problem: facts };
  const take: Take = {
    id: nanoid(12),
    name: called,
    kind,
    source: "",
    remarks: "",
    recording: { bytes: file.size, ...facts },
    playedCents: 0,
    loops: [],
    marks: [],
    stills: [],
    ...known,
  };
  const isKept = await sounds.keep(take.id, file);
  store.run(`bring “${called}”`, (takes) => [...takes, take]);
  store.choose(take.id);
  return { kind: "brought", take, isKept };
}

async function factsOf(file: Blob) {
  if (file.size === 0) return { kind: "empty" } as const;
  // The toolkit is fetched when the first take comes.
  const { openRecording } = await import("@/media/open-recording");
  const opened = await openRecording(file, MAX_TAKE_SECONDS);
  if (isProblem(opened)) return opened;
  const { seconds, channels, type, picture, close } = opened;
  close();
  return { seconds, channels, type, hasPicture: picture !== undefined };
}

/** @example nameOfFile("C:\\takes\\Riff, slow.take 2.wav") // "Riff, slow.take 2" */
export function nameOfFile(path: string): string {
  const last = path.split(/[/\\]/u).at(-1)!;
  // Signs that draw nothing have no place in a name.
  const plain = last
    .replace(/\p{C}/gu, "")
    .replace(/\.[^.]{1,5}$/u, "")
    .trim();
  return plain.slice(0, MOST_NAME) || "Take";
}
