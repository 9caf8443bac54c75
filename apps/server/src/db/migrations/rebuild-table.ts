import type { QueryRunner } from 'typeorm';

interface Kept {
  readonly type: string;
  readonly sql: string | null;
}

/**
 * SQLite changes a limit of a column by making the table anew: its description is edited text for text, the rows are copied, and
 * its indexes and triggers are made again. Every edit must be found. `copied` says where a column of the new table comes from, where that is not
 * the column of the same name. Foreign keys are off while migrations run; whoever undoes one turns them off before.
 */
export async function rebuildTable(
  runner: QueryRunner,
  table: string,
  edits: readonly (readonly [before: string, after: string])[],
  copied: Readonly<Record<string, string>> = {},
): Promise<void> {
  const kept = (await runner.query(`SELECT type, sql FROM sqlite_master WHERE tbl_name = ?`, [table])) as Kept[];
  let sql = kept.find(({ type }) => type === 'table')?.sql ?? '';
  for (const [before, after] of edits) {
    if (!sql.includes(before)) throw new Error(`the table ${table} is not as it was: ${before}`);
    sql = sql.replace(before, after);
  }
  const columnsOf = async (name: string): Promise<readonly string[]> =>
    ((await runner.query(`PRAGMA table_info("${name}")`)) as { name: string }[]).map((column) => column.name);
  const before = new Set(await columnsOf(table));
  const fresh = `${table}_new`;
  await runner.query(sql.replace(`CREATE TABLE "${table}"`, `CREATE TABLE "${fresh}"`));
  const names = (await columnsOf(fresh)).filter((name) => before.has(name));
  const list = names.map((name) => `"${name}"`).join(', ');
  const values = names.map((name) => copied[name] ?? `"${name}"`).join(', ');
  await runner.query(`INSERT INTO "${fresh}" (${list}) SELECT ${values} FROM "${table}"`);
  await runner.query(`DROP TABLE "${table}"`);
  await runner.query(`ALTER TABLE "${fresh}" RENAME TO "${table}"`);
  for (const { type, sql: index } of kept) if (type !== 'table' && index !== null) await runner.query(index);
}
