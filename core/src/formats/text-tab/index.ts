export {
  MAX_TAB_LENGTH,
  readTextTab,
  type TextTabOptions,
  type TextTabReading,
} from "./read-text-tab";
export { songOfTextTab } from "./song-of-text-tab";
export { MAX_WIDTH, MIN_WIDTH, writeTextTab } from "./write-text-tab";
