import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { formatTuning } from "../../instrument/tuning";
import { formatChord } from "../../pitch/chord";
import { formatKey } from "../../pitch/key";
import { formatPitch } from "../../pitch/pitch";
import { formatFraction } from "../../rhythm/fraction";
import { eventsOf } from "../../score/bar";
import { isPalmMuted, notesOf, type LineEvent, type Note } from "../../score/event";
import { unfold } from "../../score/form";
import { testId } from "../../score/song.arbitraries";
import { barsOfPart, type Song } from "../../score/song";
import { checkSong } from "../json/check-song";
import { readMusicXml } from "./read-musicxml";

const ATTRIBUTES = "<divisions>2</divisions><time><beats>4</beats><beat-type>4</beat-type></time>";
const note = (step: string, octave: number, duration: number, more = "", head = "") =>
  `<note>${head}<pitch><step>${step}</step><octave>${octave}</octave></pitch><duration>${duration}</duration>${more}</note>`;
const place = (string: number, fret: number, more = "") =>
  `<notations><technical><string>${string}</string><fret>${fret}</fret>${more}</technical></notations>`;
const measure = (content: string, number: number | string = 1, more = "") =>
  `<measure number="${number}" ${more}>${content}</measure>`;
const score = (measures: string, name = "Guitar") =>
  `<score-partwise><part-list><score-part id="P1"><part-name>${name}</part-name></score-part></part-list><part id="P1">${measures}</part></score-partwise>`;
const bar = (number: number, before = "", after = "") =>
  measure(
    `${before}${number === 1 ? `<attributes>${ATTRIBUTES}</attributes>` : ""}${note("E", 4, 8)}${after}`,
    number,
  );

function read(xml: string) {
  const { song, findings } = readMusicXml(xml, { newId: testId });
  if (!song) throw new Error(findings.map(({ message }) => message).join("; "));
  expect(checkSong(song)).toEqual([]);
  return { song, findings };
}
const eventsIn = ({ song }: { song: Song }) => eventsOf(barsOfPart(song, song.parts[0]!.id));
const say = (one: Note) =>
  one.kind === "dead"
    ? `${one.string}:x`
    : `${formatPitch(one.pitch)}${one.place ? `@${one.place.string}:${one.place.fret}` : ""}${one.techniques.map(({ kind }) => ` ${kind}`).join("")}`;
const said = (reading: { song: Song }) =>
  eventsIn(reading)
    .map((event) => `${formatFraction(event.duration)} ${notesOf(event).map(say).join("+") || "-"}`)
    .join(", ");
const played = ({ song }: { song: Song }) =>
  unfold(song)
    .map(({ phraseId }) => song.phrases.findIndex(({ id }) => id === phraseId) + 1)
    .join(" ");

