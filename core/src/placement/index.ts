export { type CostModel, type Hand } from "./cost-model";
export { placeBars, type PlacedBars, type Scope } from "./place-bars";
export { explainUnreachable, whyUnreachable, type WhyUnreachable } from "./unreachable";
export { suggestFingers } from "./suggest-fingers";
