export { type Anchor, type Face, type Mark, type Page, type Typesetter } from "./drawing";
export { layHandout, layStrip, type EngravedPart, type Engraver, type Press } from "./lay-handout";
export {
  HANDOUT_LANES,
  PAPERS,
  USUAL_HANDOUT,
  type HandoutLane,
  type HandoutOptions,
  type Paper,
} from "./options";
export { greyHex, printSvg } from "./print-svg";
