export { explain, remapBars, type Remapped, type Unreachable } from "./remap-bars";
export { keepShapes } from "./keep-shapes";
