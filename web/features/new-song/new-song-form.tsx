"use client";

import type { Result } from "@intonazione/core/foundation";
import { parseKey, STANDARD_REFERENCE_HZ } from "@intonazione/core/pitch";
import { parseMetre, parseTempo, STRAIGHT } from "@intonazione/core/rhythm";
import { newPart, type Song } from "@intonazione/core/score";
import { nanoid } from "nanoid";
import { useRouter } from "next/navigation";
import { useEffect, useState } from "react";
import { problemOf } from "@/calls/answer";
import { songClient } from "@/calls/documents";
import { Button } from "@/ui/button";
import { Form, TextField, type TextFieldProps } from "@/ui/form";
import { useHydrated } from "@/ui/use-hydrated";
import { InstrumentPicker, readChoice, STANDARD_CHOICE } from "@/ui/instrument-picker";

interface Values {
  readonly title: string;
  readonly tempo: string;
  readonly metre: string;
  readonly key: string;
  readonly part: string;
}

const DEFAULTS: Values = { title: "", tempo: "100", metre: "4/4", key: "E minor", part: "" };

/** What is said against a field; nothing where it can be read. */
const READERS = {
  title: (text) =>
    text.trim() === ""
      ? { ok: false, error: "a song needs a title, however rough" }
      : { ok: true, value: text },
  tempo: parseTempo,
  metre: parseMetre,
  key: parseKey,
} satisfies Partial<Record<keyof Values, (text: string) => Result<unknown>>>;

/** Title, tempo, metre, key and a first part; then the song is open to be written. */
export function NewSongForm() {
  const router = useRouter();
  const [choice, setChoice] = useState(STANDARD_CHOICE);
  const [values, setValues] = useState(DEFAULTS);
  const [left, setLeft] = useState<ReadonlySet<keyof Values>>(new Set());
  const [isMaking, setMaking] = useState(false);
  const [problem, setProblem] = useState<string>();
  const reading = readChoice(choice);
  const isHydrated = useHydrated();
  useEffect(() => {
    if (isHydrated) fieldNamed("title")?.focus();
  }, [isHydrated]);
  const errorOf = (name: keyof Values): string | undefined => {
    if (name === "part") return undefined;
    const read: Result<unknown> = READERS[name](values[name]);
    return read.ok ? undefined : read.error;
  };
  const text = (name: keyof Values, label: string, more: Partial<TextFieldProps> = {}) => (
    <TextField
      name={name}
      label={label}
      value={values[name]}
      error={left.has(name) ? errorOf(name) : undefined}
      onChange={(typed) => setValues({ ...values, [name]: typed })}
      onBlur={() => setLeft(new Set([...left, name]))}
      {...more}
    />
  );

  const create = async () => {
    const wrong = (Object.keys(values) as (keyof Values)[]).find((name) => errorOf(name));
    setLeft(new Set(Object.keys(values) as (keyof Values)[]));
    if (wrong) return fieldNamed(wrong)?.focus();
    const key = parseKey(values.key);
    const metre = parseMetre(values.metre);
    if (!reading.ok || !key.ok || !metre.ok || isMaking) return;
    setMaking(true);
    const { instrument, capo } = reading.value;
    const name = values.part.trim() || (instrument.kind === "bass" ? "Bass" : "Guitar");
    const song: Song = {
      title: values.title.trim(),
      tempoBpm: Number(values.tempo),
      metre: metre.value,
      feel: STRAIGHT,
      key: key.value,
      referenceHz: STANDARD_REFERENCE_HZ,
      style: {},
      parts: [newPart(nanoid(10), name, { instrument, capo })],
      phrases: [],
      form: [],
      lines: [],
    };
    const answer = await songClient.create(song);
    if (answer.kind === "done") return router.push(`/songs/${answer.value.id}`);
    setMaking(false);
    setProblem(problemOf(answer));
  };

  return (
    <Form
      onSubmit={() => void create()}
      problem={problem}
      isDisabled={!isHydrated}
      actions={
        <Button type="submit" look="main" disabled={isMaking || !reading.ok}>
          {isMaking ? "Making the song …" : "Make the song"}
        </Button>
      }
    >
      {text("title", "Title", { look: "font-serif text-lg" })}
      <div className="grid grid-cols-3 gap-3">
        {text("tempo", "Tempo", {
          hint: "quarter notes a minute",
          look: "font-mono",
          inputMode: "decimal",
        })}
        {text("metre", "Metre", { hint: "like 4/4, 3/4 or 6/8", look: "font-mono" })}
        {text("key", "Key, as it sounds", { hint: "like D minor or Bb" })}
      </div>
      <fieldset className="mt-2 flex flex-col gap-3 rounded-md border border-hairline px-5 pt-3 pb-2">
        <legend className="px-1 font-serif text-lg">First part</legend>
        {text("part", "Name", { hint: "left empty: Guitar or Bass", placeholder: "Guitar" })}
        <InstrumentPicker choice={choice} onChange={setChoice} />
        <p className="text-xs text-soft">
          With a capo: put it on first, then tune with it on. It presses the strings sharp, and not
          all by the same amount.
        </p>
      </fieldset>
    </Form>
  );
}

function fieldNamed(name: keyof Values): HTMLInputElement | null {
  return document.querySelector(`input[name=${name}]`);
}
