import type { MarkKind, TakeKind } from "@intonazione/core/takes";
import type { RecordingProblem } from "@/media/recording-problem";
import type { MicrophoneProblem } from "@/open-takes/record";
import { formatLength } from "./moments";

export const KIND_NAME: Readonly<Record<TakeKind, string>> = {
  record: "record",
  stage: "on stage",
  own: "own playing",
  lesson: "lesson",
  student: "student",
};

export const MARK_NAME: Readonly<Record<MarkKind, string>> = {
  section: "section",
  doubt: "doubt",
  otherwise: "live they do it otherwise",
  "open-string": "open string heard",
  "lowest-note": "lowest note",
};

const WORKS = "WAV, MP3, FLAC, Ogg, Opus, M4A, MP4 and WebM work.";

/** Why a file became no take, and what would work. */
export function problemInWords(name: string, problem: RecordingProblem): string {
  switch (problem.kind) {
    case "unknown-kind":
      return `“${name}” is no sound or film that this browser can read. ${WORKS}`;
    case "no-sound":
      return `“${name}” has no sound in it: a take needs one. A film with its sound works.`;
    case "damaged":
      return `“${name}” is cut off or damaged so that it cannot be opened. Copy it anew from where it came.`;
    case "unknown-codec":
      return `“${name}” is coded as ${problem.codec}, which this browser does not know. ${WORKS}`;
    case "empty":
      return `“${name}” is empty: there is no sound in it.`;
    case "too-long":
      return `“${name}” lasts ${formatLength(problem.seconds)}; four hours is the most. Cut it in two.`;
  }
}

export const MICROPHONE_WORDS: Readonly<Record<MicrophoneProblem, string>> = {
  refused:
    "The browser was told not to let us hear the microphone. Allow it in the browser’s settings for this page, then try again.",
  none: "There is no microphone. Plug one in, then try again.",
  unsupported: "This browser cannot record here. Record elsewhere and choose the file.",
};

/** The microphone went away in the middle. */
export const PULLED_OUT_WORDS = {
  kept: "The microphone went away. What was recorded until then was kept as a take.",
  nothing: "The microphone went away before anything was recorded. Plug it in, then try again.",
} as const;
