import { childOf, type XmlElement } from "../xml/read-xml";
import type { RawRepeats } from "./raw";

/** Repeat signs and brackets of a bar line. */
export function readBarline(element: XmlElement): RawRepeats {
  const repeat = childOf(element, "repeat")?.attributes;
  const ending = childOf(element, "ending")?.attributes;
  const passes = [...(ending?.["number"] ?? "").matchAll(/\d{1,2}/gu)].map(([digits]) =>
    Number(digits),
  );
  const times = Number(repeat?.["times"] ?? 2);
  return {
    ...(repeat?.["direction"] === "forward" && { opensRepeat: true }),
    ...(repeat?.["direction"] === "backward" && {
      closesRepeat: times >= 2 && times <= 64 ? Math.floor(times) : 2,
    }),
    ...(ending?.["type"] === "start" && { startsEnding: passes.filter((pass) => pass > 0) }),
    ...(ending && ending["type"] !== "start" && { stopsEnding: true }),
  };
}
