export type { Brand } from "./brand";
export { type Result } from "./result";
export { hasErrors, type Finding, type Severity, type Whereabouts } from "./finding";
