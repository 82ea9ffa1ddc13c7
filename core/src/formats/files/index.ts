export { sizeProblem } from "./bounds";
