import { useRef, type PointerEvent } from "react";

/** Less than this, in px, is a click and not a stretch. */
const CLICK_PX = 4;

/**
 * A click gives a moment, a drag a stretch.
 * @param secondsAt The moment under a place, in px from the element's left.
 */
export function useStretchDrag(
  secondsAt: (x: number) => number,
  onMoment: (seconds: number) => void,
  onStretch: (from: number, to: number, isOver: boolean) => void,
) {
  const start = useRef<number>(undefined);
  const isDrawn = useRef(false);
  const xOf = (event: PointerEvent<Element>) =>
    event.clientX - event.currentTarget.getBoundingClientRect().left;
  const tell = (event: PointerEvent<Element>, isOver: boolean) => {
    const [a, b] = [secondsAt(start.current!), secondsAt(xOf(event))];
    onStretch(Math.min(a, b), Math.max(a, b), isOver);
  };
  return {
    onPointerDown(event: PointerEvent<Element>) {
      if (event.button !== 0) return;
      start.current = xOf(event);
      isDrawn.current = false;
      event.currentTarget.setPointerCapture(event.pointerId);
    },
    onPointerMove(event: PointerEvent<Element>) {
      if (start.current === undefined) return;
      if (!isDrawn.current && Math.abs(xOf(event) - start.current) < CLICK_PX) return;
      isDrawn.current = true;
      tell(event, false);
    },
    onPointerUp(event: PointerEvent<Element>) {
      if (start.current === undefined) return;
      if (isDrawn.current) tell(event, true);
      else onMoment(secondsAt(xOf(event)));
      start.current = undefined;
    },
    onPointerCancel() {
      start.current = undefined;
    },
  };
}
