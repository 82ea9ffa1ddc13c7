import { formatBar } from "../../foundation/bar-index";
import type { Finding, Severity, Whereabouts } from "../../foundation/finding";

/** What a person has to be told of more than this is told as a number. */
const MOST_OF_A_KIND = 12;

/**
 * Gathers what a reader has to say. Of what comes again and again only the first ones are listed
 * one by one, and how many there were.
 */
export class Remarks {
  private readonly all: Finding[] = [];
  private readonly counts = new Map<string, number>();
  private readonly tallies = new Map<string, { finding: Finding; count: number }>();

  say(code: string, severity: Severity, message: string, where: Whereabouts = {}): void {
    const count = (this.counts.get(code) ?? 0) + 1;
    this.counts.set(code, count);
    if (count <= MOST_OF_A_KIND) this.all.push({ code, severity, where, message });
  }

  /** Something left out that is told once, with how often it came and where first. */
  tally(code: string, severity: Severity, what: string, where: Whereabouts = {}, times = 1): void {
    if (times <= 0) return;
    const known = this.tallies.get(`${code} ${what}`);
    if (known) known.count += times;
    else {
      const finding = { code, severity, where, message: what };
      this.tallies.set(`${code} ${what}`, { finding, count: times });
    }
  }

  findings(): readonly Finding[] {
    const more = [...this.counts].flatMap(([code, count]): Finding[] => {
      if (count <= MOST_OF_A_KIND) return [];
      const first = this.all.find((finding) => finding.code === code)!;
      const message = `${count - MOST_OF_A_KIND} more like this: ${first.message}`;
      return [{ ...first, where: {}, message }];
    });
    const told = [...this.tallies.values()].map(({ finding, count }): Finding => {
      const { bar } = finding.where;
      const where =
        bar === undefined
          ? ""
          : count > 1
            ? `, first in ${formatBar(bar)}`
            : `, in ${formatBar(bar)}`;
      const often = count > 1 ? `${count} × ` : "";
      return { ...finding, message: `${often}${finding.message}${where}` };
    });
    return [...this.all, ...more, ...told].sort(
      (a, b) => ORDER[a.severity] - ORDER[b.severity] || (a.where.bar ?? 0) - (b.where.bar ?? 0),
    );
  }
}

const ORDER: Readonly<Record<Severity, number>> = { error: 0, warning: 1, info: 2 };
