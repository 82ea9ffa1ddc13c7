import { AWAY_PROBLEM, isAway, problemIn } from "./ask";

/** What the page hears when it asks for something to be kept, given or taken away. */
export type Answer<Value> =
  | { readonly kind: "done"; readonly value: Value }
  /** Somebody saved a later version in between. */
  | { readonly kind: "stale" }
  /** It would not be taken a second time. */
  | { readonly kind: "refused"; readonly code: string | undefined; readonly message: string }
  /** Nobody answered, or nobody that we understand; trying again may help. */
  | { readonly kind: "away" };

/** @param read The value in the body of a good answer; undefined when it is not there. */
export async function answered<Value>(
  response: Response | undefined,
  read: (body: unknown) => Value | undefined,
): Promise<Answer<Value>> {
  return answeredWith(response, async (good) =>
    read(good.status === 204 ? undefined : await good.json().catch(() => undefined)),
  );
}

/** The same for a body of any kind. */
export async function answeredWith<Value>(
  response: Response | undefined,
  read: (good: Response) => Promise<Value | undefined>,
): Promise<Answer<Value>> {
  if (isAway(response)) return { kind: "away" };
  if (response.status === 409) {
    const { code, message } = await problemIn(response);
    return code === "stale-version" ? { kind: "stale" } : { kind: "refused", code, message };
  }
  if (!response.ok) return { kind: "refused", ...(await problemIn(response)) };
  const value = await read(response);
  return value === undefined ? { kind: "away" } : { kind: "done", value };
}

/** What went wrong, worded for the teacher. @param stale What that means where it is told. */
export function problemOf(
  answer: Exclude<Answer<unknown>, { readonly kind: "done" }>,
  stale = "It was changed in another window: reload the page to see that.",
): string {
  switch (answer.kind) {
    case "away":
      return AWAY_PROBLEM;
    case "stale":
      return stale;
    case "refused":
      return answer.message;
  }
}
