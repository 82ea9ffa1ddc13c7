/** The outcome of reading something that a person wrote: a value, or what was wrong with it. */
export type Result<Value, Problem = string> =
  { readonly ok: true; readonly value: Value } | { readonly ok: false; readonly error: Problem };

export function ok<Value>(value: Value): { readonly ok: true; readonly value: Value } {
  return { ok: true, value };
}

export function err<Problem>(error: Problem): { readonly ok: false; readonly error: Problem } {
  return { ok: false, error };
}
