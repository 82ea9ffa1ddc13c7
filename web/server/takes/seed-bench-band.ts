import { playBenchBand, USUAL_BAND, type BandWishes } from "@intonazione/core/playing";
import type { Song } from "@intonazione/core/score";
import { writeWav } from "@intonazione/core/synthesis";
import type { Take } from "@intonazione/core/takes";
import type { Asset } from "../assets/asset-repository";
import { PIECE_BYTES } from "../assets/piece-store";
import { hashOf, UploadRepository } from "../assets/upload-repository";
import { documentsOf } from "../documents/document-repository";
import type { StudioAccess } from "../requests/studio-access";
import { takesOfSong } from "./takes-of-song";
import { TAKES } from "./takes-kind";

const RATE = 44_100;

/** How the bench band plays the demo songs, by title: what records are like. */
const TAKES_OF: Readonly<
  Record<string, { readonly name: string; readonly how: Partial<BandWishes> }>
> = {
  "Lock Gate Lanterns": { name: "Record, 23 cents flat", how: { cents: -23 } },
  "Brass Kettle": { name: "Rehearsal, not quite steady", how: { sway: 0.04 } },
  "Tin Roof Tuesday": { name: "Record, the guitar at the left", how: { arePartsLeft: true } },
};

/** Gives the demo songs takes of the bench band; songs of other titles get none. */
export async function seedBenchBand(
  access: StudioAccess,
  songId: string,
  song: Song,
): Promise<void> {
  const wished = TAKES_OF[song.title];
  const played = wished && playBenchBand(song, { ...USUAL_BAND, ...wished.how }, RATE);
  if (!played) return;
  const { channels, map } = played;
  const wav = writeWav(channels, RATE);
  const asset = await keep(access, wav);
  const take: Take = {
    id: "bench-band",
    name: wished.name,
    kind: "record",
    source: "played by the bench band",
    remarks: "",
    recording: {
      asset: asset.hash,
      bytes: wav.length,
      type: asset.type,
      seconds: channels[0].length / RATE,
      channels: channels.length,
      hasPicture: false,
    },
    playedCents: 0,
    map,
    loops: [],
    marks: [],
    stills: [],
  };
  const id = await takesOfSong(access, songId);
  if (id !== undefined)
    await documentsOf(TAKES, access).save(id, { baseVersion: 1, value: [take] });
}

/** Keeps bytes of our own as an asset. */
async function keep({ db, studio }: StudioAccess, bytes: Uint8Array): Promise<Asset> {
  const uploads = new UploadRepository(db, studio.id);
  const begun = await uploads.begin(bytes.length);
  if (!("id" in begun)) throw new Error("a new studio has room for the bench band");
  const pieceAt = (number: number) =>
    bytes.subarray(number * PIECE_BYTES, (number + 1) * PIECE_BYTES);
  for (let number = 0; number * PIECE_BYTES < bytes.length; number++) {
    await uploads.append(begun.id, number * PIECE_BYTES, pieceAt(number));
  }
  const hash = await hashOf(bytes.length, (number) => Promise.resolve(pieceAt(number)));
  const asset = await uploads.settle(begun.id, hash);
  if (!asset) throw new Error("what was just kept is there");
  return asset;
}
