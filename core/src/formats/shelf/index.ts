export { readShelf, writeShelf, type StudioShelf } from "./shelf-archive";
