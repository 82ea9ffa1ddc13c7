"use client";

import { useOpenSong, useSong } from "@/open-song/context";
import { CHECK_VIEWS, PLACE_VIEWS, WRITE_VIEWS } from "@/open-song/store";

/** What the middle shows in a stage that has several views. */
export function StageViews() {
  const { store } = useOpenSong();
  const stage = useSong((state) => state.stage);
  const writeView = useSong((state) => state.writeView);
  const placeView = useSong((state) => state.placeView);
  const checkView = useSong((state) => state.checkView);
  if (stage === "write") {
    return (
      <Views
        label="Views of Write"
        names={WRITE_VIEWS}
        chosen={writeView}
        onChoose={(name) => store.setState({ writeView: name })}
      />
    );
  }
  if (stage === "check") {
    return (
      <Views
        label="Views of Check"
        names={CHECK_VIEWS}
        chosen={checkView}
        onChoose={(name) => store.setState({ checkView: name })}
      />
    );
  }
  if (stage !== "place") return null;
  return (
    <Views
      label="Views of Place"
      names={PLACE_VIEWS}
      chosen={placeView}
      onChoose={(name) => store.setState({ placeView: name })}
    />
  );
}

function Views<Name extends string>({
  label,
  names,
  chosen,
  onChoose,
}: {
  readonly label: string;
  readonly names: readonly Name[];
  readonly chosen: Name;
  readonly onChoose: (name: Name) => void;
}) {
  return (
    <nav aria-label={label} className="-mt-1 flex pl-3 text-[13px]">
      {names.map((name) => (
        <button
          key={name}
          type="button"
          aria-current={chosen === name ? "page" : undefined}
          onClick={() => onChoose(name)}
          className="rounded-sm border border-transparent px-1.25 py-1 text-soft hover:text-ink aria-[current]:border-hairline aria-[current]:bg-sheet aria-[current]:text-ink"
        >
          {name}
        </button>
      ))}
    </nav>
  );
}
