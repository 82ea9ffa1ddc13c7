import { barEntries, barIndex, barsOn, formatBar, type BarIndex } from "../foundation/bar-index";
import type { Finding } from "../foundation/finding";
import { MAX_BARS, MAX_EVENTS_IN_BAR, type Bar } from "../score/bar";

/** What is more than a line can hold, at the first bar or event that is too much. */
export function checkBounds(bars: readonly Bar[], barsBefore = 0): readonly Finding[] {
  const findings: Finding[] = [];
  const report = (code: string, index: BarIndex, first: { id: string } | undefined, what: string) =>
    findings.push({
      code,
      severity: "error",
      where: { bar: barsOn(index, barsBefore), ...(first && { eventId: first.id }) },
      message: what,
    });
  const beyond = bars[MAX_BARS];
  if (beyond) {
    const message = `a line may have ${MAX_BARS} bars, got ${bars.length}: say the rest as another phrase`;
    report("too-many-bars", barIndex(MAX_BARS), beyond.events[0], message);
  }
  for (const [index, { events, voiceTwo = [] }] of barEntries(bars)) {
    const first = events[MAX_EVENTS_IN_BAR] ?? voiceTwo[MAX_EVENTS_IN_BAR];
    if (!first) continue;
    const message = `${formatBar(barsOn(index, barsBefore))}: a bar may have ${MAX_EVENTS_IN_BAR} events, got ${Math.max(events.length, voiceTwo.length)}: draw bar lines`;
    report("bar-too-full", index, first, message);
  }
  return findings;
}