describe("MusicXML of other programs", () => {
  it("a part without strings keeps its pitches, brought from written to sounding", () => {
    const transpose =
      "<transpose><diatonic>0</diatonic><chromatic>0</chromatic><octave-change>-1</octave-change></transpose>";
    const xml = score(
      measure(
        `<attributes>${ATTRIBUTES}${transpose}</attributes>${note("E", 4, 4)}${note("G", 4, 4)}`,
      ),
    );
    expect(said(read(xml))).toBe("1/2 E3, 1/2 G3");
  });

  it("an instrument in B flat sounds a tone lower, spelled as it is read", () => {
    const transpose = "<transpose><diatonic>-1</diatonic><chromatic>-2</chromatic></transpose>";
    const xml = score(
      measure(`<attributes>${ATTRIBUTES}${transpose}</attributes>${note("C", 5, 8)}`),
    );
    expect(said(read(xml))).toBe("1 Bb4");
  });

  it("of a staff and its tablature the tablature is taken, with what only the staff says", () => {
    const clefs = `<staves>2</staves><clef number="1"><sign>G</sign></clef><clef number="2"><sign>TAB</sign></clef>`;
    const staff = note(
      "E",
      3,
      8,
      "<staff>1</staff><notations><articulations><accent/></articulations></notations><lyric><text>oh</text></lyric>",
    );
    const tab = note("E", 3, 8, `<voice>5</voice><staff>2</staff>${place(4, 2)}`);
    const reading = read(
      score(
        measure(
          `<attributes>${ATTRIBUTES}${clefs}</attributes>${staff}<backup><duration>8</duration></backup>${tab}`,
        ),
      ),
    );
    expect(said(reading)).toBe("1 E3@4:2");
    expect(eventsIn(reading)[0]).toMatchObject({ lyric: "oh", techniques: [{ kind: "accent" }] });
  });

  it("on a tablature the fret is what was meant", () => {
    const xml = score(
      measure(
        `<attributes>${ATTRIBUTES}</attributes>${note("E", 4, 4, place(4, 2))}${note("E", 3, 4, place(4, 3))}`,
      ),
    );
    const reading = read(xml);
    expect(said(reading)).toBe("1/2 E3@4:2, 1/2 F3@4:3");
    expect(reading.findings.find(({ code }) => code === "pitch-by-place")?.message).toContain(
      "2 pitches",
    );
  });

  it("a forgotten capo is found where every note sounds above its fret", () => {
    const xml = score(
      measure(
        `<attributes>${ATTRIBUTES}</attributes>${note("G", 2, 4, place(6, 1))}${note("F", 3, 4, place(4, 1))}`,
      ),
    );
    const reading = read(xml);
    expect([reading.song.parts[0]!.capo.fret, reading.findings.map(({ code }) => code)]).toEqual([
      2,
      ["capo-assumed"],
    ]);
  });

  it("seven lines are seven strings", () => {
    const lines = ["A1", "D2", "G2", "C3", "F3", "A3", "D4"]
      .map(
        (name, index) =>
          `<staff-tuning line="${index + 1}"><tuning-step>${name[0]}</tuning-step><tuning-octave>${name[1]}</tuning-octave></staff-tuning>`,
      )
      .join("");
    const details = `<staff-details><staff-lines>7</staff-lines>${lines}<capo>1</capo></staff-details>`;
    const reading = read(
      score(
        measure(`<attributes>${ATTRIBUTES}${details}</attributes>${note("B", 1, 8, place(7, 1))}`),
      ),
    );
    expect(formatTuning(reading.song.parts[0]!.instrument.tuning)).toBe("A1 D2 G2 C3 F3 A3 D4");
    expect(said(reading)).toBe("1 B1@7:1");
  });

  it.each([
    ["a hammer-on that is only begun", "<hammer-on type='start'/>", "", "hammer-on"],
    ["a pull-off that is only ended", "", "<pull-off type='stop'/>", "pull-off"],
    ["a slur to a higher fret", "<slur type='start'/>", "<slur type='stop'/>", "hammer-on"],
    [
      "a slide under a slur",
      "<slide type='start'/><slur type='start'/>",
      "<slide type='stop'/><slur type='stop'/>",
      "slide",
    ],
    ["a slide without one", "<slide type='start'/>", "<slide type='stop'/>", "shift-slide"],
    ["a tie", "<tied type='start'/>", "<tied type='stop'/>", "tie"],
    [
      "a release",
      "<bend><bend-alter>2</bend-alter></bend>",
      "<bend><bend-alter>-2</bend-alter><release/></bend>",
      "release",
    ],
  ])("%s is read", (_, first, second, wanted) => {
    const place2 = (fret: number, marks: string) =>
      `<notations><technical><string>1</string><fret>${fret}</fret></technical>${marks}<technical>${marks}</technical></notations>`;
    const isTie = wanted === "tie";
    const xml = score(
      measure(
        `<attributes>${ATTRIBUTES}</attributes>${note("A", 4, 4, place2(5, first))}${note(isTie ? "A" : "B", 4, 4, place2(isTie ? 5 : 7, second))}`,
      ),
    );
    const [, then] = eventsIn(read(xml)).flatMap(notesOf);
    expect(then?.kind === "pitched" && then.techniques[0]?.kind).toBe(wanted);
  });

  it("what sounds on is a tie, though none is drawn", () => {
    const xml = score(
      measure(
        `<attributes>${ATTRIBUTES}</attributes>${note("A", 4, 4, "<tie type='start'/>")}${note("A", 4, 4, "<tie type='stop'/>")}`,
      ),
    );
    const [first, then] = eventsIn(read(xml)).flatMap(notesOf);
    expect(first?.kind === "pitched" && first.techniques).toEqual([]);
    expect(then?.kind === "pitched" && then.techniques).toEqual([{ kind: "tie" }]);
  });

  it("numbers beyond sense are told", () => {
    const marks =
      "<notations><technical><string>3</string><fret>1000000000</fret></technical></notations>";
    const xml = score(
      measure(
        `<attributes>${ATTRIBUTES}</attributes><direction><sound tempo="1000000000000"/></direction>${note("A", 3, 4, marks)}`,
      ),
    );
    const messages = read(xml).findings.map(({ message }) => message);
    expect(messages.join()).toContain("a tempo of 1000000000000 was left out");
    expect(messages.join()).toContain("fret “1000000000” was left out");
  });

  it("words and a dashed line spread a palm mute", () => {
    const words = (content: string) =>
      `<direction><direction-type>${content}</direction-type></direction>`;
    const xml = score(
      measure(
        `<attributes>${ATTRIBUTES}</attributes>${words("<words>P.M.</words>")}${words("<dashes type='start'/>")}${note("E", 3, 2)}${note("E", 3, 2)}${words("<dashes type='stop'/>")}${note("E", 3, 4)}`,
      ),
    );
    expect(eventsIn(read(xml)).map(isPalmMuted)).toEqual([true, true, false]);
  });

  it("chords, key, metre, tempo and tuplets are read", () => {
    const attributes = `<attributes><divisions>3</divisions><key><fifths>-1</fifths><mode>minor</mode></key><time><beats>3</beats><beat-type>4</beat-type></time></attributes>`;
    const harmony = (root: string, kind: string, more = "") =>
      `<harmony><root><root-step>${root}</root-step></root><kind>${kind}</kind>${more}</harmony>`;
    const triplet =
      "<type>eighth</type><time-modification><actual-notes>3</actual-notes><normal-notes>2</normal-notes></time-modification>";
    const tempo =
      "<direction><direction-type><metronome><beat-unit>half</beat-unit><per-minute>44</per-minute></metronome></direction-type></direction>";
    const reading = read(
      score(
        measure(
          `${attributes}${tempo}${harmony("D", "minor-seventh")}${note("D", 4, 1, triplet)}${note("E", 4, 1, triplet)}${note("F", 4, 1, triplet)}${harmony("G", "Neapolitan", "<bass><bass-step>B</bass-step></bass>")}${note("G", 4, 6)}`,
        ),
      ),
    );
    const { song, findings } = reading;
    expect([formatKey(song.key), song.metre, song.tempoBpm]).toEqual([
      "D minor",
      { beats: 3, unit: 4 },
      88,
    ]);
    expect(said(reading)).toBe("1/12 D4, 1/12 E4, 1/12 F4, 1/2 G4");
    expect(
      song.phrases[0]!.marks[0]!.chords!.map(
        ({ at, chord }) => `${formatFraction(at)} ${formatChord(chord!)}`,
      ),
    ).toEqual(["0 Dm7", "1/4 G/B"]);
    expect(findings.map(({ code }) => code)).toEqual(["chord-nearest"]);
  });

  it("rounded divisions mean what the note says", () => {
    const triplet =
      "<type>eighth</type><time-modification><actual-notes>3</actual-notes><normal-notes>2</normal-notes></time-modification>";
    const attributes = `<attributes><divisions>10</divisions></attributes>`;
    const xml = score(
      measure(
        `${attributes}${note("D", 4, 3, triplet)}${note("E", 4, 3, triplet)}${note("F", 4, 4, triplet)}${note("G", 4, 30)}`,
      ),
    );
    expect(said(read(xml))).toBe("1/12 D4, 1/12 E4, 1/12 F4, 3/4 G4");
  });

  it("a pick-up begins late in its bar", () => {
    const xml = score(
      measure(`<attributes>${ATTRIBUTES}</attributes>${note("E", 4, 1)}`, 0, "implicit='yes'") +
        bar(2),
    );
    expect(formatFraction(read(xml).song.phrases[0]!.marks[0]!.from!)).toBe("7/8");
  });

  it("timewise is the same score turned round", () => {
    const timewise = `<score-timewise><part-list><score-part id="P1"><part-name>Guitar</part-name></score-part></part-list><measure number="1"><part id="P1"><attributes>${ATTRIBUTES}</attributes>${note("E", 4, 8)}</part></measure><measure number="2"><part id="P1">${note("G", 4, 8)}</part></measure></score-timewise>`;
    expect(said(read(timewise))).toBe("1 E4, 1 G4");
  });
});

