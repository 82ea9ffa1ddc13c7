import { isSame } from "../foundation/same";
import type { OwnProfile } from "./profiles";

/**
 * A studio's profiles as two windows have them, made one: what only one window changed comes from
 * there, of what both changed ours stands, and what one took away and the other changed stays.
 * @param base What both were made from.
 */
export function mergeProfiles(
  base: readonly OwnProfile[],
  ours: readonly OwnProfile[],
  theirs: readonly OwnProfile[],
): readonly OwnProfile[] {
  const was = byId(base);
  const our = byId(ours);
  const their = byId(theirs);
  const isChanged = (one: OwnProfile) => !isSame(one, was.get(one.id));
  const here = theirs.flatMap((one) => {
    const own = our.get(one.id);
    if (own) return [isChanged(own) ? own : one];
    return was.has(one.id) && !isChanged(one) ? [] : [one];
  });
  const more = ours.filter((one) => !their.has(one.id) && isChanged(one));
  return [...here, ...more];
}

function byId(profiles: readonly OwnProfile[]): ReadonlyMap<string, OwnProfile> {
  return new Map(profiles.map((one) => [one.id, one]));
}
