export { fingeredKey, fingeredPitch, soundingShift } from "./fingered";
