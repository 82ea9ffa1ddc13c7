import type { Item } from "./item";

/**
 * `|: … :|`: what stands between is played twice; with endings once for each of them, `|: a |1-3 b :|4 c |`.
 * Items are counted from the start of the call-out.
 */
export class Repeat {
  /** Where the ending begins that is being said, and which rounds end so. */
  private ending: { readonly at: number; readonly from: number; readonly to: number } | undefined;
  private bodyEnd: number | undefined;

  constructor(
    readonly start: number,
    private readonly firstItem: number,
  ) {}

  /** Whether what was said last is an ending: it goes on to the end of the call-out, or to `:|`. */
  get isEnding(): boolean {
    return this.ending !== undefined;
  }

  /** An ending begins: of the rounds `from` to `to`. */
  begin(at: number, from: number, to: number): void {
    this.bodyEnd ??= at;
    this.ending = { at, from, to };
  }

  /** What is the same in every round. */
  body(items: readonly Item[]): readonly Item[] {
    return items.slice(this.firstItem, this.bodyEnd);
  }

  /** The rounds that are played where `:|` stands, but for the one that was just said. */
  rounds(items: readonly Item[]): readonly (readonly Item[])[] {
    const { ending } = this;
    if (!ending) {
      this.bodyEnd = items.length;
      return [this.body(items)];
    }
    const round = [...this.body(items), ...items.slice(ending.at)];
    return Array.from({ length: Math.max(0, ending.to - ending.from) }, () => round);
  }
}
