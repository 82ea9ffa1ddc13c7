"use client";

import { useRouter } from "next/navigation";
import { useEffect, useState } from "react";
import { handFile } from "@/calls/handed-file";

/** A file dropped anywhere on the shelf is read on the desk. */
export function DropOnShelf() {
  const router = useRouter();
  const [isOver, setIsOver] = useState(false);
  useEffect(() => {
    const hasFiles = (event: DragEvent) => event.dataTransfer?.types.includes("Files") === true;
    const over = (event: DragEvent) => {
      if (!hasFiles(event)) return;
      event.preventDefault();
      setIsOver(true);
    };
    const leave = (event: DragEvent) => {
      if (event.relatedTarget === null) setIsOver(false);
    };
    const drop = (event: DragEvent) => {
      const [file] = event.dataTransfer?.files ?? [];
      setIsOver(false);
      if (!file) return;
      event.preventDefault();
      handFile(file);
      router.push("/songs/new?from=tablature");
    };
    window.addEventListener("dragover", over);
    window.addEventListener("dragleave", leave);
    window.addEventListener("drop", drop);
    return () => {
      window.removeEventListener("dragover", over);
      window.removeEventListener("dragleave", leave);
      window.removeEventListener("drop", drop);
    };
  }, [router]);
  if (!isOver) return null;
  return (
    <div className="pointer-events-none fixed inset-4 z-40 flex items-center justify-center rounded-md border-2 border-dashed border-madder bg-paper/85">
      <p className="font-serif text-3xl">Let go to read it</p>
    </div>
  );
}
