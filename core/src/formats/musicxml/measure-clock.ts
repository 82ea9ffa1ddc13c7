import { add, divide, fraction, multiply, ZERO, type Fraction } from "../../rhythm/fraction";

/** Files count time in units of their own; what is exact in a score often had to be rounded there. */
export class MeasureClock {
  /** In units, from the start of the measure. */
  private now = 0;
  /** By voice: where its last note ended, in units and exactly. */
  private readonly ends = new Map<string, { units: number; exact: Fraction }>();

  constructor(private divisions: number) {}

  get unitsOfQuarter(): number {
    return this.divisions;
  }

  changeDivisions(divisions: number): void {
    this.now = (this.now * divisions) / this.divisions;
    this.divisions = divisions;
  }

  /** The moment now, from the start of the measure. */
  get onset(): Fraction {
    return this.exact(this.now);
  }

  /**
   * Takes the time of a note.
   * @param value what its type and dots say; believed where rounding explains the difference.
   */
  take(units: number, voice: string, value?: Fraction): { onset: Fraction; duration: Fraction } {
    const before = this.ends.get(voice);
    // A voice that goes on where it ended goes on exactly there.
    const onset = before && Math.abs(before.units - this.now) < 0.5 ? before.exact : this.onset;
    const counted = this.exact(units);
    const isRounded = value && Math.abs((4 * this.divisions * value.num) / value.den - units) < 1;
    const duration = isRounded ? value : counted;
    this.move(units);
    this.ends.set(voice, { units: this.now, exact: add(onset, duration) });
    return { onset, duration };
  }

  move(units: number): void {
    this.now = Math.max(0, this.now + units);
    // A step back to the start may miss it by what was rounded.
    if (units < 0 && this.now < 0.5) this.now = 0;
  }

  private exact(units: number): Fraction {
    const scaled = Math.round(units * 1000);
    if (scaled === 0) return ZERO;
    return divide(fraction(scaled, 1000), multiply(fraction(4), fraction(this.divisions)));
  }
}
