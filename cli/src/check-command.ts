import { barNumber, type Finding } from "@intonazione/core/foundation";
import {
  acceptedReason,
  mendInWords,
  reviewSong,
  type ReviewFinding,
} from "@intonazione/core/review";
import type { Song } from "@intonazione/core/score";
import { fileArgument, type Outcome } from "./commands";
import type { Options } from "./options";
import { readSongFile } from "./song-files";

/** `check IN`: what Check finds in a song, and what of it was accepted; what reading it found first. */
export function check(options: Options): Outcome {
  const file = fileArgument(options, 1, "check IN");
  const { song, findings } = readSongFile(file);
  const found = reviewSong(song, { withTuning: true });
  const isAccepted = (finding: ReviewFinding) => acceptedReason(song, finding) !== undefined;
  const open = found.filter((finding) => !isAccepted(finding));
  return {
    file,
    findings: [...findings, ...open],
    output: {
      findings: open.map((finding) => findingJson(song, finding)),
      accepted: found.filter(isAccepted).map((finding) => ({
        ...findingJson(song, finding),
        reason: acceptedReason(song, finding),
      })),
      reading: findings.map(({ code, severity, where, message }: Finding) => ({
        code,
        severity,
        where,
        message,
      })),
    },
  };
}

function findingJson(song: Song, finding: ReviewFinding) {
  const { code, group, severity, where, message, evidence, mend } = finding;
  return {
    code,
    group,
    severity,
    phrase: song.phrases.find(({ id }) => id === where.phraseId)?.name ?? null,
    part: song.parts.find(({ id }) => id === where.partId)?.name ?? null,
    bar: where.bar === undefined ? null : barNumber(where.bar),
    ...(where.string !== undefined && { string: where.string }),
    message,
    evidence,
    ...(mend && { mend: mendInWords(mend) }),
  };
}
