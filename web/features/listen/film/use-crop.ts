import type { Take } from "@intonazione/core/takes";
import { useRef, useState, type PointerEvent } from "react";
import { useOpenSong } from "@/open-song/context";

/** In shares of what is shown. */
export interface Box {
  readonly left: number;
  readonly top: number;
  readonly right: number;
  readonly bottom: number;
}

type Spot = readonly [number, number];

/** A crop smaller than this, as a share, is a slip of the hand. */
const LEAST_CROP = 0.05;

/** A box drawn on the picture becomes what is shown of it. */
export function useCrop({ crop }: Take) {
  const { takes } = useOpenSong();
  const start = useRef<Spot>(undefined);
  const [box, setBox] = useState<Box>();
  return {
    box,
    drop: () => takes.store.change("show the whole picture", ({ crop: _, ...take }) => take),
    pointer: {
      onPointerDown(event: PointerEvent<Element>) {
        start.current = spotOf(event);
        event.currentTarget.setPointerCapture(event.pointerId);
      },
      onPointerMove(event: PointerEvent<Element>) {
        if (start.current) setBox(boxBetween(start.current, spotOf(event)));
      },
      onPointerUp(event: PointerEvent<Element>) {
        if (!start.current) return;
        const { left, top, right, bottom } = boxBetween(start.current, spotOf(event));
        start.current = undefined;
        setBox(undefined);
        const [width, height] = [right - left, bottom - top];
        if (width < LEAST_CROP || height < LEAST_CROP) return;
        // A box within a crop is a part of that part.
        const outer = crop ?? { left: 0, top: 0, width: 1, height: 1 };
        takes.store.change("look at a part of the picture", (take) => ({
          ...take,
          crop: {
            left: outer.left + left * outer.width,
            top: outer.top + top * outer.height,
            width: width * outer.width,
            height: height * outer.height,
          },
        }));
      },
      onPointerCancel() {
        start.current = undefined;
        setBox(undefined);
      },
    },
  };
}

function spotOf(event: PointerEvent<Element>): Spot {
  const frame = event.currentTarget.getBoundingClientRect();
  const share = (at: number, from: number, size: number) =>
    Math.min(1, Math.max(0, (at - from) / size));
  return [
    share(event.clientX, frame.left, frame.width),
    share(event.clientY, frame.top, frame.height),
  ];
}

function boxBetween([fromX, fromY]: Spot, [x, y]: Spot): Box {
  return {
    left: Math.min(x, fromX),
    top: Math.min(y, fromY),
    right: Math.max(x, fromX),
    bottom: Math.max(y, fromY),
  };
}
