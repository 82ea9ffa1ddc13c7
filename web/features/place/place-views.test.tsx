import { stopsOf } from "@/open-song/cursor";
import { barIndex, barNumbered } from "@intonazione/core/foundation";
import {
  difficultyInWords,
  explainUnreachable,
  type PlanOption,
} from "@intonazione/core/placement";
import type { Change } from "@intonazione/core/remap";
import { fraction } from "@intonazione/core/rhythm";
import { lineOf } from "@intonazione/core/score";
import { describe, expect, it } from "vitest";
import { hear, NOTHING_HEARD } from "@/open-song/listener-marks";
import { songOf, storeOf } from "@/open-song/open-song.test-kit";
import { show } from "@/open-song/show.test-kit";
import { allOf, choicesOf, rowsOf, textOf } from "@/ui/markup.test-kit";
import { ChangeList } from "./change-list";
import { HintBar } from "./hint-bar";
import { TwoParts } from "./two-parts";
import { WayCard } from "./way-card";
import { WhatWasHeard } from "./what-was-heard";

const song = songOf(["'4 E0 A2 D5 A0 | E3 A2 D0 -"]);
const part = song.parts[0]!;

/** Names of the buttons that are pressed. */
function pressed(markup: string): readonly string[] {
  const buttons = markup.match(/<button[^>]*aria-pressed="true".*?<\/button>/gsu) ?? [];
  return buttons.map(textOf);
}

describe("a way to play", () => {
  const option: PlanOption = {
    bars: [],
    points: 2000,
    isProven: true,
    aroundFret: 5,
    difficulty: {
      level: 3.2,
      because: [{ hardship: "stretches", amount: 1, bars: [barIndex(0)] }],
    },
    forIt: [
      { matter: "movement", points: 900, bars: [], counts: [0, 2] },
      { matter: "stretch", points: 500, bars: [barIndex(1)] },
      { matter: "tone", points: 400, bars: [] },
      { matter: "pedal", points: 300, bars: [] },
    ],
    againstIt: [],
    unreachable: new Map(),
  };
  const card = (rank: number, more: number, elsewhere: number, own: Partial<PlanOption> = {}) =>
    textOf(
      show(
        storeOf(song),
        <WayCard
          option={{ ...option, ...own }}
          rank={rank}
          more={more}
          elsewhere={elsewhere}
          barsBefore={4}
          onUse={() => undefined}
        >
          strip
        </WayCard>,
      ),
    );

  it.each([
    [
      "the best, as it stands",
      card(0, 0, 0),
      ["1. around fret 5", "the best way, proven", "✓ as it stands"],
    ],
    [
      "the best that was found",
      card(0, 0, 3, { isProven: false }),
      ["the best way found", "Use this way"],
    ],
    ["another", card(1, 2140, 3), ["2. around fret 5", "costs 2.1 more", "Use this way"]],
    ["open strings only", card(2, 0, 1, { aroundFret: 0 }), ["3. on open strings"]],
  ])("says what it is: %s", (_, text, words) => {
    for (const word of words) expect(text).toContain(word);
    expect(text).toContain(difficultyInWords(option.difficulty));
  });

  it("gives three reasons, the weightiest, and nothing against where nothing is", () => {
    const text = card(0, 0, 0);
    expect(text).toContain(
      "for it no shift at all · fewer stretches (bar 6) · fuller, on thicker strings strip",
    );
    expect(text).not.toContain("against");
    expect(text).not.toContain("pedal");
  });
});

