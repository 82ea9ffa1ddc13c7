export { isShelf, readShelf, writeShelf, type StudioShelf, type UnreadSong } from "./shelf-archive";
