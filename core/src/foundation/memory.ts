import { isSameList } from "./same";

interface Remembered {
  readonly inputs: readonly unknown[];
  readonly value: unknown;
  round: number;
}

/**
 * Values that were worked out, by what they were worked out from: asked again with the same inputs
 * (the very same objects) it gives the same value. What is not asked for in a whole round is
 * forgotten.
 */
export class Memory {
  private readonly known = new Map<string, Remembered>();
  private round = 0;

  get<Value>(key: string, inputs: readonly unknown[], work: () => Value): Value {
    const found = this.known.get(key);
    if (found && isSameList(found.inputs, inputs)) {
      found.round = this.round;
      return found.value as Value;
    }
    const value = work();
    this.known.set(key, { inputs, value, round: this.round });
    return value;
  }

  /** Begins a new round, and forgets what the one before did not ask for. */
  turn(): void {
    for (const [key, { round }] of this.known) if (round < this.round) this.known.delete(key);
    this.round++;
  }
}
