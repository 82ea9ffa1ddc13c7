import { openedOf } from "@/open-song/open-song.test-kit";
import type { SongStore } from "@/open-song/state/store";
import { typeDigit } from "@/stages/write/strip-commands";
import { commandsOf } from "./commands";
import { commandUnder } from "./use-keys";

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
    const command = commandUnder(key, commandsOf(openedOf(store)));
    if (!command) throw new Error(`no command under ${key}`);
    command.run();
  }
}
