import { checkForm } from "@intonazione/core/checks";
import type { Song } from "@intonazione/core/score";

/** Endings that are never reached, and phrases that do not exist. */
export function FormProblems({ form, phrases }: Pick<Song, "form" | "phrases">) {
  const problems = checkForm({ form, phrases });
  if (problems.length === 0) return null;
  return (
    <ul className="flex flex-col gap-0.5 text-[13px] text-ochre-ink">
      {problems.map(({ message }) => (
        <li key={message}>
          <span aria-hidden>! </span>
          {message}
        </li>
      ))}
    </ul>
  );
}
