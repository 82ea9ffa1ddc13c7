import type { Take } from "@intonazione/core/takes";

/** A take of ten seconds, as it is when it was brought. */
export function takeOf(details: Partial<Take> = {}): Take {
  return {
    id: "take",
    name: "Riff",
    kind: "record",
    source: "",
    remarks: "",
    recording: { bytes: 1000, type: "audio/wav", seconds: 10, channels: 2, hasPicture: false },
    playedCents: 0,
    loops: [],
    marks: [],
    stills: [],
    ...details,
  };
}
