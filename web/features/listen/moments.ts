import type { Take } from "@intonazione/core/takes";
import type { SnapsTo } from "@/open-takes/store";

/** @example formatMoment(72.44) // "1:12.4" */
export function formatMoment(seconds: number): string {
  const tenths = Math.round(seconds * 10);
  const minutes = Math.floor(tenths / 600);
  const rest = ((tenths % 600) / 10).toFixed(1);
  return `${minutes}:${rest.padStart(4, "0")}`;
}

/**
 * @example formatLength(221) // "3:41"
 * @example formatLength(18061) // "5:01:01"
 */
export function formatLength(seconds: number): string {
  const whole = Math.round(seconds);
  const [hours, minutes] = [Math.floor(whole / 3600), Math.floor(whole / 60) % 60];
  const two = (count: number) => String(count).padStart(2, "0");
  return hours > 0
    ? `${hours}:${two(minutes)}:${two(whole % 60)}`
    : `${minutes}:${two(whole % 60)}`;
}

/** @example formatCents(-23) // "−23 c" */
export function formatCents(cents: number): string {
  const rounded = Math.round(cents);
  if (rounded === 0) return "0 c";
  return `${rounded > 0 ? "+" : "−"}${Math.abs(rounded)} c`;
}

/** How far off a moment may be snapped to, in seconds. */
const REACH_SECONDS = 0.12;

/** The nearest of some moments, where one is near; the moment itself where none is. */
export function snapped(seconds: number, to: readonly number[]): number {
  let best = seconds;
  let least = REACH_SECONDS;
  for (const moment of to) {
    const off = Math.abs(moment - seconds);
    if (off < least) [best, least] = [moment, off];
  }
  return best;
}

/** What loop ends are snapped to. */
export function snapMoments(
  snapsTo: SnapsTo,
  take: Take | undefined,
  attacks: readonly number[] | undefined,
): readonly number[] {
  if (snapsTo === "beats") return take?.map?.beats ?? [];
  return snapsTo === "attacks" ? (attacks ?? []) : [];
}
