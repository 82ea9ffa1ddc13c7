/** What can hurt, and the one sentence that stands beside it. */
const STRAIN =
  "Stretches, long bends and fast repeated picking strain hands and arms: warm up, rest, stop when it hurts, and see a clinician if it lasts.";

const CAUTIONS: Readonly<Record<string, string>> = {
  "span-too-wide": STRAIN,
  "low-stretch-long": STRAIN,
  "picking-too-fast": STRAIN,
  "bend-beyond-string": STRAIN,
  "tremolo-too-fast": STRAIN,
  "tension-unsafe":
    "Turn your face away while you tune, and loosen a string before you take it off; a technician knows which set holds.",
};

export function cautionFor(code: string): string | undefined {
  return CAUTIONS[code];
}
