/** Why nothing can be recorded. */
export type MicrophoneProblem = "refused" | "none" | "unsupported";

/** A recording from the microphone that is under way. */
export interface MicrophoneTake {
  /** Ends it. @returns what was recorded; undefined where nothing was, or it was had before. */
  readonly stop: () => Promise<Blob | undefined>;
}

/**
 * Records from the microphone, as it comes: no echo taken out, no gain ridden, no noise let go.
 * @param onPulledOut Told when the microphone goes away; what was recorded by then can be had by `stop`.
 */
export async function recordMicrophone(
  onPulledOut: () => void,
): Promise<MicrophoneTake | MicrophoneProblem> {
  if (!("mediaDevices" in navigator) || typeof MediaRecorder === "undefined") return "unsupported";
  let stream: MediaStream;
  try {
    stream = await navigator.mediaDevices.getUserMedia({
      audio: { echoCancellation: false, autoGainControl: false, noiseSuppression: false },
    });
  } catch (error) {
    const isMissing = error instanceof DOMException && error.name === "NotFoundError";
    return isMissing ? "none" : "refused";
  }
  const recorder = new MediaRecorder(stream);
  const pieces: Blob[] = [];
  recorder.ondataavailable = ({ data }) => pieces.push(data);
  const over = new Promise<void>((resolve) => {
    recorder.onstop = () => resolve();
  });
  for (const track of stream.getTracks()) track.onended = onPulledOut;
  recorder.start(1000);
  return {
    async stop() {
      if (recorder.state !== "inactive") recorder.stop();
      await over;
      for (const track of stream.getTracks()) {
        track.onended = null;
        track.stop();
      }
      const whole = new Blob(pieces.splice(0), { type: recorder.mimeType });
      return whole.size > 0 ? whole : undefined;
    },
  };
}