const left = (content: string) => `<barline location="left">${content}</barline>`;
const right = (content: string) => `<barline location="right">${content}</barline>`;
const FORWARD = '<repeat direction="forward"/>';
const BACKWARD = '<repeat direction="backward"/>';
const ending = (number: string, type: string) => `<ending number="${number}" type="${type}"/>`;
const sound = (what: string) => `<sound ${what}/>`;

describe("the order in which a piece is played", () => {
  it.each([
    ["a repeat", [bar(1), bar(2, left(FORWARD), right(BACKWARD)), bar(3)], "1 2 2 3"],
    ["a repeat without an opening sign", [bar(1), bar(2, "", right(BACKWARD)), bar(3)], "1 1 2"],
    [
      "a repeat with a count",
      [bar(1, left(FORWARD), right('<repeat direction="backward" times="4"/>'))],
      "1 1 1 1",
    ],
    [
      "first and second endings",
      [
        bar(1, left(FORWARD)),
        bar(2, left(ending("1", "start")), right(ending("1", "stop") + BACKWARD)),
        bar(3, left(ending("2", "start")), right(ending("2", "discontinue"))),
        bar(4),
      ],
      "1 2 1 3 4",
    ],
    [
      "an ending for two passes",
      [
        bar(1, left(FORWARD)),
        bar(2, left(ending("1,2", "start")), right(ending("1,2", "stop") + BACKWARD)),
        bar(3, left(ending("3", "start")), right(ending("3", "stop"))),
      ],
      "1 2 1 2 1 3",
    ],
    [
      "da capo al fine",
      [bar(1, "", sound('fine="yes"')), bar(2, "", sound('dacapo="yes"'))],
      "1 2 1",
    ],
    [
      "dal segno al coda",
      [
        bar(1),
        bar(2, sound('segno="s"')),
        bar(3, "", sound('tocoda="c"')),
        bar(4, "", sound('dalsegno="s"')),
        bar(5, sound('coda="c"')),
      ],
      "1 2 3 2 4",
    ],
  ])("%s", (_, bars, wanted) => {
    expect(played(read(score(bars.join(""))))).toBe(wanted);
  });

  it("long stretches without a mark are cut into phrases of eight bars", () => {
    const bars = Array.from({ length: 20 }, (_, index) => bar(index + 1)).join("");
    const { song } = read(score(bars));
    expect(song.phrases.map(({ name }) => name)).toEqual(["Phrase 1", "Phrase 2", "Phrase 3"]);
    expect(song.form).toEqual([]);
  });
});

