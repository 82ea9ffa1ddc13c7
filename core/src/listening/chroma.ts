import { Growing } from "../sound/growing";
import type { Partials } from "./partials";

/** How much of each pitch class sounds in each frame of partials: 12 numbers a frame, C first. */
export class ChromaHearing {
  private readonly found = new Growing();
  private readonly classes = new Float64Array(12);

  hear({ count, hz, level }: Partials): void {
    const { classes } = this;
    classes.fill(0);
    for (let index = 0; index < count; index++) {
      const midi = Math.round(69 + 12 * Math.log2(hz[index]! / 440));
      classes[((midi % 12) + 12) % 12]! += Math.sqrt(level[index]!);
    }
    for (const amount of classes) this.found.add(amount);
  }

  values(): Float32Array {
    return this.found.values();
  }
}
