import { barsOn, formatBar } from "../foundation/bar-index";
import { stringsInWords } from "../instrument/capo";
import { displayPitch } from "../pitch/pitch";
import type { Pin, PinConflict } from "./pins";

/** Like “bar 2: D4 on string 5 fret 17 cannot be together with: stay in position 2”. */
export function conflictInWords({ bar, pins }: PinConflict, barsBefore = 0): string {
  const [first, ...others] = pins.map(pinInWords);
  const told =
    others.length === 0
      ? `${first} cannot be kept`
      : `${first} cannot be kept together with ${others.join(", ")}`;
  return `${formatBar(barsOn(bar, barsBefore))}: ${told}`;
}

function pinInWords(pin: Pin): string {
  switch (pin.kind) {
    case "place":
      return `${displayPitch(pin.pitch)} on string ${pin.place.string}, fret ${pin.place.fret}`;
    case "not-on":
      return `${displayPitch(pin.pitch)} not on ${stringsInWords(pin.strings)}`;
    case "position":
      return `staying in position ${pin.fret}`;
    case "without-strings":
      return `leaving ${stringsInWords(pin.strings)} alone`;
  }
}
