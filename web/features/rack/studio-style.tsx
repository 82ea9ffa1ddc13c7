"use client";

import { USUAL_STYLE, type PlaceStyle } from "@intonazione/core/neck";
import { useState } from "react";
import { problemOf } from "@/calls/answer";
import { saveStyle } from "@/calls/rack";
import { StyleFields } from "@/ui/style-fields";
import { useHydrated } from "@/ui/use-hydrated";

/** How this studio says strings and frets; each song may differ. */
export function StudioStyle({ stored }: { readonly stored: PlaceStyle }) {
  const [style, setStyle] = useState(stored);
  const [state, setState] = useState<"saved" | "saving" | { readonly problem: string }>();
  const isHydrated = useHydrated();
  const change = async (next: Partial<PlaceStyle>) => {
    const whole = { ...USUAL_STYLE, ...next };
    setStyle(whole);
    setState("saving");
    const answer = await saveStyle(whole);
    setState(answer.kind === "done" ? "saved" : { problem: problemOf(answer) });
  };
  return (
    <section aria-labelledby="studio-style">
      <h2 id="studio-style" className="pb-2 font-serif text-xl">
        In this studio
      </h2>
      <div className="grid grid-cols-2 gap-3">
        <StyleFields
          style={style}
          isDisabled={!isHydrated}
          onChange={(next) => void change(next)}
        />
      </div>
      <p role="status" className="text-xs text-soft">
        {state === "saved" && "Saved. Songs that do not say otherwise follow it when opened."}
        {state === "saving" && "Saving …"}
        {typeof state === "object" && <span className="text-madder">{state.problem}</span>}
      </p>
    </section>
  );
}
