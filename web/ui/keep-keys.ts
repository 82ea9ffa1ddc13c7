import type { MouseEvent } from "react";

/**
 * Lets a click on a button or slider leave the keys to the page, as where something is played and worked
 * at by turns: the space bar goes on playing. Tab still leads to every control.
 */
export function keepKeys(event: MouseEvent<HTMLElement>): void {
  const target = event.target as Element;
  if (!target.closest("button, [role=slider]") || target.closest("[role=combobox]")) return;
  event.preventDefault();
  const { activeElement } = document;
  if (activeElement instanceof HTMLElement && activeElement !== document.body) activeElement.blur();
}
