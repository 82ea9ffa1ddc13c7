import type { Kysely } from "kysely";
import { headers } from "next/headers";
import { notFound } from "next/navigation";
import { database } from "../database";
import { enterStudio } from "../studio-repository";
import type { Tables } from "../tables";
import { answer, type Incoming } from "./http";
import { foreignProblem } from "./own-pages";
import type { StudioAccess } from "./studio-access";

/**
 * The answer, or what makes it once the transaction is through: long work holds no connection. What it
 * still needs of the data it asks for again, in short transactions of their own.
 */
export type StudioAnswer = Response | ((again: Again) => Promise<Response>);

/** One more transaction of whoever asked. */
export type Again = <Result>(use: (access: StudioAccess) => Promise<Result>) => Promise<Result>;

/**
 * The only way from a request to data. It refuses who is not at a page of ours, finds whose studio is
 * asked for (there is one, until there are accounts), and runs `use` within one transaction that
 * belongs to that studio. What `use` answers is committed, a refusal too; what it throws is undone.
 *
 * @param read Reads what comes in, counted, before the transaction begins: a slow sender holds
 *   no connection.
 */
export function withStudio(
  request: Request,
  use: (access: StudioAccess) => Promise<StudioAnswer>,
): Promise<Response>;
export function withStudio<Body>(
  request: Request,
  read: (request: Request) => Promise<Incoming<Body>>,
  use: (access: StudioAccess, body: Body) => Promise<StudioAnswer>,
): Promise<Response>;
export function withStudio<Body>(
  request: Request,
  ...steps:
    | [(access: StudioAccess) => Promise<StudioAnswer>]
    | [
        (request: Request) => Promise<Incoming<Body>>,
        (access: StudioAccess, body: Body) => Promise<StudioAnswer>,
      ]
): Promise<Response> {
  return answer(request, async () => {
    if (steps.length === 1) return settled(await inStudio(steps[0]));
    const [read, use] = steps;
    const body = await read(request);
    if (!body.ok) return body.response;
    return settled(await inStudio((access) => use(access, body.value)));
  });
}

function settled(answer: StudioAnswer): Response | Promise<Response> {
  return typeof answer === "function" ? answer(inStudio) : answer;
}

/** The same for a page that is made on the server: whoever comes by a name that is not ours finds nothing. */
export async function withStudioOfPage<Result>(
  use: (access: StudioAccess) => Promise<Result>,
): Promise<Result> {
  const asked = await headers();
  if (foreignProblem(asked, asked.get("host") ?? "", true)) notFound();
  return inStudio(use);
}

async function inStudio<Result>(use: (access: StudioAccess) => Promise<Result>): Promise<Result> {
  const db = database();
  const after: ((db: Kysely<Tables>) => void)[] = [];
  const result = await db.transaction().execute(async (trx) => {
    const studio = await enterStudio(trx);
    return use({ studio, db: trx, afterCommit: (work) => after.push(work) });
  });
  for (const work of after) work(db);
  return result;
}
