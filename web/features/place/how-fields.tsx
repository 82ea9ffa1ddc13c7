"use client";

import { BEYONDS, INTENTS, type Beyond, type Intent } from "@intonazione/core/remap";
import { Select } from "@/ui/select";

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

/** What of a line is to stay on another instrument. */
export function IntentField({
  value,
  onChange,
}: {
  readonly value: Intent;
  readonly onChange: (intent: Intent) => void;
}) {
  return (
    <span className="flex items-center gap-2">
      <span aria-hidden className="text-soft">
        keep
      </span>
      <Select
        label="keep"
        value={value}
        options={INTENTS.map((one) => ({ value: one, label: INTENT_WORDS[one] }))}
        onChange={onChange}
        look="small"
      />
    </span>
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
    <span className="flex items-center gap-2">
      <span aria-hidden className="text-soft">
        notes beyond the range
      </span>
      <Select
        label="notes beyond the range"
        value={value}
        options={BEYONDS.map((one) => ({ value: one, label: BEYOND_WORDS[one] }))}
        onChange={onChange}
        look="small"
      />
    </span>
  );
}
