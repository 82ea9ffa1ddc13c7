import { inTransaction } from "./requests/in-transaction";
import { instrumentDocumentOf, readInstrumentDocument } from "@intonazione/core/formats/json";
import type { Instrument } from "@intonazione/core/instrument";
import type { Kysely, Selectable } from "kysely";
import type { Tables } from "./tables";

/** An instrument in the studio's rack. */
export interface RackInstrument {
  readonly id: string;
  readonly version: number;
  readonly instrument: Instrument;
}

export type InstrumentOutcome =
  | { readonly kind: "saved"; readonly version: number }
  /** Someone changed it in between. */
  | { readonly kind: "stale"; readonly current: RackInstrument }
  | { readonly kind: "missing" };

/** More than any studio owns; a bound for the page, not for the wall. */
export const MAX_RACK = 500;

/** The instruments of one studio. Every query names the studio. */
export class InstrumentRepository {
  constructor(
    private readonly db: Kysely<Tables>,
    private readonly studioId: string,
  ) {}

  /** In the order in which they came into the rack. */
  async list(): Promise<readonly RackInstrument[]> {
    const rows = await this.db
      .selectFrom("instruments")
      .selectAll()
      .where("studio_id", "=", this.studioId)
      .orderBy("created_at")
      .orderBy("name")
      .limit(MAX_RACK)
      .execute();
    return rows.map(stored);
  }

  /** @returns undefined when the rack is full. */
  async create(instrument: Instrument): Promise<RackInstrument | undefined> {
    return inTransaction(this.db, (trx) => this.createIn(trx, instrument));
  }

  private async createIn(
    trx: Kysely<Tables>,
    instrument: Instrument,
  ): Promise<RackInstrument | undefined> {
    const { count } = await trx
      .selectFrom("instruments")
      .select((expression) => expression.fn.countAll<string>().as("count"))
      .where("studio_id", "=", this.studioId)
      .executeTakeFirstOrThrow();
    if (Number(count) >= MAX_RACK) return undefined;
    const { id } = await trx
      .insertInto("instruments")
      .values({ studio_id: this.studioId, version: 1, ...columnsOf(instrument) })
      .returning("id")
      .executeTakeFirstOrThrow();
    return { id, version: 1, instrument };
  }

  /** Saves over `baseVersion` only. */
  async save(id: string, instrument: Instrument, baseVersion: number): Promise<InstrumentOutcome> {
    return inTransaction(this.db, async (trx): Promise<InstrumentOutcome> => {
      const row = await trx
        .selectFrom("instruments")
        .selectAll()
        .where("studio_id", "=", this.studioId)
        .where("id", "=", id)
        .forUpdate()
        .executeTakeFirst();
      if (!row) return { kind: "missing" };
      if (row.version !== baseVersion) return { kind: "stale", current: stored(row) };
      const version = baseVersion + 1;
      await trx
        .updateTable("instruments")
        .set({ ...columnsOf(instrument), version, updated_at: new Date() })
        .where("studio_id", "=", this.studioId)
        .where("id", "=", id)
        .execute();
      return { kind: "saved", version };
    });
  }

  /** Songs keep their own copy. @returns false when this studio has no such instrument. */
  async remove(id: string): Promise<boolean> {
    const { numDeletedRows } = await this.db
      .deleteFrom("instruments")
      .where("studio_id", "=", this.studioId)
      .where("id", "=", id)
      .executeTakeFirst();
    return numDeletedRows > 0n;
  }
}

function columnsOf(instrument: Instrument) {
  return {
    name: instrument.name,
    document: JSON.stringify(instrumentDocumentOf(instrument)),
  };
}

function stored(row: Selectable<Tables["instruments"]>): RackInstrument {
  const instrument = readInstrumentDocument(row.document);
  if (!instrument.ok) {
    const why = instrument.error[0]?.message ?? "unknown reason";
    throw new Error(`instrument ${row.id} cannot be read: ${why}`);
  }
  return { id: row.id, version: row.version, instrument: instrument.value };
}
