import type { ReactNode } from "react";

/** A box to tick, with its words. */
export function Check({
  isOn,
  onChange,
  children,
}: {
  readonly isOn: boolean;
  readonly onChange: (isOn: boolean) => void;
  readonly children: ReactNode;
}) {
  return (
    <label className="flex min-h-6 items-center gap-2">
      <input
        type="checkbox"
        checked={isOn}
        onChange={({ target }) => onChange(target.checked)}
        className="accent-[var(--madder)]"
      />
      {children}
    </label>
  );
}
