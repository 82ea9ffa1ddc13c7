import { DEMO_SONGS, demoSong } from "@intonazione/demo";
import { expect, it } from "vitest";
import { SongReceiver, SongSender } from "./song-parcel";

const overTheWire = structuredClone;
const song = demoSong(DEMO_SONGS.find(({ slug }) => slug === "brass-kettle")!);

it("the song arrives as it is, and only what changed is sent again", () => {
  const [sender, receiver] = [new SongSender(), new SongReceiver()];
  const first = receiver.unpack(overTheWire(sender.pack(song)));
  expect(first).toEqual(song);
  const [line, ...others] = song.lines;
  const edited = {
    ...song,
    tempoBpm: 90,
    lines: [...others, { ...line!, bars: line!.bars.slice(1) }],
  };
  const parcel = sender.pack(edited);
  expect(parcel.lines.filter((one) => one.line)).toHaveLength(1);
  const second = receiver.unpack(overTheWire(parcel));
  expect(second).toEqual(edited);
  // What did not change is remembered by identity at the other end.
  expect(second.lines[0]).toBe(first.lines[1]);
  expect(second.parts).toBe(first.parts);
  expect(sender.pack(edited).lines.some((one) => one.line)).toBe(false);
});

it("what was taken out and came back is sent again", () => {
  const [sender, receiver] = [new SongSender(), new SongReceiver()];
  receiver.unpack(overTheWire(sender.pack(song)));
  receiver.unpack(overTheWire(sender.pack({ ...song, lines: [] })));
  expect(receiver.unpack(overTheWire(sender.pack(song)))).toEqual(song);
  expect(() => receiver.unpack({ ...sender.pack(song), lines: [{ stamp: 999_999 }] })).toThrow(
    RangeError,
  );
});
