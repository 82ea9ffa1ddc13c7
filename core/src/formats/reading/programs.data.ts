import type { InstrumentKind } from "../../instrument/instrument";

/** General MIDI programmes, counted from 1: 25–32 guitars, 33–40 basses. */
export const PROGRAM_OF_KIND: Readonly<Record<InstrumentKind, number>> = {
  classical: 25,
  acoustic: 26,
  slide: 26,
  other: 26,
  electric: 28,
  baritone: 28,
  bass: 34,
};
