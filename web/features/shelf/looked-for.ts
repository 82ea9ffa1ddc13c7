export interface LookedFor {
  /** The words that are looked for. */
  readonly value: string;
  readonly onChange: (value: string) => void;
}
