import type { Wish } from "@intonazione/core/catalogue";
import { sql, type Expression, type SqlBool } from "kysely";

/** A wish as a condition on `songs`: the same as `satisfies` of the core, said to the database. */
export function conditionOf(wish: Wish): Expression<SqlBool> {
  switch (wish.kind) {
    case "words":
      return sql<SqlBool>`search_text ilike ${`%${wish.text.replace(/[\\%_]/gu, "\\$&")}%`}`;
    case "tuning":
      return sql<SqlBool>`tunings @> ${[wish.open]}::text[]`;
    case "instrument":
      return sql<SqlBool>`instruments @> ${[wish.instrument]}::text[]`;
    case "capo":
      if (wish.fret === "any") return sql<SqlBool>`capos <> '{0}'`;
      if (wish.fret === 0) return sql<SqlBool>`capos = '{0}'`;
      return sql<SqlBool>`capos @> ${[wish.fret]}::int[]`;
    case "key":
      return sql<SqlBool>`key_name = ${wish.keyName}`;
    case "technique":
      return sql<SqlBool>`techniques @> ${[wish.technique]}::text[]`;
    case "tempo":
      return sql<SqlBool>`tempo_to >= ${wish.from ?? 0} and tempo_from <= ${wish.to ?? 1e6}`;
    case "difficulty":
      return sql<SqlBool>`difficulty between ${wish.from ?? 0} and ${wish.to ?? 100}`;
    case "state":
      return sql<SqlBool>`state = ${wish.state}`;
  }
}
