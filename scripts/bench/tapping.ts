import { DEMO_SONGS, demoSong } from "../../demo/src/index";
import { rhythmsOf, shareFound } from "../../demo/src/tapping.test-kit";

/** How many values of the demo's rhythms are found from taps, with a click and without, by tempo. */
const TEMPOS = [60, 80, 100, 120, 140, 160, 180, 200];

const rhythms = DEMO_SONGS.map(demoSong).flatMap(rhythmsOf);
const shares = (hasClick: boolean) => TEMPOS.map((tempo) => shareFound(rhythms, tempo, hasClick));
process.stdout.write(JSON.stringify({ led: shares(true), free: shares(false) }));
