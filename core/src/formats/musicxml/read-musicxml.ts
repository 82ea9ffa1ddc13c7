import { parseReference, STANDARD_REFERENCE_HZ } from "../../pitch/frequency";
import type { Severity } from "../../foundation/finding";
import { isArchive, readArchive, type ArchiveEntry } from "../files/archive";
import { MAX_SCORE_BYTES } from "../files/bounds";
import { decodeText } from "../files/decode-text";
import { Remarks } from "../reading/remarks";
import type { SongReading } from "../reading/song-reading";
import { childOf, childrenOf, lineFinder, readXml, textOf, type XmlElement } from "../xml/read-xml";
import { ScoreParts } from "./score-parts";
import { songOfParts } from "./song-of-parts";
import { FIELD } from "./vocabulary.data";

const SEVERITY_OF_XML: Readonly<Record<string, Severity>> = {
  "xml-open": "warning",
  "xml-entity": "warning",
};

/**
 * Reads MusicXML 1.0–4.0, partwise and timewise, plain or packed (`.mxl`): staves and tablature,
 * written or not. Pitches are brought to sounding, strings and frets to the tuning and capo of the
 * file. Never throws on a file: what cannot be read is listed, and the rest is there.
 */
export function readMusicXml(
  content: Uint8Array | string,
  { newId }: { readonly newId: () => string },
): SongReading {
  const remarks = new Remarks();
  const text = typeof content === "string" ? content : textIn(content, remarks);
  if (text === undefined) return { findings: remarks.findings() };
  const lineAt = lineFinder(text);
  const lineOf = ({ at }: XmlElement) => lineAt(at);
  const scoreParts = new ScoreParts(remarks, lineOf);
  const { root: score, problems } = readXml(text, (element, within) =>
    scoreParts.take(element, within),
  );
  for (const { code, line, message } of problems) {
    remarks.say(code, SEVERITY_OF_XML[code] ?? "error", message, { line });
  }
  if (score?.name !== "score-partwise" && score?.name !== "score-timewise") {
    if (score) {
      remarks.say(
        "no-musicxml",
        "error",
        `this is XML, but no MusicXML score: it begins with <${score.name.slice(0, 40)}>`,
        { line: lineOf(score) },
      );
    }
    return { findings: remarks.findings() };
  }
  const fields = fieldsOf(score);
  const parts = scoreParts.read(fields);
  if (parts.length === 0) {
    remarks.say("no-music", "error", "there is no measure in this score", { line: lineOf(score) });
    return { findings: remarks.findings() };
  }
  const reference = parseReference(fields.get(FIELD.reference) ?? "");
  const song = songOfParts(
    {
      title: titleOf(score),
      note: fields.get(FIELD.note)?.slice(0, 2000),
      referenceHz: reference.ok ? reference.value : STANDARD_REFERENCE_HZ,
      parts,
    },
    newId,
    remarks,
  );
  return { song, findings: remarks.findings() };
}

/** The score's text: of an archive the file that its container names, else the first that may be one. */
function textIn(bytes: Uint8Array, remarks: Remarks): string | undefined {
  if (!isArchive(bytes)) return decodeText(bytes).text;
  const { entries, findings } = readArchive(bytes, {
    // Pictures and sounds may lie beside the score.
    isWanted: (name) => !/\.(png|jpe?g|gif|svg|pdf|midi?|mp3|ogg|wav)$/iu.test(name),
    mostBytes: MAX_SCORE_BYTES,
  });
  for (const { code, severity, message } of findings) remarks.say(code, severity, message);
  const container = entries.find(({ name }) => name === "META-INF/container.xml");
  const named = container && rootFileIn(container);
  const score =
    entries.find(({ name }) => name === named) ??
    entries.find(({ name }) => /^(?!META-INF\/).*\.(musicxml|xml)$/iu.test(name));
  if (!score) {
    remarks.say("archive-no-score", "error", "there is no MusicXML file in this archive");
    return undefined;
  }
  return decodeText(score.bytes).text;
}

function rootFileIn({ bytes }: ArchiveEntry): string | undefined {
  const { root } = readXml(decodeText(bytes).text);
  return childOf(childOf(root, "rootfiles"), "rootfile")?.attributes["full-path"];
}

function fieldsOf(score: XmlElement): ReadonlyMap<string, string> {
  const miscellaneous = childOf(childOf(score, "identification"), "miscellaneous");
  return new Map(
    childrenOf(miscellaneous, "miscellaneous-field").flatMap(({ attributes, text }) =>
      attributes["name"] === undefined || text.trim() === ""
        ? []
        : [[attributes["name"], text.trim()] as const],
    ),
  );
}

function titleOf(score: XmlElement): string {
  const credit = childrenOf(score, "credit").find((one) => textOf(one, "credit-type") === "title");
  const title =
    textOf(childOf(score, "work"), "work-title") ??
    textOf(score, "movement-title") ??
    textOf(credit, "credit-words") ??
    "Untitled";
  return title.slice(0, 200);
}
