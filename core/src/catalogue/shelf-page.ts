/** The orders in which a shelf can stand. */
export const SHELF_SORTS = ["change", "title", "tempo", "difficulty"] as const;
export type ShelfSort = (typeof SHELF_SORTS)[number];

/** Cards that are asked for, and sent, at once. */
export const CARDS_A_PAGE = 30;
