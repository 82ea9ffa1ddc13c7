import type { Finding } from "../foundation/finding";
import type { Ending, Section } from "../score/form";
import type { Song } from "../score/song";

/** What is wrong with a form: phrases that do not exist, and endings that are never reached. */
export function checkForm({ form, phrases }: Pick<Song, "form" | "phrases">): readonly Finding[] {
  const names = new Map(phrases.map(({ id, name }) => [id, name]));
  return form.flatMap((section) => {
    const ofItems = section.items.flatMap((item) => [
      ...missing(names, section, item.phraseId),
      ...checkEndings(names, section, item, names.get(item.phraseId) ?? item.phraseId),
    ]);
    return [...ofItems, ...checkEndings(names, section, section, section.name)];
  });
}

function missing(
  names: ReadonlyMap<string, string>,
  section: Section,
  phraseId: string,
): readonly Finding[] {
  if (names.has(phraseId)) return [];
  const message = `${section.name} plays the phrase ${phraseId}, which does not exist`;
  return [{ code: "form-of-nothing", severity: "error", where: {}, message }];
}

function checkEndings(
  names: ReadonlyMap<string, string>,
  section: Section,
  { times, endings }: { readonly times: number; readonly endings: readonly Ending[] },
  what: string,
): readonly Finding[] {
  const warn = (code: string, message: string): Finding => ({
    code,
    severity: "warning",
    where: {},
    message: `${section.name}: ${message}`,
  });
  return endings.flatMap(({ passes, phraseId }) => {
    const found = [...missing(names, section, phraseId)];
    const late = passes.filter((pass) => pass > times);
    if (times === 1) {
      found.push(
        warn("ending-without-repeat", `${what} has an ending but is played once: say how often`),
      );
    } else if (late.length > 0) {
      const which = late.join(" and ");
      found.push(
        warn("ending-too-late", `${what} ends so on pass ${which}, but is played ${times} times`),
      );
    }
    return found;
  });
}
