import fc from "fast-check";
import { writeMidi as printMidi, type MidiEvent } from "midi-file";
import { describe, expect, it } from "vitest";
import { formatTuning } from "../../instrument/tuning";
import { formatKey } from "../../pitch/key";
import { formatPitch, midi } from "../../pitch/pitch";
import { spellMidi } from "../../pitch/spelling";
import { formatFeel } from "../../rhythm/feel";
import { formatFraction } from "../../rhythm/fraction";
import { eventsOf } from "../../score/bar";
import { notesOf, type Note } from "../../score/event";
import { testId } from "../../score/song.arbitraries";
import { barsOfPart, type Song } from "../../score/song";
import type { Technique } from "../../score/technique";
import { checkSong } from "../json/check-song";
import type { GridWish } from "./quantise";
import { songOfMidi } from "./song-of-midi";
import { surveyMidi } from "./midi-survey";

const PPQ = 480;
/** Events by their ticks from the start; `[tick, event]`. */
type At = readonly [number, Record<string, unknown> & { readonly type: string }];

function file(tracks: readonly (readonly At[])[], header: object = {}): Uint8Array {
  const timed = tracks.map((events) => {
    let before = 0;
    return [...events]
      .sort(([a], [b]) => a - b)
      .map(([tick, event]) => {
        const deltaTime = tick - before;
        before = tick;
        return { ...event, deltaTime } as unknown as MidiEvent;
      });
  });
  return Uint8Array.from(
    printMidi({
      header: { format: 1, numTracks: tracks.length, ticksPerBeat: PPQ, ...header },
      tracks: timed,
    }),
  );
}

const on = (tick: number, noteNumber: number, channel = 0, velocity = 80): At => [
  tick,
  { type: "noteOn", channel, noteNumber, velocity },
];
const off = (tick: number, noteNumber: number, channel = 0): At => [
  tick,
  { type: "noteOff", channel, noteNumber, velocity: 0 },
];
const played = (from: number, to: number, midi: number, channel = 0): At[] => [
  on(from, midi, channel),
  off(to, midi, channel),
];
const bend = (tick: number, cents: number, channel = 0): At => [
  tick,
  { type: "pitchBend", channel, value: Math.round((cents / 200) * 8191) },
];
const program = (programNumber: number, channel = 0): At => [
  0,
  { type: "programChange", channel, programNumber },
];
const name = (text: string): At => [0, { meta: true, type: "trackName", text }];

function read(bytes: Uint8Array, grid?: GridWish, take?: readonly string[]) {
  const { survey, findings } = surveyMidi(bytes);
  if (!survey) throw new Error(findings.map(({ message }) => message).join("; "));
  const reading = songOfMidi(survey, testId, { grid, take });
  if (!reading.song) throw new Error("nothing was taken");
  expect(checkSong(reading.song)).toEqual([]);
  return {
    song: reading.song,
    moved: reading.moved,
    survey,
    findings: [...findings, ...reading.findings],
  };
}
const eventsIn = (song: Song, part = 0) => eventsOf(barsOfPart(song, song.parts[part]!.id));
const sayTechnique = (one: Technique) =>
  one.kind === "bend"
    ? `${one.course} ${one.cents}`
    : one.kind === "vibrato"
      ? `vibrato ${one.width}`
      : one.kind;
const say = (note: Note) =>
  note.kind === "dead"
    ? "x"
    : [formatPitch(note.pitch), ...note.techniques.map(sayTechnique)].join(" ");
const said = (song: Song) =>
  eventsIn(song)
    .map((event) => `${formatFraction(event.duration)} ${notesOf(event).map(say).join("+") || "-"}`)
    .join(", ");

