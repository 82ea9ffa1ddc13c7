/** The first answers of the questions above the strips, in the page. */
export const REGION_QUESTION_ID = "where-it-lies";
export const RELATION_QUESTION_ID = "which-follows";

/** The first answer of the question that is asked, the upper one of two. */
export function openQuestion(): HTMLElement | null {
  return (
    document.getElementById(RELATION_QUESTION_ID) ?? document.getElementById(REGION_QUESTION_ID)
  );
}
