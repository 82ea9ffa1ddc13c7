/** Something a teacher can do: listed in the palette, and under a key of its own. */
export interface Command {
  readonly id: string;
  readonly label: string;
  /** As `KeyboardEvent.key`, with `mod+` for Ctrl or ⌘; absent where a key would only be in the way. */
  readonly keys?: readonly string[];
  /** Where it has a meaning; absent everywhere. */
  readonly isOn?: () => boolean;
  readonly run: () => void;
}
