export { checkBars, type BarBalance } from "./bar-arithmetic";
export { checkBounds } from "./bounds";
export { checkForm } from "./form";
export { tupletRuns, type TupletRun } from "./tuplets";
