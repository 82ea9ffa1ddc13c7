import { idSchema, problem, revisionIdSchema } from "../requests/http";
import type { StudioAccess } from "../requests/studio-access";
import { withStudio } from "../requests/with-studio";
import {
  missing,
  piecesAnswer,
  readNew,
  readRevisionMark,
  readSave,
  savedAnswer,
  storedAnswer,
} from "./document-api";
import type { DocumentKind } from "./document-kind";
import { documentsOf } from "./document-repository";
import { RevisionRepository } from "./revisions";

/** The routes that every kind of document has: a kind exports those that it offers. */

interface AtDocument {
  readonly params: Promise<{ readonly id: string }>;
}

interface AtRevision {
  readonly params: Promise<{ readonly id: string; readonly revisionId: string }>;
}

/** `POST /api/<kind>s`: makes one. */
export function newDocumentRoute<Value>(kind: DocumentKind<Value>) {
  return {
    POST: (request: Request): Promise<Response> =>
      withStudio(
        request,
        (asked) => readNew(kind, asked),
        async (access, value) => {
          const made = await documentsOf(kind, access).create(value);
          if (made) return Response.json(made, { status: 201 });
          const message = kind.most?.words ?? "the studio has no room for it";
          return problem(409, { code: `no-more-${kind.format.name}`, message });
        },
      ),
  };
}

/** `/api/<kind>s/:id`: fetches one, saves over a version of it, takes it away. */
export function documentRoutes<Value>(kind: DocumentKind<Value>) {
  return {
    GET: (request: Request, { params }: AtDocument): Promise<Response> =>
      withStudio(request, async (access) => {
        const id = idSchema.safeParse((await params).id);
        const stored = id.success ? await documentsOf(kind, access).find(id.data) : undefined;
        return stored ? storedAnswer(stored) : missing(kind);
      }),
    PUT: (request: Request, { params }: AtDocument): Promise<Response> =>
      withStudio(
        request,
        (asked) => readSave(kind, asked),
        async (access, save) => {
          const id = idSchema.safeParse((await params).id);
          if (!id.success) return missing(kind);
          return savedAnswer(kind, await documentsOf(kind, access).save(id.data, save));
        },
      ),
    DELETE: (request: Request, { params }: AtDocument): Promise<Response> =>
      withStudio(request, async (access) => {
        const id = idSchema.safeParse((await params).id);
        const isRemoved = id.success && (await documentsOf(kind, access).remove(id.data));
        return isRemoved ? new Response(null, { status: 204 }) : missing(kind);
      }),
  };
}

/** `/api/<kind>s/:id/revisions`: what was saved of one, newest first, a page of it, without documents. */
export function revisionsRoute<Value>(kind: DocumentKind<Value>) {
  return {
    GET: (request: Request, { params }: AtDocument): Promise<Response> =>
      withStudio(request, async (access) => {
        const id = idSchema.safeParse((await params).id);
        const before = revisionIdSchema.safeParse(new URL(request.url).searchParams.get("before"));
        const revisions = id.success
          ? await pastOf(kind, access).list(id.data, before.success ? before.data : undefined)
          : undefined;
        return revisions ? Response.json({ revisions }) : missing(kind);
      }),
  };
}

/** `/api/<kind>s/:id/revisions/:revisionId`: an earlier version, as its stored texts. */
export function revisionRoutes<Value>(kind: DocumentKind<Value>) {
  return {
    GET: (request: Request, context: AtRevision): Promise<Response> =>
      withStudio(request, async (access) => {
        const at = await addressOf(context);
        const text = at && (await pastOf(kind, access).text(at.id, at.revisionId));
        return text ? piecesAnswer(text) : missing(kind);
      }),
    /** Gives it a name, or says that it was brought back: either keeps it from being thinned out. */
    PATCH: (request: Request, context: AtRevision): Promise<Response> =>
      withStudio(request, readRevisionMark, async (access, mark) => {
        const at = await addressOf(context);
        const isMarked = at && (await pastOf(kind, access).mark(at.id, at.revisionId, mark));
        return isMarked ? Response.json({}) : missing(kind);
      }),
  };
}

async function addressOf({ params }: AtRevision) {
  const asked = await params;
  const id = idSchema.safeParse(asked.id);
  const revisionId = revisionIdSchema.safeParse(asked.revisionId);
  return id.success && revisionId.success
    ? { id: id.data, revisionId: revisionId.data }
    : undefined;
}

function pastOf<Value>({ format }: DocumentKind<Value>, { db, studio }: StudioAccess) {
  return new RevisionRepository(format.name, db, studio.id);
}
