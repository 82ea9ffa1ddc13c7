export {
  isShelf,
  readShelf,
  writeShelf,
  type ShelfCollection,
  type ShelfTakes,
  type StudioShelf,
  type UnreadSong,
} from "./shelf-archive";
