import { useId, type ReactNode } from "react";

export const inputLook =
  "w-full rounded-md border border-hairline bg-sheet px-2.5 py-1.5 aria-invalid:border-madder";

/** What an input needs to be tied to its label, hint and error. */
export interface FieldTies {
  readonly id: string;
  readonly "aria-describedby": string | undefined;
  readonly "aria-invalid": boolean | undefined;
}

/** A labelled input; the error takes the place of the hint and is announced. */
export function Field({
  label,
  hint,
  error,
  children,
}: {
  readonly label: string;
  readonly hint?: ReactNode;
  readonly error?: string | undefined;
  readonly children: (ties: FieldTies) => ReactNode;
}) {
  const id = useId();
  const note = error ?? hint;
  return (
    <div className="flex flex-col gap-1">
      <label htmlFor={id} className="text-[13px] font-medium">
        {label}
      </label>
      {children({
        id,
        "aria-describedby": note ? `${id}-note` : undefined,
        "aria-invalid": error ? true : undefined,
      })}
      <p
        id={`${id}-note`}
        role={error ? "alert" : undefined}
        className={`min-h-4.5 text-xs ${error ? "font-medium text-madder" : "text-soft"}`}
      >
        {note}
      </p>
    </div>
  );
}
