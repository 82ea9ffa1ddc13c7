"use client";

import { songOfTextTab, type TextTabReading } from "@intonazione/core/formats/text-tab";
import { nanoid } from "nanoid";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { problemOf } from "@/calls/answer";
import { songClient } from "@/calls/documents";
import { TabReader } from "./tab-reader";

/** A new song made of a tablature. */
export function SongFromTab({ text = "" }: { readonly text?: string }) {
  const router = useRouter();
  const [problem, setProblem] = useState<string>();
  const take = async (reading: TextTabReading) => {
    const answer = await songClient.create(songOfTextTab(reading, () => nanoid(10)));
    if (answer.kind === "done") router.push(`/songs/${answer.value.id}`);
    else setProblem(problemOf(answer));
  };
  return (
    <TabReader
      given={text}
      isFileAbove
      actionLabel="Make a song of it"
      onTake={(reading) => void take(reading)}
    >
      {problem && (
        <p role="alert" className="rounded-md border border-madder px-3 py-2 text-madder">
          {problem}
        </p>
      )}
    </TabReader>
  );
}