describe("the hint bar", () => {
  const bar = (wishes: object, profile?: string) => {
    const asked = { ...song, parts: [{ ...part, ...(profile && { profile }) }] };
    const line = { ...lineOf(song, "phrase0", part.id)!, wishes };
    const own = {
      id: "mine",
      name: "Thumb over",
      base: "usual",
      factors: {},
      player: { size: "small", usesThumb: true },
    } as const;
    const store = storeOf(asked, { profiles: { id: "studio", version: 1, value: [own] } });
    return show(store, <HintBar line={line} part={asked.parts[0]!} onWish={() => undefined} />);
  };

  it("shows what is asked for, and nothing else", () => {
    expect(pressed(bar({}))).toEqual([]);
    expect(pressed(bar({ around: 7, withoutStrings: [6] }))).toEqual(["7", "E"]);
    expect(choicesOf(bar({ position: 5 }))[1]).toBe("5");
  });

  it("offers the studio's own profiles beside everybody's", () => {
    expect(choicesOf(bar({}, "mine"))).toEqual(["Thumb over", "any"]);
    expect(choicesOf(bar({}))).toEqual(["As most teachers would", "any"]);
  });
});

describe("what was heard", () => {
  const stops = stopsOf(song, part.id);
  const view = (at: number | undefined, listening = NOTHING_HEARD) => {
    const store = storeOf(song);
    if (at !== undefined) store.moveCursor({ eventId: stops[at]!.event.id });
    return show(
      store,
      <WhatWasHeard part={part} stops={stops} listening={listening} onHear={() => undefined} />,
    );
  };

  it("can be told of a note, not of a rest, nor of nothing", () => {
    expect(textOf(view(1))).toContain(
      "bar 1, on 2: B2 › open fretted rings with the one before bent",
    );
    expect(textOf(view(7))).toContain("bar 2, on 4: no pitch ›");
    expect(view(7)).not.toContain("Heard at the cursor");
    expect(textOf(view(undefined))).toContain("no note is selected");
  });

  it("is shown at its note, and listed in the order of the song", () => {
    const first = hear(NOTHING_HEARD, stops[4]!.event.id, { open: false, bend: true });
    const both = hear(first, stops[0]!.event.id, { open: true });
    expect(pressed(view(4, both))).toEqual(["fretted", "bent"]);
    expect(textOf(view(undefined, both))).toContain(
      "heard so far: bar 1, on 1: E2: open × bar 2, on 1: G2: fretted, bent ×",
    );
  });
});

describe("what is otherwise elsewhere", () => {
  const low = { kind: "too-low", semitones: 1 } as const;
  const change = (number: number, octave: number): Change => ({
    noteId: `n${number}`,
    eventId: `e${number}`,
    phraseId: "phrase0",
    bar: barNumbered(number),
    onset: fraction(0),
    pitch: { step: "E", alter: 0, octave },
    kind: "marked",
    why: low,
  });

  it("is said once for all its bars, each to be gone to", () => {
    const changes = [change(1, 2), change(1, 2), change(4, 2), change(5, 1)];
    const rows = allOf(show(storeOf(song), <ChangeList changes={changes} label="x" />), "li");
    expect(rows).toEqual([
      `E2: ${explainUnreachable(low)} · bars 1 , 4`,
      `E1: ${explainUnreachable(low)} · bar 5`,
    ]);
  });
});

describe("two parts", () => {
  const drawLine = () => null;
  const withBass = (callout: string) => {
    const bass = songOf([callout]).lines[0]!;
    return { ...song, lines: [...song.lines, { ...bass, partId: "bass" }] };
  };

  it("stand against each other moment by moment, in what sounds", () => {
    const store = storeOf(withBass("'2 E0 A0"));
    const markup = show(store, <TwoParts drawLine={drawLine} />);
    expect(textOf(markup)).toContain(
      "2 moments together · 1 the same · 0 in octaves · 0 a semitone apart",
    );
    expect(rowsOf(markup).slice(0, 3)).toEqual([
      "1 on 1 E2 E2 the same notes",
      "1 on 2 B2 – one alone",
      "1 on 3 G3 A2 together",
    ]);
  });

  it("need a second part", () => {
    const store = storeOf({ ...song, parts: [part] });
    expect(textOf(show(store, <TwoParts drawLine={drawLine} />))).toContain(
      "This song has one part.",
    );
  });
});
