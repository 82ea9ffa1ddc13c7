export { lossesIn } from "./losses";
export { type LossyFormat } from "./losses.data";
