export {
  layBar,
  layRows,
  layRowsTogether,
  type BarBox,
  type ChordMark,
  type EventBox,
  type Row,
} from "./layout";
export { lengthMarks, type LengthMark } from "./length-marks";
export { COMPACT, naturalWidth, USUAL, WIDE, type Spacing } from "./spacing";
export { signatureOf, staffVoices, type StaffNote, type StaffVoice } from "./staff";
export {
  bendInWords,
  bendPaths,
  spreadPath,
  strokePath,
  tremoloBarPath,
  tremoloPath,
  valueSignOf,
  vibratoPath,
} from "./sign-paths";
