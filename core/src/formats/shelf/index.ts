export {
  isShelf,
  readShelf,
  writeShelf,
  type ShelfCollection,
  type StudioShelf,
  type UnreadSong,
} from "./shelf-archive";
