/** Numbers that become more, without an object for each: 4 bytes a number, whatever there are. */
export class Growing {
  private held = new Float32Array(4096);
  private count = 0;

  get length(): number {
    return this.count;
  }

  add(value: number): void {
    if (this.count === this.held.length) {
      const more = new Float32Array(2 * this.held.length);
      more.set(this.held);
      this.held = more;
    }
    this.held[this.count] = value;
    this.count += 1;
  }

  /** A copy of what is there. */
  values(): Float32Array {
    return this.held.slice(0, this.count);
  }
}
