import type { ReactNode } from "react";

const LOOK = {
  plain:
    "inline-flex items-center gap-1 border-transparent px-2 py-1 hover:text-ink aria-pressed:border-ink aria-pressed:bg-sheet aria-pressed:font-medium aria-pressed:text-ink",
  small:
    "min-h-6 min-w-6 border-hairline px-1.5 text-xs aria-pressed:border-madder aria-pressed:text-madder",
} as const;

/** A button that stays pressed. */
export function PressButton({
  isOn,
  onChange,
  look = "plain",
  children,
}: {
  readonly isOn: boolean;
  readonly onChange: (isOn: boolean) => void;
  readonly look?: keyof typeof LOOK;
  readonly children: ReactNode;
}) {
  return (
    <button
      type="button"
      aria-pressed={isOn}
      onClick={() => onChange(!isOn)}
      className={`rounded-sm border text-soft ${LOOK[look]}`}
    >
      {children}
    </button>
  );
}
