import {
  ALL_FORMATS,
  BlobSource,
  Input,
  type InputAudioTrack,
  type InputVideoTrack,
} from "mediabunny";
import type { RecordingProblem } from "./recording-problem";

/** A recording as it lies in a file. */
export interface OpenRecording {
  readonly sound: InputAudioTrack;
  /** Absent where there is none, or none that this browser can show. */
  readonly picture: InputVideoTrack | undefined;
  readonly seconds: number;
  readonly sampleRate: number;
  readonly channels: number;
  /** The media type, told by the content. */
  readonly type: string;
  readonly close: () => void;
}

/** @param mostSeconds A longer recording is a problem. */
export async function openRecording(
  file: Blob,
  mostSeconds: number,
): Promise<OpenRecording | RecordingProblem> {
  const input = new Input({ source: new BlobSource(file), formats: ALL_FORMATS });
  const isGood = await input.canRead().catch(() => false);
  if (!isGood) return closed(input, { kind: "unknown-kind" });
  try {
    return await openTracks(input, mostSeconds);
  } catch {
    return closed(input, { kind: "damaged" });
  }
}

async function openTracks(
  input: Input,
  mostSeconds: number,
): Promise<OpenRecording | RecordingProblem> {
  const sound = await input.getPrimaryAudioTrack();
  if (!sound) return closed(input, { kind: "no-sound" });
  if (!(await sound.canDecode())) {
    const codec = (await sound.getCodec()) ?? String(await sound.getInternalCodecId());
    return closed(input, { kind: "unknown-codec", codec });
  }
  const seconds = await sound.computeDuration();
  if (!(seconds > 0)) return closed(input, { kind: "empty" });
  if (seconds > mostSeconds) return closed(input, { kind: "too-long", seconds });
  const film = await input.getPrimaryVideoTrack();
  const picture = film && (await film.canDecode()) ? film : undefined;
  return {
    sound,
    picture,
    seconds,
    sampleRate: await sound.getSampleRate(),
    channels: await sound.getNumberOfChannels(),
    type: (await input.getMimeType()).split(";")[0]!,
    close: () => input.dispose(),
  };
}

function closed(input: Input, problem: RecordingProblem): RecordingProblem {
  input.dispose();
  return problem;
}