describe("notes of a file", () => {
  it("of a program stand where they are written, whatever divides the beat", () => {
    const triplet = [0, 160, 320].flatMap((tick) => played(tick, tick + 160, 52));
    const straight = [480, 600, 720, 840].flatMap((tick) => played(tick, tick + 120, 55));
    const rest = played(960, 1200, 57);
    const { song, moved } = read(
      file([[program(27), ...triplet, ...straight, ...rest, ...played(1440, 1920, 59)]]),
    );
    expect(said(song)).toBe(
      "1/12 E3, 1/12 E3, 1/12 E3, 1/16 G3, 1/16 G3, 1/16 G3, 1/16 G3, 1/8 A3, 1/8 -, 1/4 B3",
    );
    expect(moved[0]!.moved.moved).toBe(0);
  });

  it("of a player are brought to the grid, and how far is said", () => {
    const jitter = [3, -11, 14, -8, 6, -13, 9, -4];
    const notes = jitter.flatMap((off, index) => {
      const start = Math.max(0, 240 * index + off);
      return played(start, start + 215, 40 + index);
    });
    const { song, moved, findings } = read(file([[program(27), ...notes]]));
    expect(eventsIn(song).map(({ duration }) => formatFraction(duration))).toEqual(
      Array(8).fill("1/8"),
    );
    expect(moved[0]!.moved).toMatchObject({ notes: 8, mostMillibeats: 29 });
    expect(findings.map(({ code }) => code)).toContain("midi-moved");
  });

  it("of a player in triplets are triplets", () => {
    const notes = Array.from({ length: 12 }, (_, index) => {
      const start = Math.max(0, Math.round(160 * index + [5, -9, 7, -3][index % 4]!));
      return played(start, start + 140, 45);
    }).flat();
    const { song, moved } = read(file([[program(27), ...notes]]));
    expect(said(song)).toBe(Array(12).fill("1/12 A2").join(", "));
    expect([...moved[0]!.moved.beatsByGrid]).toEqual([[3, 4]]);
  });

  const eighths = (lengths: readonly number[]) =>
    read(
      file([
        [
          program(27),
          ...lengths.flatMap((length, index) => played(240 * index, 240 * index + length, 45)),
        ],
      ]),
    );

  it.each([
    ["a gate of nine tenths", (): number => 216],
    ["a gate of a half", (): number => 120],
    ["fingers that lift early, and not evenly", (index: number): number => 150 + 11 * (index % 5)],
  ])("%s is how a part is played: full values", (_, length) => {
    const { song } = eighths(Array.from({ length: 16 }, (__, index) => length(index)));
    expect(said(song)).toBe(Array(16).fill("1/8 A2").join(", "));
    expect(eventsIn(song).flatMap((event) => event.kind === "notes" && event.techniques)).toEqual(
      [],
    );
  });

  it("what is played short among long notes is staccato, a real silence a rest", () => {
    const lengths = [230, 221, 96, 232, 101, 227];
    const notes = lengths.flatMap((length, index) => played(240 * index, 240 * index + length, 45));
    const { song } = read(file([[program(27), ...notes, ...played(1920, 2388, 45)]]));
    const events = eventsIn(song).map(
      (event) =>
        formatFraction(event.duration) +
        (event.kind === "notes" ? event.techniques.map(({ kind }) => ` ${kind}`).join("") : " -"),
    );
    const short = "1/8 staccato";
    expect(events.slice(0, 8)).toEqual(["1/8", "1/8", short, "1/8", short, "1/8", "1/4 -", "1/4"]);
  });

  it("swung eighths are eighths, and the song swings", () => {
    const lateAt = [4, -7, 11, -3, 6, -9, 2, -5];
    const notes = lateAt.flatMap((off, beat) => [
      ...played(480 * beat, 480 * beat + 290, 45),
      ...played(480 * beat + 318 + off, 480 * beat + 470, 47),
    ]);
    const { song } = read(file([[program(27), ...notes]]));
    expect(said(song)).toBe(Array(8).fill("1/8 A2, 1/8 B2").join(", "));
    expect(formatFeel(song.feel)).toBe("swing 2:1");
  });

  it("a grid of one's own is kept", () => {
    const notes = [0, 130, 350, 470].flatMap((tick) => played(tick, tick + 100, 45));
    const { song } = read(file([[program(27), ...notes]]), { kind: "steps", perQuarter: 2 });
    expect(
      eventsIn(song)
        .slice(0, 2)
        .map(({ duration }) => formatFraction(duration)),
    ).toEqual(["1/8", "1/8"]);
  });

  it("go over the bar line as ties, and sound on below in a second voice", () => {
    const { song } = read(
      file([
        [
          program(27),
          ...played(1440, 2400, 52),
          ...played(2400, 3840, 40),
          ...played(2880, 3360, 59),
        ],
      ]),
    );
    const bars = barsOfPart(song, song.parts[0]!.id);
    expect(bars.map(({ events }) => events.flatMap(notesOf).map(say).join(" "))).toEqual([
      "E3",
      "E3 tie B3",
    ]);
    expect(bars[1]!.voiceTwo?.flatMap(notesOf).map(say)).toEqual(["E2"]);
  });
});

