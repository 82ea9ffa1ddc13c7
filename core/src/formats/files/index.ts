export { sizeProblem } from "./bounds";
export { decodeText } from "./decode-text";
