export { stringsOn } from "./assumed-strings";
export { bendEffort, type BendEffort } from "./bend";
export { gettingThere, type GettingThere, type TuningStep } from "./getting-there";
export { modelErrorOf } from "./linear-density";
export { materialOf, STRING_MATERIALS, usualMaterial, type StringMaterial } from "./materials";
export { formatGauges, parseGauges } from "./parse-gauges";
export { capoSharpCents, frettingSharpCents, USUAL_ACTION_MM } from "./sharpening";
export { stringSetsFor, type NamedStringSet } from "./string-sets";
export { feelOf, gaugesThatExist, suggestSet } from "./suggest-set";
export {
  breakingLoadN,
  comfortableRangeN,
  SAFE_SHARE,
  kilogramsForce,
  poundsForce,
  tensionN,
  tensionsOf,
  totalN,
  type StringTension,
  type TensionVerdict,
} from "./tension";