describe("the pitch wheel", () => {
  const LONG = [0, 960] as const;
  const turn = (...points: readonly (readonly [number, number])[]) =>
    points.map(([tick, cents]) => bend(tick, cents));
  it.each([
    ["up and stays", turn([0, 0], [100, 100], [240, 200]), "bend 200"],
    [
      "up and back",
      turn([0, 0], [120, 60], [240, 100], [600, 40], [720, 0]),
      "bend-and-release 100",
    ],
    ["up before the note", turn([0, 200]), "pre-bend 200"],
    ["up before, then back", turn([0, 200], [480, 100], [600, 0]), "pre-bend-and-release 200"],
    ["from below", turn([0, -200], [120, 0]), "slide-in"],
    ["down at the end", turn([0, 0], [800, -50], [900, -200]), "slide-out"],
    [
      "to and fro",
      turn(...[0, 1, 2, 3, 4, 5, 6, 7].map((step) => [100 * step, step % 2 ? 25 : -5] as const)),
      "vibrato narrow",
    ],
    [
      "far to and fro",
      turn(...[0, 1, 2, 3, 4, 5, 6, 7].map((step) => [100 * step, step % 2 ? 60 : -60] as const)),
      "vibrato wide",
    ],
    ["hardly", turn([0, 0], [300, 12]), ""],
  ])("%s", (_, wheel, wanted) => {
    const { song } = read(file([[program(27), ...wheel, ...played(...LONG, 57)]]));
    expect(eventsIn(song).flatMap(notesOf).map(say)[0]).toBe(
      ["A3", wanted].filter(Boolean).join(" "),
    );
  });

  it("has the range that the file sets", () => {
    const control = (controllerType: number, value: number): At => [
      0,
      { type: "controller", channel: 0, controllerType, value },
    ];
    const range = [control(101, 0), control(100, 0), control(6, 12)];
    const { song } = read(file([[program(27), ...range, bend(100, 50), ...played(0, 960, 57)]]));
    expect(eventsIn(song).flatMap(notesOf).map(say)).toEqual(["A3 bend 300"]);
  });
});

