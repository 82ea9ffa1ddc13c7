/** The first way of the question where a line lies, in the page. */
export const REGION_QUESTION_ID = "where-it-lies";
