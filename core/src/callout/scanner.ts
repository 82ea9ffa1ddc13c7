import type { Finding, Severity } from "../foundation/finding";
import type { Span } from "./item";

/** Walks over a text and collects what there is to say about it. Columns count from 1. */
export class Scanner {
  position = 0;
  readonly findings: Finding[] = [];

  constructor(readonly text: string) {}

  get done(): boolean {
    return this.position >= this.text.length;
  }

  /** A comma parts words as a blank does. */
  skipBlanks(): void {
    this.take(/[\s,]+/uy);
  }

  /** Takes what a sticky pattern matches here, and moves behind it. */
  take(pattern: RegExp): RegExpExecArray | undefined {
    pattern.lastIndex = this.position;
    const match = pattern.exec(this.text) ?? undefined;
    if (match) this.position += match[0].length;
    return match;
  }

  sees(pattern: RegExp): boolean {
    pattern.lastIndex = this.position;
    return pattern.test(this.text);
  }

  /** What was taken since `start`. */
  spanFrom(start: number): Span {
    return { start, length: Math.max(1, this.position - start) };
  }

  report(code: string, start: number, message: string, severity: Severity = "error"): void {
    const where = { column: start + 1, length: this.spanFrom(start).length };
    this.findings.push({ code, severity, where, message });
  }

  reportAt(code: string, { start, length }: Span, message: string): void {
    this.findings.push({ code, severity: "error", where: { column: start + 1, length }, message });
  }

  /**
   * Reports a slip at the word that starts at `start` and goes on behind it.
   * @param instead What would be understood in its place.
   */
  slip(code: string, start: number, expected: string, instead?: string): void {
    this.take(/[^\s,|()[\]+]+/uy);
    if (this.position === start) this.position++;
    const word = this.text.slice(start, this.position);
    if (instead === undefined || instead === word)
      return this.report(code, start, `“${word}”: expected ${expected}`);
    const where = { column: start + 1, length: this.spanFrom(start).length };
    const message = `“${word}”: did you mean “${instead}”? Expected ${expected}`;
    this.findings.push({ code, severity: "error", where, message, instead });
  }
}
