import type { Bar } from "../../score/bar";
import type { CalloutContext } from "../context";
import { printCallout } from "../print-callout";

/** Music that has no words of its own, in the call-out's own signs, without a note value before it. */
export function signsOf(
  bar: Bar,
  context: Pick<CalloutContext, "names" | "metre" | "tempoBpm">,
): string {
  const said = printCallout([bar], context).replace(/ \|$/u, "");
  return said.replace(/^'\S+ /u, "");
}
