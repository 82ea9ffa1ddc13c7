import { nanoid } from "nanoid";

const WINDOW_NAME = "intonazione-window";
const lockOf = (windowId: string) => `${WINDOW_NAME}-${windowId}`;

let named: Promise<string> | undefined;

/** This window's name; found out once, however many songs are opened in it. */
export function windowName(): Promise<string> {
  named ??= nameWindow();
  return named;
}

/**
 * Names a window: the same after a reload, another one for a duplicated window. While it lives the
 * window holds a lock of its name, so that others can tell whose copies are left over.
 */
export async function nameWindow(): Promise<string> {
  const known = sessionStorage.getItem(WINDOW_NAME);
  const name = known !== null && (await hold(known)) ? known : nanoid(8);
  if (name !== known) await hold(name);
  sessionStorage.setItem(WINDOW_NAME, name);
  return name;
}

/** Holds a window's lock until the page is closed; false when another window has it. */
function hold(windowId: string): Promise<boolean> {
  // Without locks (an insecure origin) every window believes in its stored name.
  if (!("locks" in navigator)) return Promise.resolve(true);
  return new Promise((resolve) => {
    const forever = () => {
      resolve(true);
      return new Promise(() => undefined);
    };
    // A page that is just being reloaded lets go of its lock within moments.
    const signal = AbortSignal.timeout(400);
    navigator.locks.request(lockOf(windowId), { signal }, forever).catch(() => resolve(false));
  });
}

/** Whether the window of that name is open. */
export async function isAlive(windowId: string): Promise<boolean> {
  if (!("locks" in navigator)) return false;
  const { held } = await navigator.locks.query();
  return held?.some(({ name }) => name === lockOf(windowId)) ?? false;
}
