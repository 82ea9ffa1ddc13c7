import { phraseLetter, type Span } from "@intonazione/core/callout";
import type { Finding } from "@intonazione/core/foundation";
import { eventsOf } from "@intonazione/core/score";
import { canWait, landmarksOf, mendSlip } from "@/open-song/call-out-actions";
import { selectSong, useOpenSong, useSong } from "@/open-song/context";
import { draftOf, type Draft } from "@/open-song/draft";
import { OpenQuestion } from "./open-question";
import { SlipList } from "./slip-list";
import { Understood } from "./understood";

interface CallOutNoteProps {
  /** Where the caret stands in the line, from 0. */
  readonly caret: number | undefined;
  readonly showsLandmarks: boolean;
  readonly onJump: (finding: Finding) => void;
  /** Words of the line that are pointed at from here. */
  readonly onPoint: (words: Span | undefined) => void;
}

/** Under the line: slips, the question that is open, or what Enter would write. */
export function CallOutNote({ caret, showsLandmarks, onJump, onPoint }: CallOutNoteProps) {
  const { store } = useOpenSong();
  const draft = useSong(draftOf);
  const slips = draft.findings.filter(({ severity }) => severity === "error");
  const [question] = draft.questions;
  const isOpen = slips.length > 0 || question !== undefined;
  // Talk is long, and so are several things to be mended: they stand under it, and not beside it.
  const isUnder = draft.understood !== undefined || (isOpen && slips.length > 1);
  const where = isUnder ? "order-last w-full pb-1" : "w-[36%] self-center";
  return (
    <div
      id="call-out-note"
      role="status"
      className={`max-h-20 shrink-0 overflow-y-auto text-xs leading-[1.2] ${where}`}
    >
      {slips.length > 0 && (
        <SlipList slips={slips} onJump={onJump} onMend={(slip) => mendSlip(store, slip)} />
      )}
      {question && (
        <OpenQuestion
          question={question}
          more={draft.questions.length - 1}
          isLeavable={slips.length === 0 && canWait(draft)}
        />
      )}
      {draft.understood !== undefined && draft.heard.length > 0 && (
        <Understood text={draft.understood} heard={draft.heard} caret={caret} onPoint={onPoint} />
      )}
      {!isOpen && (showsLandmarks ? <Landmarks /> : <WouldWrite draft={draft} onJump={onJump} />)}
    </div>
  );
}

function Landmarks() {
  return <p className="text-soft">{useSong(landmarksOf)}</p>;
}

/** What Enter would write, and which bars do not add up. */
function WouldWrite({
  draft,
  onJump,
}: {
  readonly draft: Draft;
  readonly onJump: (finding: Finding) => void;
}) {
  const song = useSong(selectSong);
  if (!draft.isChanged) {
    return (
      <p className="line-clamp-2 text-soft">
        {draft.phraseId === undefined
          ? "string and fret, one after the other: E0 A7 · '16 for sixteenths · | bar line · - rest · x dead"
          : "as written; change it and press Enter"}
      </p>
    );
  }
  const doubts = draft.findings.filter(({ severity }) => severity === "warning");
  const bars = draft.bars.length;
  const events = eventsOf(draft.bars).length;
  const index = song.phrases.findIndex(({ id }) => id === draft.phraseId);
  const letter = phraseLetter(index < 0 ? song.phrases.length : index);
  return (
    <>
      <p className="text-soft">
        {events} {events === 1 ? "event" : "events"} in {bars} {bars === 1 ? "bar" : "bars"} · Enter
        writes phrase {letter}
      </p>
      {doubts.map((doubt, at) => (
        <button
          key={at}
          type="button"
          onClick={() => onJump(doubt)}
          className="mr-3 text-left text-ochre-ink hover:underline"
        >
          {doubt.message}
        </button>
      ))}
    </>
  );
}
