/** Kinds of files that hold sound, by what they hold and not by their name. */
export type SoundKind = "wav" | "mp3" | "flac" | "ogg-vorbis" | "ogg-opus" | "mp4" | "webm" | "aac";

/** How many of the first bytes tell the kind. */
export const SOUND_KIND_BYTES = 64;

/**
 * The kind of a sound file by its first bytes: RIFF and RF64, FLAC's marker, Ogg with the first
 * packet's name (RFC 3533, 7845), the `ftyp` box of MP4, the EBML mark of WebM, an ID3 tag or the
 * eleven set bits of an MPEG frame (ISO 11172-3), those of ADTS (ISO 13818-7).
 */
export function soundKindOf(head: Uint8Array): SoundKind | undefined {
  const says = (text: string, at: number) =>
    [...text].every((letter, index) => head[at + index] === letter.charCodeAt(0));
  if ((says("RIFF", 0) || says("RF64", 0)) && says("WAVE", 8)) return "wav";
  if (says("fLaC", 0)) return "flac";
  if (says("OggS", 0)) {
    if (says("OpusHead", 28)) return "ogg-opus";
    if (says("vorbis", 29)) return "ogg-vorbis";
    return says("FLAC", 29) ? "flac" : undefined;
  }
  if (says("ftyp", 4)) return "mp4";
  if (head[0] === 0x1a && head[1] === 0x45 && head[2] === 0xdf && head[3] === 0xa3) return "webm";
  if (says("ID3", 0)) return "mp3";
  const [first = 0, second = 0] = head;
  if (first !== 0xff || (second & 0xe0) !== 0xe0) return undefined;
  const layer = (second >> 1) & 3;
  if (layer === 0) return (second & 0xf6) === 0xf0 ? "aac" : undefined;
  return "mp3";
}
