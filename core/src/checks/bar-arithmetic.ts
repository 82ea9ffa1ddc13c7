import type { Finding } from "../foundation/finding";
import { durationInWords } from "../rhythm/duration";
import { compare, subtract, sum, type Fraction } from "../rhythm/fraction";
import { barLength, formatMetre, type Metre } from "../rhythm/metre";
import type { Bar } from "../score/song";

export interface BarBalance {
  readonly filled: Fraction;
  /** Positive when the bar holds too much, negative when something is missing. */
  readonly excess: Fraction;
}

export function balanceOf(bar: Bar, metre: Metre): BarBalance {
  const filled = sum(bar.events.map((event) => event.duration));
  return { filled, excess: subtract(filled, barLength(metre)) };
}

/**
 * Bars that do not add up. A last bar that is short is only worth a word: it may be still in the
 * writing, or end on the way to the next phrase.
 */
export function checkBars(bars: readonly Bar[], metre: Metre): readonly Finding[] {
  return bars.flatMap((bar, index): Finding[] => {
    const { excess } = balanceOf(bar, metre);
    const sign = Math.sign(compare(excess, { num: 0, den: 1 }));
    if (sign === 0) return [];
    const amount = durationInWords({ num: Math.abs(excess.num), den: excess.den });
    const isLast = index === bars.length - 1;
    return [
      {
        code: sign > 0 ? "bar-over" : "bar-under",
        severity: sign < 0 && isLast ? "info" : "warning",
        where: { bar: index + 1 },
        message: `bar ${index + 1} is ${article(amount)} too ${sign > 0 ? "long" : "short"} for ${formatMetre(metre)}`,
      },
    ];
  });
}

function article(amount: string): string {
  if (/^\d/u.test(amount)) return amount;
  return `${/^[aeiou]/u.test(amount) ? "an" : "a"} ${amount}`;
}