describe("who plays in a file", () => {
  const guitar = [name("Left guitar"), program(27), ...played(0, 480, 52)];
  const piano = [name("Keys"), program(0, 1), ...played(0, 480, 60, 1)];
  const drums = [name("Kit"), ...played(0, 480, 36, 9)];
  const bass = [name("Low end"), program(33, 2), ...played(0, 480, 28, 2)];

  it("guitars and basses are taken, the rest is offered", () => {
    const { song, survey, findings } = read(file([guitar, piano, drums, bass]));
    expect(
      survey.voices.map((voice) => `${voice.name} ${voice.isLikely} ${voice.isDrums}`),
    ).toEqual([
      "Left guitar true false",
      "Keys false false",
      "Kit false true",
      "Low end true false",
    ]);
    expect(song.parts.map((part) => `${part.name} ${part.instrument.kind}`)).toEqual([
      "Left guitar electric",
      "Low end bass",
    ]);
    expect(findings.filter(({ code }) => code === "midi-not-taken")).toHaveLength(2);
  });

  it("whoever is chosen is taken", () => {
    const bytes = file([guitar, piano]);
    const { voices } = surveyMidi(bytes).survey!;
    expect(read(bytes, undefined, [voices[1]!.id]).song.parts.map((part) => part.name)).toEqual([
      "Keys",
    ]);
  });

  it("a single track is divided by its channels", () => {
    const bytes = file(
      [[...played(0, 480, 52, 0), ...played(0, 480, 28, 1), program(27, 0), program(33, 1)]],
      { format: 0 },
    );
    expect(read(bytes).song.parts.map((part) => part.instrument.kind)).toEqual([
      "electric",
      "bass",
    ]);
  });

  it("a channel for each string is that string", () => {
    const open = [64, 59, 55, 50, 45, 38];
    const strings = open.flatMap((midi, channel) =>
      played(480 * channel, 480 * channel + 480, midi + (channel === 5 ? 0 : 2), channel),
    );
    const { song } = read(file([[name("Six strings"), ...strings]]));
    expect(formatTuning(song.parts[0]!.instrument.tuning)).toBe("D2 A2 D3 G3 B3 E4");
    const places = eventsIn(song)
      .flatMap(notesOf)
      .map((note) => note.kind === "pitched" && `${note.place?.string}:${note.place?.fret}`);
    expect(places).toEqual(["1:2", "2:2", "3:2", "4:2", "5:2", "6:0"]);
  });

  it("notes below the usual tuning get an instrument that has them", () => {
    const { song } = read(file([[program(30), ...played(0, 480, 38), ...played(480, 960, 45)]]));
    expect(formatTuning(song.parts[0]!.instrument.tuning)).toBe("D2 A2 D3 G3 B3 E4");
  });

  it("tempo, metre, key and markers are kept", () => {
    const first: At[] = [
      [0, { meta: true, type: "keySignature", key: -2, scale: 1 }],
      [
        0,
        {
          meta: true,
          type: "timeSignature",
          numerator: 3,
          denominator: 4,
          metronome: 24,
          thirtyseconds: 8,
        },
      ],
      [0, { meta: true, type: "setTempo", microsecondsPerBeat: 600_000 }],
      [1440, { meta: true, type: "setTempo", microsecondsPerBeat: 500_000 }],
      [0, { meta: true, type: "marker", text: "Verse" }],
      [1440, { meta: true, type: "marker", text: "Chorus" }],
    ];
    const { song } = read(
      file([first, [program(27), ...played(0, 1440, 55), ...played(1440, 2880, 58)]]),
    );
    expect([formatKey(song.key), song.metre, song.tempoBpm]).toEqual([
      "G minor",
      { beats: 3, unit: 4 },
      100,
    ]);
    expect(song.phrases.map((phrase) => [phrase.name, phrase.marks[0]?.tempoBpm])).toEqual([
      ["Verse", undefined],
      ["Chorus", 120],
    ]);
  });
});

describe("files that are wrong", () => {
  const good = file([[program(27), ...played(0, 480, 52), ...played(480, 960, 55)]]);
  const patched = (at: number, ...bytes: number[]) => {
    const copy = Uint8Array.from(good);
    copy.set(bytes, at);
    return copy;
  };
  it.each([
    ["no MIDI at all", Uint8Array.from([1, 2, 3]), "no-midi", false],
    ["format 2", patched(9, 2), "midi-format", false],
    ["format 9", patched(9, 9), "midi-format", false],
    ["no ticks", patched(12, 0, 0), "midi-division", false],
    ["no ticks a frame", patched(12, 0xe7, 0), "midi-division", false],
    ["film frames", patched(12, 0xe7, 40), "midi-frames", true],
    ["cut off", good.subarray(0, good.length - 6), "midi-cut-off", true],
    ["a status byte that is none", patched(good.length - 8, 0xf4), "midi-track-broken", true],
    [
      "notes without end",
      file([[program(27), on(0, 52), on(0, 59), on(480, 52), off(960, 52)]]),
      "midi-hanging",
      true,
    ],
    ["no notes", file([[name("Nothing")]]), "no-music", false],
    ["no tracks", good.subarray(0, 14), "no-music", false],
  ])("%s", (_, bytes, code, isUsable) => {
    const { survey, findings } = surveyMidi(bytes);
    expect(findings.map((finding) => finding.code)).toContain(code);
    expect(survey !== undefined).toBe(isUsable);
  });

  it("running status may go on over other events", () => {
    const track = [0, 0x90, 52, 80, 0, 59, 80, 0x83, 0x60, 52, 0, 0, 59, 0, 0, 0xff, 0x2f, 0];
    const head = [
      0x4d,
      0x54,
      0x68,
      0x64,
      0,
      0,
      0,
      6,
      0,
      0,
      0,
      1,
      1,
      0xe0,
      0x4d,
      0x54,
      0x72,
      0x6b,
      0,
      0,
      0,
      track.length,
    ];
    expect(said(read(Uint8Array.from([...head, ...track])).song)).toBe("1/4 E3+B3, 3/4 -");
  });

  it("never throw, whatever bytes they have", () => {
    const anyChange = fc.array(fc.tuple(fc.nat({ max: good.length - 1 }), fc.nat({ max: 255 })), {
      maxLength: 6,
    });
    fc.assert(
      fc.property(anyChange, fc.nat({ max: good.length }), (changes, end) => {
        const bytes = Uint8Array.from(good.subarray(0, Math.max(20, end)));
        for (const [at, byte] of changes) if (at < bytes.length) bytes[at] = byte;
        const { survey, findings } = surveyMidi(bytes);
        if (!survey) expect(findings.length).toBeGreaterThan(0);
        else {
          const { song } = songOfMidi(survey, testId);
          if (song) expect(checkSong(song)).toEqual([]);
        }
      }),
      { numRuns: 400 },
    );
  });
});

