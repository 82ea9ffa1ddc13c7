"use client";

import { FolderPlus, Pencil, Trash2 } from "lucide-react";
import { useState } from "react";
import type { CollectionRow } from "@/calls/shelf-cards";
import { inputLook } from "@/ui/field";

/** What stands together under a name, the whole shelf, and the bin. */
export function CollectionRail({
  collections,
  here,
  onGo,
  onCreate,
  onRename,
  onRemove,
}: {
  readonly collections: readonly CollectionRow[];
  readonly here: string | undefined;
  readonly onGo: (place: string | undefined) => void;
  readonly onCreate: (name: string) => void;
  readonly onRename: (id: string, name: string) => void;
  readonly onRemove: (collection: CollectionRow) => void;
}) {
  const [naming, setNaming] = useState<string>();
  return (
    <nav
      aria-label="Collections"
      className="flex w-48 shrink-0 flex-col gap-0.5 overflow-y-auto py-4 text-[13px]"
    >
      <Place isHere={here === undefined} onGo={() => onGo(undefined)}>
        All songs
      </Place>
      <p className="mt-3 px-2 text-xs text-soft">Collections</p>
      {collections.map((one) =>
        naming === one.id ? (
          <NameField
            key={one.id}
            name={one.name}
            onDone={(name) => {
              if (name !== undefined) onRename(one.id, name);
              setNaming(undefined);
            }}
          />
        ) : (
          <div key={one.id} className="group flex items-center">
            <Place isHere={here === one.id} onGo={() => onGo(one.id)}>
              <span className="flex-1 truncate">{one.name}</span>
              <span className="text-xs text-soft">{one.songs}</span>
            </Place>
            {here === one.id && (
              <>
                <button
                  type="button"
                  aria-label={`Rename the collection ${one.name}`}
                  title="Rename it"
                  onClick={() => setNaming(one.id)}
                  className="rounded-sm p-1.5 text-soft hover:text-ink"
                >
                  <Pencil size={12} aria-hidden />
                </button>
                <button
                  type="button"
                  aria-label={`Dissolve the collection ${one.name}`}
                  title="Dissolve it; its songs stay on the shelf"
                  onClick={() => onRemove(one)}
                  className="rounded-sm p-1.5 text-soft hover:text-ink"
                >
                  <Trash2 size={13} aria-hidden />
                </button>
              </>
            )}
          </div>
        ),
      )}
      {naming === "new" ? (
        <NameField
          name=""
          onDone={(name) => {
            if (name !== undefined) onCreate(name);
            setNaming(undefined);
          }}
        />
      ) : (
        <button
          type="button"
          onClick={() => setNaming("new")}
          className="flex items-center gap-2 rounded-sm px-2 py-1.5 text-left text-soft hover:text-ink"
        >
          <FolderPlus size={14} aria-hidden /> New collection
        </button>
      )}
      <span className="flex-1" />
      <Place isHere={here === "bin"} onGo={() => onGo("bin")}>
        <Trash2 size={14} aria-hidden /> Bin
      </Place>
    </nav>
  );
}

function Place({
  isHere,
  onGo,
  children,
}: {
  readonly isHere: boolean;
  readonly onGo: () => void;
  readonly children: React.ReactNode;
}) {
  return (
    <button
      type="button"
      aria-current={isHere ? "page" : undefined}
      onClick={onGo}
      className="flex w-full min-w-0 items-center gap-2 rounded-sm px-2 py-1.5 text-left hover:bg-madder-wash aria-[current]:font-semibold aria-[current]:shadow-[inset_3px_0_0_var(--madder)]"
    >
      {children}
    </button>
  );
}

function NameField({
  name,
  onDone,
}: {
  readonly name: string;
  readonly onDone: (name: string | undefined) => void;
}) {
  return (
    <input
      autoFocus
      defaultValue={name}
      aria-label="Name of the collection"
      placeholder="a course, a gig"
      maxLength={100}
      onBlur={({ target }) => {
        const next = target.value.trim();
        onDone(next === "" || next === name ? undefined : next);
      }}
      onKeyDown={(press) => {
        if (press.key === "Enter") press.currentTarget.blur();
        else if (press.key === "Escape") onDone(undefined);
      }}
      className={inputLook}
    />
  );
}