describe("files that are wrong", () => {
  const four = "<attributes><divisions>2</divisions></attributes>";
  it.each([
    ["nothing", "", "xml-none"],
    ["a page", "<html><body><p>hello</body></html>", "no-musicxml"],
    ["no measure", score(""), "no-music"],
    [
      "divisions of nothing",
      score(measure(`<attributes><divisions>0</divisions></attributes>${note("E", 4, 1)}`)),
      "divisions-wrong",
    ],
    [
      "a pitch beyond hearing",
      score(measure(`${four}${note("E", 12, 2)}${note("E", 4, 2)}`)),
      "pitch-unread",
    ],
    [
      "a string that is not there",
      score(measure(`${four}${note("E", 4, 2, place(14, 2))}`)),
      "place-unread",
    ],
    [
      "a fret beyond the neck",
      score(measure(`${four}${note("E", 4, 2, place(1, 99))}`)),
      "place-unread",
    ],
    [
      "a metre of nothing",
      score(
        measure(
          `<attributes><divisions>2</divisions><time><beats>0</beats><beat-type>4</beat-type></time></attributes>${note("E", 4, 2)}`,
        ),
      ),
      "metre-unread",
    ],
    [
      "a third voice",
      score(
        measure(
          `${four}${[1, 2, 3].map((voice) => note("E", 4, 2 + voice, `<voice>${voice}</voice>`)).join("<backup><duration>8</duration></backup>")}`,
        ),
      ),
      "third-voice",
    ],
    ["a bar cut off", score(bar(1)).slice(0, -60), "xml-cut"],
    [
      "two notes on one string",
      score(
        measure(
          `${four}${note("E", 4, 2, place(1, 0))}${note("F", 4, 2, place(1, 1), "<chord/>")}`,
        ),
      ),
      "string-twice",
    ],
  ])("%s: what can be read is read, the rest is said", (_, xml, code) => {
    const { song, findings } = readMusicXml(xml, { newId: testId });
    expect(findings.map((finding) => finding.code)).toContain(code);
    const isUnusable = ["xml-none", "no-musicxml", "no-music"].includes(code);
    expect(song === undefined).toBe(isUnusable);
    if (song) expect(checkSong(song)).toEqual([]);
  });

  it("a third voice goes into the two where there is room, and what has none is told", () => {
    const back = "<backup><duration>8</duration></backup>";
    const forward = (units: number) => `<forward><duration>${units}</duration></forward>`;
    const voice = (number: number) => `<voice>${number}</voice>`;
    const reading = read(
      score(
        measure(
          `${four}${note("E", 5, 8, voice(1))}${back}${note("E", 4, 4, voice(2))}${back.replace("8", "4")}` +
            `${note("C", 4, 4, voice(3))}${note("D", 4, 4, voice(3))}${back}` +
            `${forward(2)}${note("A", 3, 2, voice(4))}`,
        ),
      ),
    );
    const [bar] = reading.song.lines[0]!.bars;
    const heights = (events: readonly LineEvent[] = []) =>
      events.map((event) => notesOf(event).length);
    expect([heights(bar!.events), heights(bar!.voiceTwo)]).toEqual([[1], [2, 1]]);
    const told = reading.findings.find(({ code }) => code === "third-voice")!.message;
    expect(told).toMatch(/2 of 3 events were taken into them, 1 were left out/u);
  });

  it("no entity is expanded, none is fetched", () => {
    const entities = `<!DOCTYPE score-partwise [<!ENTITY a "aaaaaaaaaa"><!ENTITY b "&a;&a;&a;&a;"><!ENTITY x SYSTEM "file:///etc/hostname">]>`;
    const reading = read(entities + score(bar(1), "&b;&x;"));
    expect(reading.song.parts[0]!.name).toBe("&b;&x;");
  });

  it.each([
    ["Q &amp; A&#233;", "Q & Aé"],
    ["<![CDATA[Q &amp; <A>]]>", "Q &amp; <A>"],
    ["Q<!-- not said --> &lt;A", "Q <A"],
  ])("a name written %s is %s", (written, name) => {
    expect(read(score(bar(1), written)).song.parts[0]!.name).toBe(name);
  });

  it("depth is bounded", () => {
    const { findings } = readMusicXml(`${"<a>".repeat(100_000)}`, { newId: testId });
    expect(findings.map(({ code }) => code)).toContain("xml-deep");
  });

  it("never throws and never gives half a song, whatever is broken off or changed", () => {
    const whole = score(
      bar(1, left(FORWARD)) +
        measure(note("B", 3, 3, place(2, 0)), 2) +
        bar(3, "", right(BACKWARD)),
    );
    fc.assert(
      fc.property(
        fc.nat({ max: whole.length }),
        fc.nat({ max: whole.length }),
        fc.string({ maxLength: 4 }),
        (end, at, junk) => {
          const broken =
            whole.slice(0, at) + junk + whole.slice(at + junk.length, Math.max(at, end));
          const { song, findings } = readMusicXml(broken, { newId: testId });
          if (song) expect(checkSong(song)).toEqual([]);
          else expect(findings.length).toBeGreaterThan(0);
        },
      ),
      { numRuns: 400 },
    );
  });
});