describe("what a file does not say", () => {
  const scale = (root: number, steps: readonly number[]) =>
    steps.flatMap((step, index) => played(240 * index, 240 * index + 240, root + step));

  it.each([
    [
      "Ab major",
      44,
      [0, 4, 7, 12, 7, 4, 5, 9, 12, 9, 5, 9, 7, 11, 14, 17, 12, 7, 4, 0, 5, 2, 11, 0],
    ],
    ["E minor", 40, [0, 3, 7, 12, 10, 7, 8, 7, 5, 3, 2, 0, 3, 7, 12, 7, 5, 8, 7, 3, 2, 3, 0, 0]],
  ])("is heard: %s, and spelled so", (name, root, steps) => {
    const { song, findings } = read(file([[program(27), ...scale(root, steps)]]));
    expect(formatKey(song.key)).toBe(name);
    const names = eventsIn(song).flatMap(notesOf).map(say);
    const ofKey = spellMidi(midi(root + steps[1]!), song.key);
    expect(names[1]).toBe(formatPitch(ofKey));
    expect(findings.map(({ message }) => message).join()).toMatch(/names no key.*which is heard/u);
  });

  it("phrase by phrase: each has the names of its own key", () => {
    const inE = scale(40, [0, 4, 7, 12, 11, 7, 4, 2, 4, 7, 9, 7, 4, 2, 0, 0]);
    const inF = scale(41, [0, 4, 7, 12, 10, 7, 5, 2, 4, 7, 9, 7, 5, 2, 0, 0]);
    const later = inF.map(([tick, event]): At => [tick + 3840, event]);
    const marker = (tick: number, text: string): At => [tick, { meta: true, type: "marker", text }];
    const { song } = read(
      file([[program(27), marker(0, "A"), ...inE, marker(3840, "B"), ...later]]),
    );
    const [first, second] = song.phrases.map(({ id }) =>
      eventsOf(song.lines.find(({ phraseId }) => phraseId === id)!.bars)
        .flatMap(notesOf)
        .map(say)
        .join(" "),
    );
    expect([first, second].map((names) => /#/u.test(names!))).toEqual([true, false]);
    expect([first, second].map((names) => /b\d/u.test(names!))).toEqual([false, true]);
  });

  it("its title is the file's own name", () => {
    const { survey } = surveyMidi(file([[program(27), ...played(0, 480, 52)]]));
    expect(songOfMidi(survey!, testId, {}, "low_bell take 2.mid").song!.title).toBe(
      "low bell take 2",
    );
  });

  it("accents are what stands out of a part, not what is loud by itself", () => {
    const loud = (velocities: readonly number[]) =>
      read(
        file([
          [
            program(27),
            ...velocities.flatMap((velocity, index): At[] => [
              on(240 * index, 45, 0, velocity),
              off(240 * index + 240, 45),
            ]),
          ],
        ]),
      )
        .song.lines[0]!.bars.flatMap(({ events }) => events)
        .flatMap((event) => (event.kind === "notes" ? [event.techniques.length] : []));
    const player = [112, 118, 115, 121, 113, 117, 119, 116];
    expect(loud(player)).toEqual([0, 0, 0, 0, 0, 0, 0, 0]);
    expect(loud([70, 74, 101, 72, 69, 75, 71, 73])).toEqual([0, 0, 1, 0, 0, 0, 0, 0]);
    expect(loud([80, 80, 112, 80, 112, 80, 112, 80])).toEqual([0, 0, 1, 0, 1, 0, 1, 0]);
  });
});
