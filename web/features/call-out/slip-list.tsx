import type { Finding } from "@intonazione/core/foundation";

/** Every slip with what was expected; one click leads to its words, another types what was meant. */
export function SlipList({
  slips,
  onJump,
  onMend,
}: {
  readonly slips: readonly Finding[];
  readonly onJump: (slip: Finding) => void;
  readonly onMend: (slip: Finding) => void;
}) {
  return (
    <ul className="text-madder">
      {slips.map((slip, index) => (
        <li key={index} className="flex items-baseline gap-x-2">
          <button
            type="button"
            onClick={() => onJump(slip)}
            className="text-left font-medium hover:underline"
          >
            column {slip.where.column}: {slip.message}
          </button>
          {slip.instead !== undefined && (
            <button
              type="button"
              onClick={() => onMend(slip)}
              className="shrink-0 rounded-full border border-hairline bg-sheet px-2 font-mono text-ink hover:bg-ochre-wash"
            >
              write {slip.instead}
            </button>
          )}
        </li>
      ))}
    </ul>
  );
}
