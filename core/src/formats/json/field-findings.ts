import type { z } from "zod";
import type { Finding } from "../../foundation/finding";

const MAX_FINDINGS = 50;

/** What a schema refused, each with its path in the document. */
export function fieldFindings(error: z.ZodError, whole: string): readonly Finding[] {
  return error.issues.slice(0, MAX_FINDINGS).map((issue): Finding => {
    const message = `${issue.path.join(".") || whole}: ${issue.message}`;
    return { code: "field-wrong", severity: "error", where: {}, message };
  });
}
