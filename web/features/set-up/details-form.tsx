"use client";

import { formatKey, parseKey } from "@intonazione/core/pitch";
import { formatMetre, parseMetre } from "@intonazione/core/rhythm";
import type { Song, SongDetails } from "@intonazione/core/score";
import { useState, type ReactNode } from "react";
import { useOpenSong } from "@/open-song/context";
import { setDetails } from "@/open-song/transactions";
import { Field, inputLook, type FieldTies } from "@/ui/field";

type Change = Partial<SongDetails>;
type Reading =
  { readonly ok: true; readonly change: Change } | { readonly ok: false; readonly error: string };

/** Title, tempo, metre, key and the way strings are called; each takes hold when it is left. */
export function DetailsForm({ song }: { readonly song: Song }) {
  const { store } = useOpenSong();
  const change = (details: Change) => {
    const { parts: _p, phrases: _f, lines: _l, ...before } = store.getState().history.song;
    store.run(setDetails({ ...before, ...details }));
  };
  return (
    <div className="grid grid-cols-4 gap-x-3 gap-y-1">
      <div className="col-span-2">
        <Setting
          label="Title"
          value={song.title}
          read={(text) =>
            text.trim() === ""
              ? { ok: false, error: "a song needs a title" }
              : { ok: true, change: { title: text.trim().slice(0, 200) } }
          }
          onChange={change}
        />
      </div>
      <Setting
        label="Tempo"
        hint="quarter notes a minute"
        value={String(song.tempoBpm)}
        read={(text) => {
          const tempoBpm = Number(text);
          return tempoBpm >= 20 && tempoBpm <= 400
            ? { ok: true, change: { tempoBpm } }
            : { ok: false, error: `20 to 400 a minute, got “${text}”` };
        }}
        onChange={change}
      />
      <Setting
        label="Metre"
        hint="bar lines stay where they are"
        value={formatMetre(song.metre)}
        read={(text) => {
          const metre = parseMetre(text);
          return metre.ok ? { ok: true, change: { metre: metre.value } } : metre;
        }}
        onChange={change}
      />
      <Setting
        label="Key, as it sounds"
        hint="spells all names"
        value={formatKey(song.key)}
        read={(text) => {
          const key = parseKey(text);
          return key.ok ? { ok: true, change: { key: key.value } } : key;
        }}
        onChange={change}
      />
      <Field label="Strings are called" hint="in call-outs and strips">
        {(ties) => (
          <select
            {...ties}
            value={song.stringSchool}
            onChange={({ target }) =>
              change({ stringSchool: target.value as SongDetails["stringSchool"] })
            }
            className={inputLook}
          >
            <option value="nominal">by their usual name</option>
            <option value="actual">by what they are tuned to</option>
            <option value="number">by number, 1 is the thinnest</option>
          </select>
        )}
      </Field>
      <div className="col-span-2">
        <Setting
          label="Feel and tone"
          value={song.note ?? ""}
          read={(note) => ({ ok: true, change: { note: note.slice(0, 2000) } })}
          onChange={change}
        />
      </div>
    </div>
  );
}

/** One field: typed freely, taken over when left or on Enter, and only when it can be read. */
function Setting({
  label,
  hint,
  value,
  read,
  onChange,
}: {
  readonly label: string;
  readonly hint?: ReactNode;
  readonly value: string;
  readonly read: (text: string) => Reading;
  readonly onChange: (change: Change) => void;
}) {
  const [typed, setTyped] = useState<string>();
  const reading = typed === undefined ? undefined : read(typed);
  const settle = () => {
    if (typed === undefined || !reading?.ok) return;
    if (typed !== value) onChange(reading.change);
    setTyped(undefined);
  };
  const input = (ties: FieldTies) => (
    <input
      {...ties}
      value={typed ?? value}
      autoComplete="off"
      onChange={({ target }) => setTyped(target.value)}
      onBlur={settle}
      onKeyDown={(press) => press.key === "Enter" && settle()}
      className={inputLook}
    />
  );
  return (
    <Field label={label} hint={hint} error={reading && !reading.ok ? reading.error : undefined}>
      {input}
    </Field>
  );
}
