/** Verbs in all their forms, so that “hammered” and “hammering” are “hammer” to every rule. */

/** Regular ones; a final consonant may be doubled (“tapped”). */
const REGULAR =
  "hammer pull slide bend release pick strum pluck slap pop tap mute damp ring trill barre bar hold let " +
  "play hit go come start begin end finish land move shift jump walk climb drop skip repeat loop double " +
  "count rest stop stay keep use put take give get make do have be say call want need try look listen " +
  "watch remember think know mean see hear love like sound feel work help happen bounce lean roll rake " +
  "shake wiggle chug palm flatten squeeze press lift touch accent hook flick strike dig fret grab place " +
  "leave bring follow add join connect tune turn switch return wait leave swing";

/** Those with forms of their own: the plain form first. */
const IRREGULAR: readonly string[] = [
  "slide slid",
  "bend bent",
  "ring rang rung",
  "hold held",
  "go went gone gonna goes goin",
  "come came",
  "begin began begun",
  "do did done does doing",
  "have has had having",
  "be is are was were been being am",
  "say said",
  "give gave given",
  "get got gotten",
  "make made",
  "take took taken",
  "think thought",
  "know knew known",
  "mean meant",
  "see saw seen",
  "hear heard",
  "feel felt",
  "keep kept",
  "bring brought",
  "leave left",
  "strike struck",
  "shake shook shaken",
  "swing swung",
  "stroke strokes",
  "mute mutes",
  "bar barring barred bars",
];

const LEMMAS = new Map<string, string>();
for (const verb of REGULAR.split(" ")) {
  const stem = verb.replace(/e$/u, "");
  const doubled = /[^aeiou][aeiou][bdgmnpt]$/u.test(verb) ? [verb + verb.at(-1)!] : [];
  for (const base of [stem, ...doubled]) {
    LEMMAS.set(`${base}ed`, verb);
    LEMMAS.set(`${base}ing`, verb);
    LEMMAS.set(`${base}in`, verb);
  }
  LEMMAS.set(`${verb}s`, verb);
  LEMMAS.set(`${verb}es`, verb);
}
for (const forms of IRREGULAR) {
  const [lemma, ...others] = forms.split(" ");
  for (const form of others) LEMMAS.set(form, lemma!);
}

/** Words that end in s and are no plural. */
const NO_PLURAL = new Set([
  "is",
  "this",
  "us",
  "as",
  "bass",
  "its",
  "yes",
  "plus",
  "across",
  "always",
]);

/** The plain form of a word. @example lemmaOf("hammered") // "hammer" */
export function lemmaOf(text: string): string {
  const known = LEMMAS.get(text);
  if (known !== undefined) return known;
  const owned = text.replace(/'s$/u, "");
  if (owned !== text && owned.length > 2) return LEMMAS.get(owned) ?? owned;
  if (text.length > 4 && /(?:ch|sh|x)es$/u.test(text)) return text.slice(0, -2);
  if (text.length > 3 && /[^s]s$/u.test(text) && !NO_PLURAL.has(text)) return text.slice(0, -1);
  return text;
}
