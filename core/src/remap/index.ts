export { remapBars, type Remapped, type Unreachable } from "./remap-bars";
export { remapPart, type RemappedPart } from "./remap-part";
export { keepShapes } from "./keep-shapes";
