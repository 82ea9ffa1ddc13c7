import { vi } from "vitest";
import type { SongStore } from "@/open-song/store";
import { commandsOf } from "./commands";
import { typeDigit } from "./strip-commands";
import { commandUnder } from "./use-keys";

/** The screen of an open song, none of which does anything. */
export const screen = {
  openPalette: vi.fn(),
  openMoveTo: vi.fn(),
  openReadTab: vi.fn(),
  showCallOut: vi.fn(),
  playOrStop: vi.fn(),
  movePhrase: vi.fn(),
};

let clock = 0;
/**
 * Presses keys one after the other, slowly enough that digits stand alone.
 * A key without a command is a fault of the test.
 */
export function press(store: SongStore, ...keys: string[]): void {
  for (const key of keys) {
    if (store.getState().stage === "write" && /^\d$/u.test(key)) {
      typeDigit(store, Number(key), (clock += 5000));
      continue;
    }
    const command = commandUnder(key, commandsOf(store, screen));
    if (!command) throw new Error(`no command under ${key}`);
    command.run();
  }
}
