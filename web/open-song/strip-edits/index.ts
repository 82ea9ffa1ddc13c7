export { runEdit, type StripEdit } from "./line-at-hand";
export {
  barLine,
  insertRest,
  removeChosen,
  removeNote,
  repeatChosen,
  toRest,
  typeDead,
  typeFret,
} from "./notes";
export { toggleEventTechnique, toggleFermata, toggleTechnique, turnStroke } from "./techniques";
export { dot, double, halve, tie, tuplet } from "./values";
export { insertSaid, resay, sayChosen } from "./words";
