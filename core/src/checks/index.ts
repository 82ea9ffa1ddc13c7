export { balanceOf, checkBars, type BarBalance } from "./bar-arithmetic";
export { checkForm } from "./form";
export { tupletRuns, type TupletRun } from "./tuplets";
