import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { tempoInRound } from "../passage/play-plan";
import { Playhead, type TakePlan } from "./playhead";

const RATE = 8000;
const steady = (share: number) => ({ start: share, step: 0, everyRounds: 1, to: share });

const anyPlan = fc
  .record({
    from: fc.double({ min: 0, max: 20, noNaN: true }),
    seconds: fc.double({ min: 0.05, max: 4, noNaN: true }),
    speed: fc.record({
      start: fc.double({ min: 0.25, max: 2, noNaN: true }),
      step: fc.double({ min: 0, max: 0.3, noNaN: true }),
      everyRounds: fc.integer({ min: 1, max: 3 }),
      to: fc.double({ min: 0.25, max: 2, noNaN: true }),
    }),
  })
  .map(({ from, seconds, speed }): TakePlan => ({
    from,
    to: from + seconds,
    isLooping: true,
    speed,
  }));

describe("where in a take the playing stands", () => {
  it("goes round and round, each round as long as its speed says, however it is asked", () => {
    fc.assert(
      fc.property(
        anyPlan,
        fc.array(fc.integer({ min: 1, max: 5000 }), { maxLength: 40 }),
        (plan, steps) => {
          const head = new Playhead(plan, RATE, plan.from);
          let counted = 0;
          for (const step of steps) {
            for (let left = step; left > 0;) {
              const { round } = head.position;
              const went = head.advance(left);
              left -= went;
              counted += went;
              const now = head.position;
              expect(now.seconds).toBeGreaterThanOrEqual(plan.from);
              expect(now.seconds).toBeLessThan(plan.to + plan.speed.to / RATE + 1e-3);
              if (now.round === round) continue;
              expect(now).toMatchObject({
                seconds: plan.from,
                rate: tempoInRound(plan.speed, now.round),
              });
              const whole = Math.round(
                ((plan.to - plan.from) / tempoInRound(plan.speed, round)) * RATE,
              );
              expect(counted).toBe(Math.max(1, whole));
              counted = 0;
            }
          }
        },
      ),
    );
  });

  it("goes on from where it stands by another plan, and stops where nothing is looped", () => {
    const once = { from: 1, to: 3, isLooping: false, speed: steady(0.5) };
    const head = new Playhead(once, RATE, 2);
    head.advance(RATE);
    expect(head.position).toMatchObject({ seconds: 2.5, rate: 0.5, isDone: false });
    head.change({ ...once, speed: steady(1) });
    expect(head.position).toMatchObject({ seconds: 2.5, rate: 1, round: 0 });
    expect(head.advance(2 * RATE)).toBe(RATE / 2);
    expect(head.position).toMatchObject({ seconds: 3, isDone: true });
    head.change({ ...once, from: 0, to: 2 });
    expect(head.position).toMatchObject({ seconds: 0, isDone: false });
    head.seek(1.25);
    expect(head.position.seconds).toBe(1.25);
    head.seek(99);
    expect(head.position.seconds).toBe(2);
  });
});
