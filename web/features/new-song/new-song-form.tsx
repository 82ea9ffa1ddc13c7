"use client";

import { parseKey, STANDARD_REFERENCE_HZ } from "@intonazione/core/pitch";
import { parseMetre, parseTempo, STRAIGHT } from "@intonazione/core/rhythm";
import { newPart, type Song } from "@intonazione/core/score";
import { nanoid } from "nanoid";
import { useRouter } from "next/navigation";
import { useEffect, useState } from "react";
import { useForm } from "react-hook-form";
import { problemOf } from "@/calls/answer";
import { songClient } from "@/calls/documents";
import { Button } from "@/ui/button";
import { Field, inputLook } from "@/ui/field";
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

const errorOf = (result: { ok: true } | { ok: false; error: string }) => result.ok || result.error;

/** Title, tempo, metre, key and a first part; then the song is open to be written. */
export function NewSongForm() {
  const router = useRouter();
  const [choice, setChoice] = useState(STANDARD_CHOICE);
  const [problem, setProblem] = useState<string>();
  const {
    register,
    handleSubmit,
    setFocus,
    formState: { errors, isSubmitting },
  } = useForm<Values>({ defaultValues: DEFAULTS, mode: "onTouched" });
  const reading = readChoice(choice);
  const isHydrated = useHydrated();
  useEffect(() => {
    if (isHydrated) setFocus("title");
  }, [isHydrated, setFocus]);

  const create = async (values: Values) => {
    const key = parseKey(values.key);
    const metre = parseMetre(values.metre);
    if (!reading.ok || !key.ok || !metre.ok) return;
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
    if (answer.kind === "done") router.push(`/songs/${answer.value.id}`);
    else setProblem(problemOf(answer));
  };

  return (
    <form noValidate onSubmit={(event) => void handleSubmit(create)(event)}>
      <fieldset disabled={!isHydrated} className="flex flex-col gap-3">
        <Field label="Title" error={errors.title?.message}>
          {(ties) => (
            <input
              {...ties}
              {...register("title", {
                validate: (text) => text.trim() !== "" || "a song needs a title, however rough",
              })}
              maxLength={200}
              autoComplete="off"
              className={`${inputLook} font-serif text-lg`}
            />
          )}
        </Field>
        <div className="grid grid-cols-3 gap-3">
          <Field label="Tempo" hint="quarter notes a minute" error={errors.tempo?.message}>
            {(ties) => (
              <input
                {...ties}
                {...register("tempo", {
                  validate: (text) => errorOf(parseTempo(text)),
                })}
                inputMode="decimal"
                className={`${inputLook} font-mono`}
              />
            )}
          </Field>
          <Field label="Metre" hint="like 4/4, 3/4 or 6/8" error={errors.metre?.message}>
            {(ties) => (
              <input
                {...ties}
                {...register("metre", { validate: (text) => errorOf(parseMetre(text)) })}
                className={`${inputLook} font-mono`}
              />
            )}
          </Field>
          <Field label="Key, as it sounds" hint="like D minor or Bb" error={errors.key?.message}>
            {(ties) => (
              <input
                {...ties}
                {...register("key", { validate: (text) => errorOf(parseKey(text)) })}
                className={inputLook}
              />
            )}
          </Field>
        </div>
        <fieldset className="mt-2 flex flex-col gap-3 rounded-md border border-hairline px-5 pt-3 pb-2">
          <legend className="px-1 font-serif text-lg">First part</legend>
          <Field label="Name" hint="left empty: Guitar or Bass">
            {(ties) => (
              <input
                {...ties}
                {...register("part")}
                maxLength={200}
                placeholder="Guitar"
                autoComplete="off"
                className={inputLook}
              />
            )}
          </Field>
          <InstrumentPicker choice={choice} onChange={setChoice} />
          <p className="text-xs text-soft">
            With a capo: put it on first, then tune with it on. It presses the strings sharp, and
            not all by the same amount.
          </p>
        </fieldset>
        {problem && (
          <p role="alert" className="rounded-md border border-madder px-3 py-2 text-madder">
            {problem}
          </p>
        )}
        <div className="flex justify-end gap-2 pt-2">
          <Button type="submit" look="main" disabled={isSubmitting || !reading.ok}>
            {isSubmitting ? "Making the song …" : "Make the song"}
          </Button>
        </div>
      </fieldset>
    </form>
  );
}
