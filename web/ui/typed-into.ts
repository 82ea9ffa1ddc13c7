/** What keys belong to: fields, lists that open, and whatever is open beside its button. */
const FIELDS = "input, textarea, select, [role=combobox]";
const OPENED = "[data-radix-popper-content-wrapper], [role=dialog], [role=menu]";

/** Whether a key press is for what has the focus, and for nothing else on the page. */
export function isTypedInto(target: EventTarget | null): boolean {
  return (
    target instanceof HTMLElement &&
    (target.isContentEditable || target.matches(FIELDS) || target.closest(OPENED) !== null)
  );
}
