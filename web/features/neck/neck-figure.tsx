"use client";

import { midiAt, type Neck, type Place, type PlaceNames } from "@intonazione/core/neck";
import { displayPitch, spellPlainly, type Key } from "@intonazione/core/pitch";
import { notesOf, type PitchedNote } from "@intonazione/core/score";
import { memo, useMemo, useRef, useState, type MouseEvent } from "react";
import { otherPlaces } from "@/ui/other-places";
import { useWidth } from "@/ui/use-width";
import { placeInWords } from "@/ui/words";
import type { OnTheNeck } from "@/open-song/on-the-neck";
import { Hand, Held, Ring } from "./marks";
import { layNeck, placeAt, spotOf, stringYAt, type NeckLayout } from "@/ui/neck-layout";
import { Wood } from "./wood";

interface NeckProps {
  readonly neck: Neck;
  readonly names: PlaceNames;
  readonly handed: "right" | "left";
  readonly bodyFret?: number | undefined;
  readonly songKey: Key;
  readonly label: string;
  readonly shown: OnTheNeck;
  /** A ring was chosen: the note moves there. */
  readonly onMove: (note: PitchedNote, place: Place) => void;
  /** Any other place: it is said in the call-out line. */
  readonly onSay: (place: Place) => void;
}

/** The neck of the current part: what is held, where else it could lie, and an input of its own. */
export const NeckFigure = memo(function NeckFigure(props: NeckProps) {
  const { neck, names, handed, bodyFret, songKey, label, shown, onMove, onSay } = props;
  const frame = useRef<HTMLDivElement>(null);
  const width = useWidth(frame);
  const layout = useMemo(() => layNeck(neck, Math.max(width, 640), handed), [neck, width, handed]);
  const [hovered, setHovered] = useState<Place>();
  const { event, note } = shown.kind === "event" ? shown : NOTHING_CHOSEN;
  const rings = otherPlaces(note, event, neck);
  const under = (mouse: MouseEvent<SVGSVGElement>) => {
    const box = mouse.currentTarget.getBoundingClientRect();
    return placeAt(layout, { x: mouse.clientX - box.left, y: mouse.clientY - box.top });
  };
  const choose = (place: Place | undefined) => {
    if (!place) return;
    const isRing = rings.some((ring) => ring.string === place.string && ring.fret === place.fret);
    if (isRing && note?.kind === "pitched") onMove(note, place);
    else onSay(place);
  };
  const others = event ? notesOf(event).filter((other) => other.id !== note?.id) : [];
  return (
    <div ref={frame} className="min-w-0 overflow-hidden">
      {width > 0 && (
        <svg
          width={layout.width}
          height={layout.height}
          role="group"
          aria-label={label}
          className="block cursor-crosshair select-none"
          onMouseMove={(mouse) => setHovered(under(mouse))}
          onMouseLeave={() => setHovered(undefined)}
          onClick={(mouse) => choose(under(mouse))}
        >
          <Wood layout={layout} names={names} songKey={songKey} bodyFret={bodyFret} />
          {hovered && <Hover layout={layout} place={hovered} neck={neck} songKey={songKey} />}
          {shown.kind === "hand" && <Hand layout={layout} places={shown.places} names={names} />}
          {shown.kind === "held" &&
            [...shown.goOn, ...shown.begin].map((held) => (
              <Held
                key={held.id}
                layout={layout}
                note={held}
                names={names}
                isSelected={shown.begin.includes(held)}
              />
            ))}
          {others.map((other) => (
            <Held key={other.id} layout={layout} note={other} names={names} isSelected={false} />
          ))}
          {rings.map((place, index) => (
            <Ring
              key={`${place.string}:${place.fret}`}
              layout={layout}
              place={place}
              number={index + 1}
              label={`Move to ${placeInWords(place, names)}`}
              onChoose={() => note?.kind === "pitched" && onMove(note, place)}
            />
          ))}
          {note && <Held layout={layout} note={note} names={names} isSelected />}
        </svg>
      )}
    </div>
  );
});

const NOTHING_CHOSEN = { event: undefined, note: undefined };

function Hover({
  layout,
  place,
  neck,
  songKey,
}: {
  readonly layout: NeckLayout;
  readonly place: Place;
  readonly neck: Neck;
  readonly songKey: Key;
}) {
  const { x, y } = spotOf(layout, place);
  const sounding = displayPitch(spellPlainly(midiAt(place, neck), songKey));
  return (
    <g aria-hidden pointerEvents="none">
      <circle cx={x} cy={y} r={7} fill="var(--ink)" fillOpacity={0.18} />
      <text
        x={x}
        y={stringYAt(layout, 0, x) - 1}
        textAnchor="middle"
        fontSize={11}
        fontWeight={600}
        fill="var(--ink)"
      >
        sounds {sounding}
      </text>
    </g>
  );
}
