export { balanceOf, checkBars, type BarBalance } from "./bar-arithmetic";
export { checkTuplets, tupletRuns, type TupletRun } from "./tuplets";
export { checkLinks } from "./links";
export { checkForm } from "./form";
