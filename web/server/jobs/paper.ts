import type { Finding } from "@intonazione/core/foundation";
import type { StudioShelf } from "@intonazione/core/formats/shelf";
import type { Made } from "../handout/read-handout";
import type { ShelfTexts } from "../shelf/shelf-texts";
import { JobPool } from "./pool";

/** A wish for paper as it came in, not read yet, and when. */
interface HandoutGiven {
  readonly body: Uint8Array;
  readonly now: Date;
}

/** What is set, drawn, packed and unpacked in threads: each kind with what it is given and what it makes. */
export interface PaperWork {
  readonly pdf: { readonly given: HandoutGiven; readonly makes: Made<Uint8Array> };
  /** The first pages as SVG, and how many there are. */
  readonly pages: {
    readonly given: HandoutGiven;
    readonly makes: Made<{ readonly count: number; readonly pages: readonly string[] }>;
  };
  readonly picture: {
    readonly given: HandoutGiven;
    readonly makes: Made<{ readonly kind: "svg" | "png"; readonly content: string | Uint8Array }>;
  };
  readonly "pack-shelf": {
    readonly given: { readonly texts: ShelfTexts; readonly now: Date };
    readonly makes: { readonly bytes: Uint8Array; readonly unread: number };
  };
  readonly "unpack-shelf": {
    readonly given: { readonly bytes: Uint8Array };
    readonly makes: {
      readonly shelf?: StudioShelf;
      readonly findings: readonly Finding[];
    };
  };
}

export type PaperKind = keyof PaperWork;
export type HandoutKind = "pdf" | "pages" | "picture";

const shared = globalThis as { intonazionePaper?: JobPool };

/** One pool a process, also across hot reloads; its threads run what the start command bundled. */
function pool(): JobPool {
  const folder = process.env["INTONAZIONE_JOBS"];
  if (!folder) throw new Error("INTONAZIONE_JOBS is not set: start with npm start");
  return (shared.intonazionePaper ??= new JobPool({ filename: `${folder}/paper.mjs` }));
}

/**
 * Does one piece of such work for a request, and stops it when whoever asked has gone.
 * @throws Busy, Cancelled, Crashed as `JobPool.run`.
 */
export function onPaper<Kind extends PaperKind>(
  kind: Kind,
  given: PaperWork[Kind]["given"],
  { signal }: Pick<Request, "signal">,
): Promise<PaperWork[Kind]["makes"]> {
  return pool().run({ kind, given } as { readonly kind: Kind }, { asker: kind, signal });
}
