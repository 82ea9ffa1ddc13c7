"use client";

import type { InputHTMLAttributes, ReactNode } from "react";
import { Field, inputLook } from "./field";
import { Select, type Option } from "./select";

/** The parts that every form is made of. What is typed stays, even while it cannot be read. */

interface Labelled {
  readonly label: string;
  readonly hint?: ReactNode;
  /** Takes the place of the hint, and is announced. */
  readonly error?: string | undefined;
}

export type TextFieldProps = Labelled &
  Omit<InputHTMLAttributes<HTMLInputElement>, "onChange" | "value"> & {
    readonly value: string;
    readonly onChange: (text: string) => void;
    /** Classes beside those of every field. */
    readonly look?: string;
  };

export function TextField({
  label,
  hint,
  error,
  value,
  onChange,
  look = "",
  ...rest
}: TextFieldProps) {
  return (
    <Field label={label} hint={hint} error={error}>
      {(ties) => (
        <input
          {...ties}
          maxLength={200}
          spellCheck={false}
          autoComplete="off"
          {...rest}
          value={value}
          onChange={({ target }) => onChange(target.value)}
          className={`${inputLook} ${look}`}
        />
      )}
    </Field>
  );
}

export function SelectField<Value extends string>({
  label,
  hint,
  error,
  ...rest
}: Labelled & {
  readonly value: Value;
  readonly options: readonly Option<Value>[];
  readonly onChange: (value: Value) => void;
  readonly isDisabled?: boolean;
}) {
  return (
    <Field label={label} hint={hint} error={error}>
      {(ties) => <Select ties={ties} {...rest} />}
    </Field>
  );
}

/** Enter sends it; what keeps it from being sent is told above its buttons. */
export function Form({
  onSubmit,
  problem,
  actions,
  isDisabled = false,
  children,
}: {
  readonly onSubmit: () => void;
  readonly problem?: string | undefined;
  /** Its buttons, the main one last; it is of type “submit”. */
  readonly actions: ReactNode;
  readonly isDisabled?: boolean;
  readonly children: ReactNode;
}) {
  return (
    <form
      noValidate
      onSubmit={(event) => {
        event.preventDefault();
        onSubmit();
      }}
    >
      <fieldset disabled={isDisabled} className="flex min-w-0 flex-col gap-3">
        {children}
        {problem !== undefined && (
          <p role="alert" className="rounded-md border border-madder px-3 py-2 text-madder">
            {problem}
          </p>
        )}
        <div className="flex flex-wrap justify-end gap-2">{actions}</div>
      </fieldset>
    </form>
  );
}
