export { balanceOf, checkBars, type BarBalance } from "./bar-arithmetic";
export { tupletRuns, type TupletRun } from "./tuplets";
