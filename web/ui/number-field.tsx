"use client";

/** A whole number within bounds, typed or stepped. */
export function NumberField({
  label,
  value,
  least,
  most,
  onChange,
}: {
  readonly label: string;
  readonly value: number;
  readonly least: number;
  readonly most: number;
  readonly onChange: (value: number) => void;
}) {
  return (
    <input
      type="number"
      aria-label={label}
      min={least}
      max={most}
      value={value}
      onChange={({ target }) => {
        const typed = Math.round(Number(target.value));
        onChange(Math.min(most, Math.max(least, typed)));
      }}
      className="w-14 rounded-sm border border-hairline bg-sheet px-1 font-mono"
    />
  );
}
