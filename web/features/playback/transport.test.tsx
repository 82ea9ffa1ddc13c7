import { demoSongs } from "@intonazione/demo";
import { describe, expect, it } from "vitest";
import { songOf, storeOf } from "@/open-song/open-song.test-kit";
import { show } from "@/open-song/show.test-kit";
import { allOf, textOf } from "@/ui/markup.test-kit";
import { Mixer } from "./mixer";
import { OPEN_FADER, USUAL_SETTINGS, type PlaySettings } from "@/open-song/playback/settings";
import type { PlayState } from "@/open-song/state/playback";
import { Transport } from "./transport";

const settingsOf = (change: Partial<PlaySettings>) => ({ ...USUAL_SETTINGS, ...change });
const nothing = () => undefined;
const transport = (playing: PlayState, change: Partial<PlaySettings> = {}) => {
  const store = storeOf(songOf(["E0"]));
  store.setState({ playing, settings: settingsOf(change) });
  return show(store, <Transport />);
};
const playing = (change: object): PlayState => ({
  kind: "playing",
  round: 0,
  rate: 1,
  isCounting: false,
  ...change,
});

describe("the playback", () => {
  it.each<[PlayState, Partial<PlaySettings>, string, string]>([
    [{ kind: "stopped" }, {}, "Play", ""],
    [{ kind: "preparing" }, {}, "Stop", "a moment …"],
    [{ kind: "failed" }, {}, "Play", "no sound here"],
    [playing({ isCounting: true }), {}, "Stop", "counting in"],
    [playing({ rate: 0.6 }), {}, "Stop", "at 60 %"],
    [playing({ rate: 0.7, round: 3 }), { isLooping: true }, "Stop", "round 4, 70 %"],
  ])("%j, %j: %s, %j", (state, change, button, words) => {
    const markup = transport(state, change);
    expect(allOf(markup, "button")[0]).toBe(button);
    expect(/role="status"[^>]*>([^<]*)</u.exec(markup)?.[1]).toBe(words);
  });

  it("shows what is chosen: range, loop and tempo", () => {
    const markup = transport(
      { kind: "stopped" },
      { range: "song", isLooping: true, tempoPercent: 45 },
    );
    expect(markup).toMatch(/aria-label="What is played"[^>]*>.*the song/u);
    expect(markup).toMatch(/aria-pressed="true"[^>]*>.*Loop/u);
    expect(markup).toContain('aria-valuetext="45 per cent"');
    expect(textOf(markup)).toContain("45 %");
  });
});

describe("the mixer on the page", () => {
  const kettle = demoSongs()[1]!;
  const [first, second] = kettle.parts;
  const mixer = (change: Partial<PlaySettings>) =>
    show(
      storeOf(kettle),
      <Mixer
        hasRecord={false}
        settings={settingsOf(change)}
        parts={kettle.parts}
        onChange={nothing}
      />,
    );
  const checked = (markup: string) =>
    [...markup.matchAll(/<label[^>]*>(.*?)<\/label>/gsu)]
      .filter(([, inner]) => inner!.includes('checked=""'))
      .map(([whole]) => textOf(whole));

  it.each<[Partial<PlaySettings>, readonly string[]]>([
    [{}, []],
    [{ hasCountIn: true }, ["count a bar in"]],
    [
      { hasClick: true, hasBacking: true },
      ["click, the first beat accented", "backing: the chords’ bass notes and a drum pattern"],
    ],
  ])("%j has %j on", (change, on) => {
    expect(checked(mixer(change))).toEqual(on);
  });

  it("has a fader, mute and solo for every part, as they are set", () => {
    const faders = {
      [first!.id]: { ...OPEN_FADER, volume: 0.25, isMuted: true },
      [second!.id]: { ...OPEN_FADER, isSolo: true },
    };
    const markup = mixer({ faders });
    const rows = kettle.parts.map(({ name }) => {
      const from = markup.indexOf(`aria-label="${name}"`);
      return markup.slice(from, markup.indexOf("solo</button>", from));
    });
    expect(rows[0]).toContain('value="25"');
    expect(rows[0]).toMatch(/aria-pressed="true"[^>]*>mute/u);
    expect(rows[1]).toContain('value="80"');
    expect(rows[1]).toMatch(/aria-pressed="false"[^>]*>mute/u);
    expect(rows[1]).toMatch(/aria-pressed="true"[^>]*>$/u);
  });

  it("says how a loop gets faster, with a caution", () => {
    const markup = mixer({ stepPercent: 5, everyRounds: 3, toPercent: 110 });
    const values = ["Per cent a step", "Rounds a step", "Up to per cent"].map(
      (label) => new RegExp(`aria-label="${label}"[^>]*value="(\\d+)"`, "u").exec(markup)?.[1],
    );
    expect(values).toEqual(["5", "3", "110"]);
    expect(textOf(markup)).toContain("stop when it hurts");
  });
});
