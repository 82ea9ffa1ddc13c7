import { say } from "./run.mjs";

/**
 * What is to be kept alive.
 * @typedef {object} Kept
 * @property {() => Promise<boolean>} isAlive
 * @property {() => boolean} revive Starts it again; false when that failed.
 * @property {() => boolean} isWanted False while it is stopped on purpose.
 */

const LOOK_EVERY_MS = 500;
const FIRST_WAIT_MS = 0;
const LONGEST_WAIT_MS = 60_000;
/** Who lived so long has got over it: the next death is a first one again. */
const GOT_OVER_MS = 5 * 60_000;

/**
 * How long to wait before the next revival: at once after the first death, then longer each time.
 * @param {number} deaths How often in a row it died, from 1.
 */
export function waitBeforeRevival(deaths) {
  return deaths <= 1 ? FIRST_WAIT_MS : Math.min(LONGEST_WAIT_MS, 1000 * 2 ** (deaths - 2));
}

/**
 * Looks after something that may die: brings it back, waiting longer each time it dies again, and says
 * so. What answers late is not dead: it is looked at twice.
 * @param {string} name As the log calls it. @param {Kept} kept
 * @returns {() => void} Stops looking.
 */
export function keepAlive(name, kept) {
  let deaths = 0;
  let diedAt = 0;
  let isOver = false;
  /** @type {NodeJS.Timeout | undefined} */
  let timer;
  const again = (/** @type {number} */ afterMs) => {
    if (!isOver) timer = setTimeout(() => void look(), afterMs);
  };
  const look = async () => {
    if (!kept.isWanted() || (await kept.isAlive()) || (await kept.isAlive())) {
      return again(LOOK_EVERY_MS);
    }
    if (isOver || !kept.isWanted()) return again(LOOK_EVERY_MS);
    deaths = Date.now() - diedAt > GOT_OVER_MS ? 1 : deaths + 1;
    diedAt = Date.now();
    const wait = waitBeforeRevival(deaths);
    const when = wait === 0 ? "now" : `in ${wait / 1000} s`;
    say(
      `${name} has died${deaths > 1 ? `, ${deaths} times in a row` : ""}: starting it again ${when} …`,
    );
    timer = setTimeout(() => {
      if (isOver || !kept.isWanted()) return again(LOOK_EVERY_MS);
      const isBack = kept.revive();
      const seconds = ((Date.now() - diedAt) / 1000).toFixed(1);
      say(isBack ? `${name} is back after ${seconds} s.` : `${name} did not start.`);
      again(LOOK_EVERY_MS);
    }, wait);
  };
  again(LOOK_EVERY_MS);
  return () => {
    isOver = true;
    clearTimeout(timer);
  };
}
