import type { Finding } from "../foundation/finding";
import { isSame } from "../foundation/same";
import { compare } from "../rhythm/fraction";
import type { LineEvent } from "../score/event";
import { CalloutParser } from "./callout-parser";
import type { ReadWords, Stand } from "./read-words";
import type { CalloutContext } from "./context";
import type { Item, Span } from "./item";

/**
 * Reads a text that grew out of another one: what stands before the first change is taken over, and
 * so is what stands behind the last one, from the first word on at which both texts stand alike.
 * The result is what reading all of it anew would give, with the ids of what did not change.
 *
 * @param context The very one that the other text was read with.
 */
export function reread(
  text: string,
  old: ReadWords,
  context: CalloutContext,
  newId: () => string,
): ReadWords {
  const shorter = Math.min(text.length, old.text.length);
  let head = 0;
  while (head < shorter && text[head] === old.text[head]) head++;
  if (head === text.length && head === old.text.length) return old;
  let tail = 0;
  while (
    tail < shorter - head &&
    text[text.length - 1 - tail] === old.text[old.text.length - 1 - tail]
  ) {
    tail++;
  }
  const shift = text.length - old.text.length;
  const behind = new Map(
    old.stands
      .map((stand, index) => ({ stand, next: old.stands[index + 1] }))
      .filter(({ stand }) => stand.position >= old.text.length - tail)
      .map((known) => [known.stand.position + shift, known]),
  );
  const parser = new CalloutParser(text, context, newId, before(old, head));
  return parser.run((stand) => {
    // The blank or sign before a word can belong to the change: the word itself must not.
    const known = stand.position > text.length - tail ? behind.get(stand.position) : undefined;
    if (!known || !isAlike(known.stand, stand)) return undefined;
    const isFree = isOfItself(text, known.stand, known.next, stand.position);
    if (!isFree && !hasSameBefore(known.stand, stand)) return undefined;
    return rest(old, known.stand, stand);
  });
}

/** What was read before a change: a word looks no further than at the first sign of the next one. */
function before(old: ReadWords, head: number): ReadWords | undefined {
  const count = old.stands.findLastIndex(({ position }) => position < head) + 1;
  const at = old.stands[count - 1];
  if (!at) return undefined;
  const items = old.items.slice(0, at.items);
  return {
    text: old.text.slice(0, at.position),
    items,
    findings: old.findings.slice(0, at.findings),
    spans: spansOf(items, old, 0),
    stands: old.stands.slice(0, count),
  };
}

/** What was read from a stand on, moved to where it stands now. */
function rest(old: ReadWords, from: Stand, now: Stand): ReadWords {
  const shift = now.position - from.position;
  const items = old.items.slice(from.items).map((item) => movedItem(item, shift));
  return {
    text: old.text.slice(from.position),
    items,
    findings: old.findings.slice(from.findings).map((finding) => movedFinding(finding, shift)),
    spans: spansOf(items, old, shift),
    stands: old.stands
      .filter(({ position }) => position > from.position)
      .map((stand) => ({
        ...stand,
        position: stand.position + shift,
        items: stand.items - from.items,
        findings: stand.findings - from.findings,
        // As long as nothing new sounds, what sounded last is what sounds there now.
        last: stand.last === from.last ? now.last : stand.last,
        before: stand.before === from.before ? now.before : stand.before,
      })),
  };
}

/** Whether the next word means the same at both, as far as it does not carry anything on. */
function isAlike(one: Stand, other: Stand): boolean {
  return (
    compare(one.duration, other.duration) === 0 &&
    one.lengthUnknown === other.lengthUnknown &&
    one.string === other.string
  );
}

/** Whether what follows says a sound of its own first: then nothing asks what was before it. */
function isOfItself(
  text: string,
  stand: Stand,
  next: Stand | undefined,
  position: number,
): boolean {
  if (next === undefined || next.last === stand.last || next.before === stand.before) return false;
  return !/[=~]/u.test(text.slice(position, position + next.position - stand.position));
}

/** Whether the same can be carried on. */
function hasSameBefore(one: Stand, other: Stand): boolean {
  return (
    isSameEvent(one.last, other.last) &&
    isSameEvent(one.before, other.before) &&
    (one.last === one.before) === (other.last === other.before)
  );
}

/** The same but for ids: “=” and “~” carry the rest of it on. */
function isSameEvent(one: LineEvent | undefined, other: LineEvent | undefined): boolean {
  if (one === other) return true;
  return one !== undefined && other !== undefined && isSame(nameless(one), nameless(other));
}

function nameless(event: LineEvent): LineEvent {
  if (event.kind !== "notes") return { ...event, id: "" };
  return { ...event, id: "", notes: event.notes.map((note) => ({ ...note, id: "" })) };
}

/** Where the events of these items were said, moved along the text. */
function spansOf(items: readonly Item[], old: ReadWords, shift: number): Map<string, Span> {
  const spans = new Map<string, Span>();
  for (const { id } of eventsOf(items)) {
    const span = old.spans.get(id);
    if (span) spans.set(id, moved(span, shift));
  }
  return spans;
}

function eventsOf(items: readonly Item[]): readonly LineEvent[] {
  return items.flatMap((item) =>
    item.kind === "event" ? [item.event] : item.kind === "voice-two" ? item.events : [],
  );
}

const moved = ({ start, length }: Span, shift: number): Span => ({ start: start + shift, length });

function movedItem(item: Item, shift: number): Item {
  if (shift === 0 || !("span" in item)) return item;
  return { ...item, span: moved(item.span, shift) };
}

function movedFinding(finding: Finding, shift: number): Finding {
  const { column } = finding.where;
  if (shift === 0 || column === undefined) return finding;
  return { ...finding, where: { ...finding.where, column: column + shift } };
}
