import { strFromU8 } from "fflate";

/** How the bytes of a text were written. */
export type TextEncoding = "utf-8" | "utf-16le" | "utf-16be" | "latin-1";

export interface DecodedText {
  readonly text: string;
  readonly encoding: TextEncoding;
}

/**
 * Bytes as text, whoever wrote them: by their byte order mark, else UTF-16 where every other byte is
 * zero, else UTF-8 where the bytes are that, else Latin-1, in which every byte is a character.
 */
export function decodeText(bytes: Uint8Array): DecodedText {
  const [first, second, third] = bytes;
  if (first === 0xff && second === 0xfe) return utf16(bytes.subarray(2), "utf-16le");
  if (first === 0xfe && second === 0xff) return utf16(bytes.subarray(2), "utf-16be");
  if (first === 0xef && second === 0xbb && third === 0xbf) {
    return { text: strFromU8(bytes.subarray(3)), encoding: "utf-8" };
  }
  const blind = blindUtf16(bytes);
  if (blind) return utf16(bytes, blind);
  const text = strFromU8(bytes);
  return text.includes("\ufffd") && !isReplacementWritten(bytes)
    ? { text: strFromU8(bytes, true), encoding: "latin-1" }
    : { text, encoding: "utf-8" };
}

function utf16(bytes: Uint8Array, encoding: "utf-16le" | "utf-16be"): DecodedText {
  const low = encoding === "utf-16le" ? 0 : 1;
  const parts: string[] = [];
  const units: number[] = [];
  for (let at = 0; at + 1 < bytes.length; at += 2) {
    units.push(bytes[at + low]! | (bytes[at + 1 - low]! << 8));
    if (units.length < 8192) continue;
    parts.push(String.fromCharCode(...units));
    units.length = 0;
  }
  return { text: parts.join("") + String.fromCharCode(...units), encoding };
}

/** Latin letters in UTF-16 have a zero in every other byte; no text in another encoding has. */
function blindUtf16(bytes: Uint8Array): "utf-16le" | "utf-16be" | undefined {
  const sample = bytes.subarray(0, 200);
  if (sample.length < 4) return undefined;
  const zeros = [0, 0];
  for (const [at, byte] of sample.entries()) if (byte === 0) zeros[at % 2]!++;
  const half = sample.length / 2;
  if (zeros[1]! > 0.8 * half && zeros[0] === 0) return "utf-16le";
  if (zeros[0]! > 0.8 * half && zeros[1] === 0) return "utf-16be";
  return undefined;
}

/** Whether somebody really wrote U+FFFD, in UTF-8: EF BF BD. */
function isReplacementWritten(bytes: Uint8Array): boolean {
  return bytes.some(
    (byte, at) => byte === 0xef && bytes[at + 1] === 0xbf && bytes[at + 2] === 0xbd,
  );
}
