export { balanceOf, checkBars, type BarBalance } from "./bar-arithmetic";
export { checkTuplets } from "./tuplets";
export { checkLinks } from "./links";
export { checkForm } from "./form";
