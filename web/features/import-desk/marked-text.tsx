"use client";

import type { Finding } from "@intonazione/core/foundation";

/** A stretch of a text that somebody should look at; indices of characters. */
interface Stretch {
  readonly from: number;
  readonly to: number;
}

/** The text once more, behind the field in which it is typed, with its doubts marked. */
export function MarkedText({
  text,
  findings,
  scroll,
}: {
  readonly text: string;
  readonly findings: readonly Finding[];
  readonly scroll: { readonly top: number; readonly left: number };
}) {
  const pieces: { readonly words: string; readonly isMarked: boolean }[] = [];
  let at = 0;
  for (const { from, to } of stretchesIn(text, findings)) {
    if (from < at) continue;
    pieces.push({ words: text.slice(at, from), isMarked: false });
    pieces.push({ words: text.slice(from, to), isMarked: true });
    at = to;
  }
  pieces.push({ words: text.slice(at), isMarked: false });
  return (
    <div aria-hidden className="pointer-events-none absolute inset-px overflow-hidden">
      <pre
        className="p-3 font-mono text-[13px] leading-[1.35] text-transparent"
        style={{ transform: `translate(${-scroll.left}px, ${-scroll.top}px)` }}
      >
        {pieces.map(({ words, isMarked }, index) =>
          isMarked ? (
            <mark
              key={index}
              className="rounded-[2px] bg-ochre-wash text-transparent outline outline-ochre"
            >
              {words}
            </mark>
          ) : (
            <span key={index}>{words}</span>
          ),
        )}
      </pre>
    </div>
  );
}

function stretchesIn(text: string, findings: readonly Finding[]): readonly Stretch[] {
  const starts = [0];
  for (let end = text.indexOf("\n"); end >= 0; end = text.indexOf("\n", end + 1))
    starts.push(end + 1);
  return findings
    .filter(({ severity }) => severity !== "info")
    .flatMap(({ where: { line, column = 1, length = 1 } }): Stretch[] => {
      const start = line === undefined ? undefined : starts[line - 1];
      if (start === undefined) return [];
      const from = Math.min(text.length, start + column - 1);
      return from < text.length ? [{ from, to: Math.min(text.length, from + length) }] : [];
    })
    .sort((a, b) => a.from - b.from);
}
