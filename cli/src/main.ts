import { findTuningBatch } from "./batch/find-tuning-batch";
import { placeBatch } from "./batch/place-batch";
import { analyse, name } from "./analyse-command";
import { check } from "./check-command";
import { positions, tunings, type Outcome } from "./commands";
import { convert } from "./convert-command";
import { findTuningCommand } from "./find-tuning-command";
import { place } from "./place-command";
import { readScoreOrTalk } from "./read-command";
import { remap } from "./remap-command";
import { capo, setUp, tuning } from "./set-up-commands";
import { render } from "./render-command";
import { say, sayBatch } from "./say-command";
import { take } from "./take-command";
import { lineOf, Unusable } from "./failure";
import { readOptions, READING_OPTIONS } from "./options";
import { exitCodeFor } from "./song-files";

export interface Streams {
  readonly write: (text: string) => void;
  readonly complain: (text: string) => void;
}

const USAGE = `usage: intonazione COMMAND
  positions --strings "E2 A2 D3 G3 B3 E4" [--capo N] [--frets N] PITCH...
  setup --strings "..." [--capo N] [--a HZ] [--scale MM] [--gauges "0.010 ... 0.046w"]
  capo --key "A major" --chords "A D E"
  tuning WORDS [--instrument guitar|bass|baritone]
  tunings
  read FILE [--strings "..."] [--capo N] [--part N] [--voices N,N] [--grid auto|exact|STEPS]
  read TALK.vtt|.srt|.txt --strings "..." [--capo N]
  convert IN OUT [--part N] [--channels string|part] [--width COLUMNS]
        [--paper a4|letter] [--lanes staff,chords,count,...] [--footer WORDS]
        [--voices N,N] [--grid auto|exact|STEPS]
  place IN [--strings "..."] [--capo N] [--frets N] [--part N] [--profile NAME]
        [--alternatives K] [--around FRET] [--first STRING/FRET]
        [--voices N,N] [--grid auto|exact|STEPS]
  place --batch < PHRASES.json
  remap IN --to-strings "..." [--to-capo N] [--frets N] [--part N] [--profile NAME]
        [--intent sound|shapes|key|octave] [--within SEMITONES] [--beyond mark|fold|chord-tone|leave-out]
        [--alternatives K]
  find-tuning IN [--part N] [--top N] [--evidence FILE]
  find-tuning --batch < SONGS.json
  check IN
  analyse IN
  name [--key KEY] NOTE...
  render IN OUT.wav [--tempo 25-150] [--with click,backing]
  say "TEXT" --strings "..." [--capo N] [--names nominal|actual|number] [--context "TEXT"]
  say --batch < SAID.json
  take FILE [--bpm N] [--strings "..."] [--capo N] [--bass "..."]
`;

const CONVERT_OPTIONS = [
  "part",
  "channels",
  "width",
  "paper",
  "lanes",
  "footer",
  ...READING_OPTIONS,
];
const PLACE_OPTIONS = [
  "strings",
  "capo",
  "frets",
  "part",
  "profile",
  "alternatives",
  "around",
  "first",
  ...READING_OPTIONS,
];
const REMAP_OPTIONS = [
  "to-strings",
  "to-capo",
  "frets",
  "part",
  "profile",
  "intent",
  "within",
  "beyond",
  "alternatives",
];

/** A list of questions on standard input, answered by a list. */
const isBatch = (rest: readonly string[]) => rest.length === 1 && rest[0] === "--batch";

/** Runs one command. @returns the exit code: 0, 1 with findings of severity error, 2 for unusable input. */
export async function main(
  args: readonly string[],
  { write, complain }: Streams,
): Promise<0 | 1 | 2> {
  const [command, ...rest] = args;
  const print = (value: unknown) => write(`${JSON.stringify(value, undefined, 2)}\n`);
  try {
    switch (command) {
      case "positions":
        print(positions(readOptions(rest, ["strings", "capo", "frets"])));
        return 0;
      case "setup":
        print(setUp(readOptions(rest, ["strings", "capo", "a", "scale", "gauges"])));
        return 0;
      case "capo":
        print(capo(readOptions(rest, ["key", "chords"])));
        return 0;
      case "tuning":
        print(tuning(readOptions(rest, ["instrument"])));
        return 0;
      case "tunings":
        readOptions(rest, []);
        print(tunings());
        return 0;
      case "read":
        return report(
          readScoreOrTalk(readOptions(rest, ["strings", "capo", "part", ...READING_OPTIONS])),
        );
      case "convert":
        return report(await convert(readOptions(rest, CONVERT_OPTIONS)));
      case "place":
        if (isBatch(rest)) {
          print(placeBatch());
          return 0;
        }
        return report(place(readOptions(rest, PLACE_OPTIONS)));
      case "remap":
        return report(remap(readOptions(rest, REMAP_OPTIONS)));
      case "find-tuning":
        if (isBatch(rest)) {
          print(findTuningBatch());
          return 0;
        }
        return report(findTuningCommand(readOptions(rest, ["part", "top", "evidence"])));
      case "check":
        return report(check(readOptions(rest, [])));
      case "analyse":
        return report(analyse(readOptions(rest, [])));
      case "name":
        print(name(readOptions(rest, ["key"])));
        return 0;
      case "render":
        return report(render(readOptions(rest, ["tempo", "with"])));
      case "say":
        if (isBatch(rest)) print(sayBatch());
        else print(say(readOptions(rest, ["strings", "capo", "names", "context"])));
        return 0;
      case "take":
        print(await take(readOptions(rest, ["strings", "capo", "bass", "bpm"])));
        return 0;
      case "help":
      case "--help":
        write(USAGE);
        return 0;
      default:
        throw new Unusable(
          `unknown command ${command ?? "(none)"}: expected positions, setup, capo, tuning, tunings, read, convert, place, remap, find-tuning, check, analyse, name, render, say or take`,
        );
    }
  } catch (error) {
    if (!(error instanceof Unusable)) throw error;
    complain(`intonazione: ${error.message}\n`);
    return 2;
  }

  function report({ file, findings, output }: Outcome): 0 | 1 {
    if (output !== undefined) print(output);
    for (const finding of findings) {
      if (finding.severity === "error") complain(`${lineOf(finding, file)}\n`);
    }
    return exitCodeFor(findings);
  }
}
