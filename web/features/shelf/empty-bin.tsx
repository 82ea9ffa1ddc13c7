"use client";

import { useState } from "react";
import { Button } from "@/ui/button";

/** The one thing here that cannot be undone says so first. */
export function EmptyBin({
  count,
  onEmpty,
}: {
  readonly count: number;
  readonly onEmpty: () => void;
}) {
  const [isAsked, setIsAsked] = useState(false);
  if (count === 0) return null;
  if (!isAsked) return <Button onClick={() => setIsAsked(true)}>Empty the bin</Button>;
  return (
    <>
      <Button
        autoFocus
        className="text-madder"
        onClick={() => {
          setIsAsked(false);
          onEmpty();
        }}
      >
        {count === 1 ? "1 song is" : `${count} songs are`} gone for good: empty it
      </Button>
      <Button look="quiet" onClick={() => setIsAsked(false)}>
        Keep
      </Button>
    </>
  );
}
