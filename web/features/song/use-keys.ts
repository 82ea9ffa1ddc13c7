"use client";

import { useEffect } from "react";
import { isTypedInto } from "@/ui/typed-into";
import type { Command } from "@/stages/command";
import type { Clipboard } from "@/stages/stage";

/** What a key press is called in the commands: `mod+shift+z`, `ArrowLeft`, `e`, `alt+7`. */
export function nameOfKey(
  press: Pick<KeyboardEvent, "key" | "ctrlKey" | "metaKey" | "shiftKey"> &
    Partial<Pick<KeyboardEvent, "altKey" | "code">>,
): string {
  // With Alt a key writes what its layout wants: the digit is told by where it lies.
  if (press.altKey) return `alt+${/^Digit(\d)$/u.exec(press.code ?? "")?.[1] ?? press.key}`;
  const mod = press.ctrlKey || press.metaKey ? "mod+" : "";
  // Shift counts where it does not already make another character.
  const isLetter = /^[a-z]$/iu.test(press.key);
  const shift = press.shiftKey && (isLetter || press.key.length > 1) ? "shift+" : "";
  return `${mod}${shift}${isLetter ? press.key.toLowerCase() : press.key}`;
}

/** In a field, keys belong to the field; only this one reaches through. */
const EVERYWHERE = "mod+k";

/** The first command that a key has, where it stands now. */
export function commandUnder(name: string, commands: readonly Command[]): Command | undefined {
  return commands.find(({ keys, isOn }) => keys?.includes(name) && (isOn?.() ?? true));
}

/** Lets keys run commands. A focused button keeps Enter; an open dialog keeps everything. */
export function useKeys(commands: readonly Command[], isBlocked: boolean): void {
  useEffect(() => {
    if (isBlocked) return;
    const onKeyDown = (press: KeyboardEvent) => {
      if (press.defaultPrevented) return;
      const name = nameOfKey(press);
      if (isTypedInto(press.target) && name !== EVERYWHERE) return;
      const isOnButton =
        press.target instanceof Element && press.target.closest("button, a, summary");
      if ((name === "Enter" || name === " ") && isOnButton) return;
      const command = commandUnder(name, commands);
      if (!command) return;
      press.preventDefault();
      command.run();
    };
    window.addEventListener("keydown", onKeyDown);
    return () => window.removeEventListener("keydown", onKeyDown);
  }, [commands, isBlocked]);
}

/** Copy, cut and paste as the stage at hand means them; in a field they belong to the field. */
export function useClipboard(
  clipboard: Clipboard | undefined,
  onSlip: (message: string) => void,
): void {
  useEffect(() => {
    if (!clipboard) return;
    const take = (how: () => string) => (event: ClipboardEvent) => {
      const isReading = window.getSelection()?.toString() !== "";
      if (isTypedInto(event.target) || isReading) return;
      const text = how();
      if (text === "") return;
      event.clipboardData?.setData("text/plain", text);
      event.preventDefault();
    };
    const copy = take(clipboard.copy);
    const cut = take(clipboard.cut);
    const paste = (event: ClipboardEvent) => {
      if (isTypedInto(event.target)) return;
      const slip = clipboard.paste(event.clipboardData?.getData("text/plain") ?? "");
      if (slip !== undefined) onSlip(slip);
      event.preventDefault();
    };
    window.addEventListener("copy", copy);
    window.addEventListener("cut", cut);
    window.addEventListener("paste", paste);
    return () => {
      window.removeEventListener("copy", copy);
      window.removeEventListener("cut", cut);
      window.removeEventListener("paste", paste);
    };
  }, [clipboard, onSlip]);
}
