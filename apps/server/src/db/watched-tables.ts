import type { QueryRunner } from 'typeorm';

/** What a statement of a trigger calls the row. */
type Row = 'NEW' | 'OLD';
const EVENTS = [
  ['INSERT', 'NEW'],
  ['UPDATE', 'NEW'],
  ['DELETE', 'OLD'],
] as const satisfies readonly (readonly [event: string, row: Row])[];

/** Deleted first and then written: the conflict clause of whoever set the trigger off would be this statement's too. */
const noted = (table: string, row: Row): string =>
  `DELETE FROM "change" WHERE table_name = '${table}' AND row_id = ${row}.id;
   INSERT INTO "change" (table_name, row_id) VALUES ('${table}', ${row}.id);`;

/** Whoever writes to a table by whatever way (an act, a file, a backup put back) leaves the row's number in the feed. */
export async function watchTable(runner: QueryRunner, table: string): Promise<void> {
  for (const [event, row] of EVENTS) {
    await runner.query(
      `CREATE TRIGGER "tr_${table}_${event.toLowerCase()}" AFTER ${event} ON "${table}" BEGIN ${noted(table, row)} END`,
    );
  }
}
export async function unwatchTable(runner: QueryRunner, table: string): Promise<void> {
  for (const [event] of EVENTS) await runner.query(`DROP TRIGGER "tr_${table}_${event.toLowerCase()}"`);
}

/** Tables with their indexes, each watched from its first row on. */
export type NewTables = Readonly<Record<string, readonly string[]>>;
export async function createWatched(runner: QueryRunner, tables: NewTables): Promise<void> {
  for (const [table, statements] of Object.entries(tables)) {
    for (const statement of statements) await runner.query(statement);
    await watchTable(runner, table);
  }
}
export async function dropWatched(runner: QueryRunner, tables: NewTables): Promise<void> {
  for (const table of Object.keys(tables).reverse()) {
    await unwatchTable(runner, table);
    await runner.query(`DROP TABLE "${table}"`);
  }
}
