import { Kysely, PostgresDialect } from "kysely";
import { Pool } from "pg";
import type { Tables } from "./tables";

/** Opens a pool; a server that is down fails a query within seconds instead of hanging. */
export function openDatabase(url: string): Kysely<Tables> {
  const pool = new Pool({
    connectionString: url,
    max: 10,
    connectionTimeoutMillis: 4000,
    idleTimeoutMillis: 30_000,
  });
  // An idle connection that dies must not take the process with it; the next query opens a new one.
  pool.on("error", () => undefined);
  return new Kysely<Tables>({ dialect: new PostgresDialect({ pool }) });
}

const shared = globalThis as { intonazioneDatabase?: Kysely<Tables> };

/** The application's database; one pool a process, also across hot reloads. */
export function database(): Kysely<Tables> {
  const url = process.env["DATABASE_URL"];
  if (!url) throw new Error("DATABASE_URL is not set: start with npm start");
  shared.intonazioneDatabase ??= openDatabase(url);
  return shared.intonazioneDatabase;
}

/** True for errors that mean the server cannot be reached, rather than a wrong query. */
export function isUnreachable(error: unknown): boolean {
  const code = (error as { code?: unknown } | null)?.code;
  const message = error instanceof Error ? error.message : "";
  return (
    (typeof code === "string" && /^(ECONN|EPIPE|ENOTFOUND|ETIMEDOUT|57P0|08)/u.test(code)) ||
    /timeout|terminated|Connection ended/iu.test(message)
  );
}
