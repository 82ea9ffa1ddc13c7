"use client";

import { useEffect } from "react";
import type { Command } from "./commands";

/** What a key press is called in the commands: `mod+shift+z`, `ArrowLeft`, `e`. */
export function nameOfKey(
  press: Pick<KeyboardEvent, "key" | "ctrlKey" | "metaKey" | "shiftKey">,
): string {
  const mod = press.ctrlKey || press.metaKey ? "mod+" : "";
  // Shift counts where it does not already make another character.
  const isLetter = /^[a-z]$/iu.test(press.key);
  const shift = press.shiftKey && (isLetter || press.key.length > 1) ? "shift+" : "";
  return `${mod}${shift}${isLetter ? press.key.toLowerCase() : press.key}`;
}

function isTypedInto(target: EventTarget | null): boolean {
  return (
    target instanceof HTMLElement &&
    (target.isContentEditable || target.matches("input, textarea, select"))
  );
}

/** In a field, keys belong to the field; only this one reaches through. */
const EVERYWHERE = "mod+k";

/** Lets keys run commands. A focused button keeps Enter; an open dialog keeps everything. */
export function useKeys(commands: readonly Command[], isBlocked: boolean): void {
  useEffect(() => {
    if (isBlocked) return;
    const onKeyDown = (press: KeyboardEvent) => {
      if (press.defaultPrevented || press.altKey) return;
      const name = nameOfKey(press);
      if (isTypedInto(press.target) && name !== EVERYWHERE) return;
      const isOnButton =
        press.target instanceof Element && press.target.closest("button, a, summary");
      if (name === "Enter" && isOnButton) return;
      const command = commands.find(({ keys }) => keys?.includes(name));
      if (!command) return;
      press.preventDefault();
      command.run();
    };
    window.addEventListener("keydown", onKeyDown);
    return () => window.removeEventListener("keydown", onKeyDown);
  }, [commands, isBlocked]);
}
