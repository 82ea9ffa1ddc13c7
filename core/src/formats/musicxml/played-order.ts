import { MAX_PASSES } from "../../score/form";
import type { Piece, Repeat } from "./pieces";

/**
 * The pieces in the order in which they are heard, where D.C., D.S., coda and fine lead elsewhere;
 * undefined where nothing does. After a jump repeats are not played again, as is usual.
 */
export function jumpedOrder(
  pieces: readonly Piece[],
  repeats: readonly Repeat[],
): readonly number[] | undefined {
  if (!pieces.some(({ jump }) => jump)) return undefined;
  const order: number[] = [];
  let hasJumped = false;
  let at = 0;
  while (at < repeats.length && order.length < MAX_PASSES) {
    const repeat = repeats[at]!;
    const played = hasJumped ? lastPass(repeat) : allPasses(repeat);
    const stop = stopIn(played, pieces, hasJumped);
    order.push(...played.slice(0, stop.length));
    if (stop.kind === "fine") break;
    if (stop.kind === "coda") {
      const coda = repeats.findIndex(({ body }) => body.some((piece) => pieces[piece]!.coda));
      if (coda < 0 || coda <= at) break;
      at = coda;
      continue;
    }
    if (stop.kind === "jump") {
      hasJumped = true;
      const segno = repeats.findIndex(({ body }) => body.some((piece) => pieces[piece]!.segno));
      at = stop.to === "da-capo" || segno < 0 ? 0 : segno;
      continue;
    }
    at++;
  }
  return order.slice(0, MAX_PASSES);
}

type Stop =
  | { readonly kind: "end" | "fine" | "coda"; readonly length: number }
  | { readonly kind: "jump"; readonly length: number; readonly to: "da-capo" | "dal-segno" };

function stopIn(played: readonly number[], pieces: readonly Piece[], hasJumped: boolean): Stop {
  const lastOf = new Map(played.map((piece, index) => [piece, index]));
  for (const [index, at] of played.entries()) {
    const piece = pieces[at]!;
    if (hasJumped && piece.fine) return { kind: "fine", length: index + 1 };
    if (hasJumped && piece.toCoda) return { kind: "coda", length: index + 1 };
    // The repeats are played first.
    if (!hasJumped && piece.jump && lastOf.get(at) === index) {
      return { kind: "jump", length: index + 1, to: piece.jump };
    }
  }
  return { kind: "end", length: played.length };
}

function allPasses({ body, times, endings }: Repeat): readonly number[] {
  return Array.from({ length: times }, (_, index) => index + 1).flatMap((pass) => [
    ...body,
    ...endings.filter(({ passes }) => passes.includes(pass)).map(({ piece }) => piece),
  ]);
}

function lastPass({ body, times, endings }: Repeat): readonly number[] {
  const last = endings.filter(({ passes }) => passes.includes(times)).map(({ piece }) => piece);
  return [...body, ...last];
}
