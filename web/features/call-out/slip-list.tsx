import type { Finding } from "@intonazione/core/foundation";

/** Every slip with what was expected; one click leads to its words. */
export function SlipList({
  slips,
  look,
  onJump,
}: {
  readonly slips: readonly Finding[];
  readonly look: string;
  readonly onJump: (slip: Finding) => void;
}) {
  return (
    <div id="call-out-note" role="status" className={`max-h-14 overflow-y-auto ${look}`}>
      <ul className="text-madder">
        {slips.map((slip, index) => (
          <li key={index}>
            <button
              type="button"
              onClick={() => onJump(slip)}
              className="text-left font-medium hover:underline"
            >
              column {slip.where.column}: {slip.message}
            </button>
          </li>
        ))}
      </ul>
    </div>
  );
}
