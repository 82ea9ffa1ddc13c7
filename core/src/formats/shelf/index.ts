export { isShelf, readShelf, writeShelf, type StudioShelf } from "./shelf-archive";
