export {
  MAX_TAB_LENGTH,
  readTextTab,
  type TextTabOptions,
  type TextTabReading,
} from "./read-text-tab";
export { songOfTextTab } from "./song-of-text-tab";
export { writeTextTab } from "./write-text-tab";
