export type { Brand } from "./brand";
export { err, ok, type Result } from "./result";
export { hasErrors, type Finding, type Severity, type Whereabouts } from "./finding";
