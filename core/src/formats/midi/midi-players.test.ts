import { describe, expect, it } from "vitest";
import { formatTuning } from "../../instrument/tuning";
import { formatKey } from "../../pitch/key";
import { notesOf } from "../../score/event";
import { surveyMidi } from "./midi-survey";
import { file, played, program, name, read, eventsIn, type At } from "./midi.test-kit";

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

  it("every program of a channel is a part of its own", () => {
    const later: At = [960, { type: "programChange", channel: 0, programNumber: 30 }];
    const { song } = read(
      file([[name("Left"), program(27), ...played(0, 480, 52), later, ...played(960, 1440, 40)]]),
    );
    expect(song.parts.map((part) => part.name)).toEqual([
      "Left, Clean guitar",
      "Left, Distorted guitar",
    ]);
  });

  it("a low guitar is a guitar, whatever its range", () => {
    const low = [...played(0, 480, 31), ...played(480, 960, 35)];
    expect(read(file([[program(30), ...low]])).song.parts[0]!.instrument.kind).toBe("electric");
    expect(read(file([[name("Low gtr"), ...low]])).song.parts[0]!.instrument.kind).toBe("electric");
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
