"use client";

import { BEYONDS, INTENTS, type Beyond, type Intent } from "@intonazione/core/remap";

const INTENT_WORDS: Readonly<Record<Intent, string>> = {
  sound: "the same sound",
  shapes: "the same shapes",
  key: "the best key near by",
  octave: "an octave away",
};

const BEYOND_WORDS: Readonly<Record<Beyond, string>> = {
  mark: "are kept and marked",
  fold: "go to another octave",
  "chord-tone": "become the nearest chord tone",
  "leave-out": "are left out",
};

const selectLook = "rounded-sm border border-hairline bg-sheet px-1.5 py-1";

/** What of a line is to stay on another instrument. */
export function IntentField({
  value,
  onChange,
}: {
  readonly value: Intent;
  readonly onChange: (intent: Intent) => void;
}) {
  return (
    <label className="flex items-center gap-2">
      <span className="text-soft">keep</span>
      <select
        value={value}
        onChange={({ target }) =>
          onChange(INTENTS.find((intent) => intent === target.value) ?? "sound")
        }
        className={selectLook}
      >
        {INTENTS.map((intent) => (
          <option key={intent} value={intent}>
            {INTENT_WORDS[intent]}
          </option>
        ))}
      </select>
    </label>
  );
}

/** What becomes of notes that the other neck does not have. */
export function BeyondField({
  value,
  onChange,
}: {
  readonly value: Beyond;
  readonly onChange: (beyond: Beyond) => void;
}) {
  return (
    <label className="flex items-center gap-2">
      <span className="text-soft">notes beyond the range</span>
      <select
        value={value}
        onChange={({ target }) =>
          onChange(BEYONDS.find((beyond) => beyond === target.value) ?? "mark")
        }
        className={selectLook}
      >
        {BEYONDS.map((beyond) => (
          <option key={beyond} value={beyond}>
            {BEYOND_WORDS[beyond]}
          </option>
        ))}
      </select>
    </label>
  );
}
