export { assetsOfTakes, MAX_TAKE_SECONDS, type Take, type Takes } from "./take";
