export { assetsOfTakes, type Take, type Takes } from "./take";
