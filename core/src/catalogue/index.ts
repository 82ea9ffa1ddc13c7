export { CATALOGUE_SCHEMA, entryOf, type CatalogueEntry, type CataloguePart } from "./entry";
export { readWishes, sayWish, type ReadWish } from "./read-wishes";
export { CARDS_A_PAGE, SHELF_SORTS, type ShelfSort } from "./shelf-page";
export { type Sketch } from "./sketch";
export { songDifficulty } from "./song-difficulty";
export { CATALOGUE_TECHNIQUES, type CatalogueTechnique } from "./techniques.data";
export { satisfies, SONG_STATES, type ShelvedEntry, type SongState, type Wish } from "./wish";
