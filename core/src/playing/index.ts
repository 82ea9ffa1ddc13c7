export { isStruck, suggestStrokes, type Handwork } from "./strokes";
