"use client";

import {
  CONCERNS,
  HAND_SIZES,
  MAX_OWN_PROFILES,
  mergeProfiles,
  PROFILES,
  USUAL_HAND,
  type Concern,
  type OwnProfile,
} from "@intonazione/core/placement";
import { useState } from "react";
import { problemOf } from "@/calls/answer";
import { AWAY_PROBLEM } from "@/calls/ask";
import { profilesClient } from "@/calls/documents";
import { useOpenSong, useSong } from "@/open-song/context";
import { newId } from "@/open-song/draft";
import { Button } from "@/ui/button";
import { Check } from "@/ui/check";
import { Field, inputLook } from "@/ui/field";
import { SelectField } from "@/ui/form";

const CONCERN_WORDS: Readonly<Record<Concern, string>> = {
  movement: "Shifts of the hand",
  stretches: "Stretches and the little finger",
  height: "Where on the neck",
  "open-strings": "Open strings",
  shapes: "Shapes that hands know",
  "string-changes": "Changes of string, tone",
  sameness: "The same places again",
};

const FACTORS: readonly (readonly [factor: number, words: string])[] = [
  [0, "not at all"],
  [0.5, "half as much"],
  [1, "as it is there"],
  [2, "twice as much"],
  [4, "four times"],
];

const CHANGED_ELSEWHERE =
  "The profiles are being changed in another window: try again in a moment.";

/** The studio's placing profiles: made here, saved there, used by any song. */
export function OwnProfiles() {
  const { store } = useOpenSong();
  const profiles = useSong((state) => state.profiles);
  const at = useSong((state) => state.profilesAt);
  const [draft, setDraft] = useState<OwnProfile>(fresh);
  const [said, setSaid] = useState<{ readonly text: string; readonly isProblem: boolean }>();
  const isKnown = profiles.some(({ id }) => id === draft.id);
  const save = async (next: readonly OwnProfile[], done: string) => {
    if (!at) return setSaid({ text: AWAY_PROBLEM, isProblem: true });
    const { id } = at;
    let value = next;
    let answer = await profilesClient.save(id, value, profiles, at.version);
    const theirs = answer.kind === "stale" ? await profilesClient.fetch(id) : undefined;
    if (theirs) {
      value = mergeProfiles(profiles, next, theirs.value);
      answer = await profilesClient.save(id, value, theirs.value, theirs.version);
    }
    if (answer.kind !== "done") {
      return setSaid({ text: problemOf(answer, CHANGED_ELSEWHERE), isProblem: true });
    }
    store.setState({ profiles: value, profilesAt: { id, version: answer.value.version } });
    setSaid({ text: done, isProblem: false });
  };
  const keep = () => {
    const own = { ...draft, name: draft.name.trim() };
    const next = isKnown
      ? profiles.map((one) => (one.id === own.id ? own : one))
      : [...profiles, own];
    void save(next, `Saved: ${own.name}.`);
  };
  const remove = () =>
    // What was removed stays in the form, and comes back with another save.
    void save(
      profiles.filter(({ id }) => id !== draft.id),
      `Removed: ${draft.name}. Save it again to have it back.`,
    );
  const change = (part: Partial<OwnProfile>) => setDraft({ ...draft, ...part });
  const canSave = draft.name.trim() !== "" && (isKnown || profiles.length < MAX_OWN_PROFILES);
  return (
    <div className="grid grid-cols-[11rem_1fr] gap-5">
      <ul aria-label="Profiles of this studio" className="flex flex-col gap-1">
        {profiles.map((profile) => (
          <li key={profile.id}>
            <button
              type="button"
              aria-pressed={profile.id === draft.id}
              onClick={() => setDraft(profile)}
              className="w-full truncate rounded-sm border border-hairline px-2 py-1 text-left aria-pressed:border-ink aria-pressed:bg-sheet"
            >
              {profile.name}
            </button>
          </li>
        ))}
        <li>
          <Button look="quiet" onClick={() => setDraft(fresh())}>
            A new one
          </Button>
        </li>
      </ul>
      <div className="flex flex-col gap-2">
        <div className="grid grid-cols-2 gap-x-4">
          <Field label="Name">
            {(ties) => (
              <input
                {...ties}
                value={draft.name}
                maxLength={200}
                onChange={({ target }) => change({ name: target.value })}
                className={inputLook}
              />
            )}
          </Field>
          <SelectField
            label="Starts from"
            value={draft.base}
            options={PROFILES.map(({ id, name }) => ({ value: id, label: name }))}
            onChange={(base) => change({ base })}
          />
          {CONCERNS.map((concern) => (
            <SelectField
              key={concern}
              label={CONCERN_WORDS[concern]}
              value={String(draft.factors[concern] ?? 1)}
              options={FACTORS.map(([factor, words]) => ({
                value: String(factor),
                label: `counts ${words}`,
              }))}
              onChange={(factor) =>
                change({ factors: { ...draft.factors, [concern]: Number(factor) } })
              }
            />
          ))}
          <SelectField
            label="The player's hand"
            value={draft.player.size}
            options={HAND_SIZES.map((size) => ({ value: size, label: size }))}
            onChange={(size) => change({ player: { ...draft.player, size } })}
          />
        </div>
        <Check
          isOn={draft.player.usesThumb}
          onChange={(usesThumb) => change({ player: { ...draft.player, usesThumb } })}
        >
          The thumb may come over the neck
        </Check>
        <p className="text-xs text-soft">
          Wide stretches strain the hand: warm up, rest, and stop when it hurts.
        </p>
        <div className="flex items-center gap-3">
          <Button look="main" disabled={!canSave} onClick={keep}>
            {isKnown ? "Save" : "Save as a new profile"}
          </Button>
          {isKnown && (
            <Button look="quiet" onClick={remove}>
              Remove
            </Button>
          )}
          <p role="status" className={said?.isProblem ? "text-madder" : "text-soft"}>
            {said?.text}
          </p>
        </div>
      </div>
    </div>
  );
}

function fresh(): OwnProfile {
  return { id: newId(), name: "", base: "usual", factors: {}, player: USUAL_HAND };
}
