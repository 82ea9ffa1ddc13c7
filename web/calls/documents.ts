import {
  INSTRUMENT_FORMAT,
  PROFILES_FORMAT,
  readPieces,
  readText,
  SONG_FORMAT,
  TAKES_FORMAT,
  type DocumentFormat,
  type DocumentText,
} from "@intonazione/core/formats/json";
import { differenceOf, fingerprint } from "@intonazione/core/foundation";
import { z } from "zod";
import { answered, type Answer } from "./answer";
import { ask } from "./ask";

/** A version that the server has. */
export interface Version {
  readonly version: number;
  readonly at: Date;
}

/** What it holds. */
export interface StoredVersion<Value> extends Version {
  readonly value: Value;
}

const versionSchema = z.object({ version: z.int(), savedAt: z.coerce.date() });
const madeSchema = versionSchema.extend({ id: z.uuid() });
const piecesSchema = z.object({ whole: z.unknown(), changes: z.array(z.unknown()) });
const storedSchema = piecesSchema.extend(versionSchema.shape);
const revisionsSchema = z.object({
  revisions: z.array(
    z.object({
      id: z.string(),
      version: z.int(),
      isAside: z.boolean(),
      savedAt: z.coerce.date(),
      name: z.string().optional(),
      isRestored: z.boolean(),
    }),
  ),
});

/** What was saved of a document once. */
export type Revision = z.infer<typeof revisionsSchema>["revisions"][number];

/** The documents of one kind, as the page asks its server for them. */
class DocumentClient<Value> {
  /** @param path Where the server has them. */
  constructor(
    private readonly format: DocumentFormat<Value>,
    private readonly path: string,
  ) {}

  async create(value: Value): Promise<Answer<Version & { readonly id: string }>> {
    return answered(await ask(this.path, "POST", { value }), (body) => {
      const made = madeSchema.safeParse(body);
      if (!made.success) return undefined;
      const { id, version, savedAt } = made.data;
      return { id, version, at: savedAt };
    });
  }

  /**
   * Saves what changed since `base`, which the server has as `baseVersion`; without a base, the whole
   * value. The server asks for the whole where the change does not lead it to the same value.
   */
  async save(
    id: string,
    value: Value,
    base: Value | undefined,
    baseVersion: number,
  ): Promise<Answer<Version>> {
    const difference = base === undefined ? undefined : differenceOf(base, value);
    // What the server has already need not be sent.
    if (base !== undefined && !difference) {
      return { kind: "done", value: { version: baseVersion, at: new Date() } };
    }
    if (!difference) return this.put(id, { baseVersion, value });
    const answer = await this.put(id, { baseVersion, difference, fingerprint: fingerprint(value) });
    const wantsWhole = answer.kind === "refused" && answer.code === "whole-wanted";
    return wantsWhole ? this.put(id, { baseVersion, value }) : answer;
  }

  private async put(id: string, body: unknown): Promise<Answer<Version>> {
    return answered(await ask(`${this.path}/${id}`, "PUT", body), (answer) => {
      const saved = versionSchema.safeParse(answer);
      return saved.success ? { version: saved.data.version, at: saved.data.savedAt } : undefined;
    });
  }

  /** The document as it is stored; undefined while the server is away, or it cannot be read. */
  async fetch(id: string): Promise<StoredVersion<Value> | undefined> {
    const response = await ask(`${this.path}/${id}`, "GET");
    if (!response?.ok) return undefined;
    const stored = storedSchema.safeParse(await response.json().catch(() => undefined));
    if (!stored.success) return undefined;
    const { version, savedAt } = stored.data;
    const read = readPieces(this.format, stored.data);
    return read.ok ? { value: read.value.value, version, at: savedAt } : undefined;
  }

  /** Puts together what came with the page; undefined when it cannot be read. */
  read({
    version,
    savedAt,
    ...text
  }: DocumentText & { readonly version: number; readonly savedAt: Date }):
    StoredVersion<Value> | undefined {
    const read = readText(this.format, text);
    return read.ok ? { value: read.value.value, version, at: savedAt } : undefined;
  }

  async remove(id: string): Promise<Answer<true>> {
    return answered(await ask(`${this.path}/${id}`, "DELETE"), () => true as const);
  }

  /**
   * What was saved of a document, newest first, a page of it; undefined while the server is away.
   * @param before The id of a revision: the page begins behind it.
   */
  async revisions(id: string, before?: string): Promise<readonly Revision[] | undefined> {
    const query = before === undefined ? "" : `?before=${before}`;
    const response = await ask(`${this.path}/${id}/revisions${query}`, "GET");
    if (!response?.ok) return undefined;
    const read = revisionsSchema.safeParse(await response.json().catch(() => undefined));
    return read.success ? read.data.revisions : undefined;
  }

  /** The document as it was then; undefined while the server is away. */
  async revision(id: string, revisionId: string): Promise<Value | undefined> {
    const response = await ask(`${this.path}/${id}/revisions/${revisionId}`, "GET");
    if (!response?.ok) return undefined;
    const pieces = piecesSchema.safeParse(await response.json().catch(() => undefined));
    const read = pieces.success ? readPieces(this.format, pieces.data) : undefined;
    return read?.ok ? read.value.value : undefined;
  }

  /** Names a revision, or says that it was brought back. @returns whether the server knows it now. */
  async mark(
    id: string,
    revisionId: string,
    mark: { readonly name?: string; readonly isRestored?: true },
  ): Promise<boolean> {
    return (await ask(`${this.path}/${id}/revisions/${revisionId}`, "PATCH", mark))?.ok === true;
  }
}

export const songClient = new DocumentClient(SONG_FORMAT, "/api/songs");
export const instrumentClient = new DocumentClient(INSTRUMENT_FORMAT, "/api/instruments");
/** One document a studio, under the studio's id. */
export const profilesClient = new DocumentClient(PROFILES_FORMAT, "/api/profiles");
/** One document a song; `takesOfSong` says under which id. */
export const takesClient = new DocumentClient(TAKES_FORMAT, "/api/takes");

const idSchema = z.object({ id: z.uuid() });

/** The id of a song's takes, which the server makes when it is asked for them the first time. */
export async function takesOfSong(songId: string): Promise<Answer<string>> {
  return answered(
    await ask(`/api/songs/${songId}/takes`, "POST"),
    (body) => idSchema.safeParse(body).data?.id,
  );
}
