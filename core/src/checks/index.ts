export { balanceOf, checkBars, type BarBalance } from "./bar-arithmetic";
