import { barEntries, barsOn, formatBar } from "../foundation/bar-index";
import type { Finding } from "../foundation/finding";
import { remembering } from "../foundation/remembering";
import { durationInWords } from "../rhythm/duration";
import { subtract, sum, ZERO, type Fraction } from "../rhythm/fraction";
import { formatMetre } from "../rhythm/metre";
import { hasUnknownLength, type Bar } from "../score/bar";
import { lengthOf } from "../score/event";
import type { BarFrame } from "../score/frame";

export interface BarBalance {
  readonly filled: Fraction;
  /** Positive when the bar holds too much, negative when something is missing. */
  readonly excess: Fraction;
}

export function balanceOf(
  bar: Pick<Bar, "events">,
  { length }: Pick<BarFrame, "length">,
): BarBalance {
  const filled = sum(bar.events.map(lengthOf));
  return { filled, excess: subtract(filled, length) };
}

/**
 * Bars that do not add up. A last bar that is short is only worth a word: it may be still in the
 * writing, or end on the way to the next phrase. A second voice may be short, but not too long.
 * Nothing is held against a bar whose rhythm nobody said yet.
 * @param frames What holds in each bar.
 * @param before How many bars of the part stand before these: findings count through the part.
 */
export function checkBars(
  bars: readonly Bar[],
  frames: readonly BarFrame[],
  before = 0,
): readonly Finding[] {
  return barEntries(bars).flatMap(([index, bar]): Finding[] => {
    const frame = frames[index]!;
    const found: Finding[] = [];
    if (hasUnknownLength(bar)) return found;
    const { excess, below } = balances(bar, frame.length.num, frame.length.den);
    if (excess.num === 0 && below.num <= 0) return found;
    const ofPart = barsOn(index, before);
    const isLast = index === bars.length - 1;
    const say = (voice: string, over: Fraction) => {
      const amount = durationInWords({ num: Math.abs(over.num), den: over.den });
      const isOver = over.num > 0;
      const from = frame.from.num > 0 ? " after its pick-up" : "";
      found.push({
        code: isOver ? "bar-over" : "bar-under",
        severity: !isOver && isLast ? "info" : "warning",
        where: { bar: ofPart },
        message: `${voice}${formatBar(ofPart)} is ${article(amount)} too ${isOver ? "long" : "short"} for ${formatMetre(frame.metre)}${from}`,
      });
    };
    if (excess.num !== 0) say("", excess);
    if (below.num > 0) say("voice two in ", below);
    return found;
  });
}

/** By how much each voice of a bar is more, or less, than the bar holds. */
const balances = remembering((bar: Bar, num: number, den: number) => {
  const frame = { length: { num, den } };
  return {
    excess: balanceOf(bar, frame).excess,
    below: bar.voiceTwo ? balanceOf({ events: bar.voiceTwo }, frame).excess : ZERO,
  };
});

function article(amount: string): string {
  if (/^\d/u.test(amount)) return amount;
  return `${/^[aeiou]/u.test(amount) ? "an" : "a"} ${amount}`;
}
