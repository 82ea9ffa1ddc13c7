export {
  layBar,
  layRows,
  naturalWidth,
  type BarBox,
  type ChordMark,
  type EventBox,
  type Row,
} from "./layout";
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
