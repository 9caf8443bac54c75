/** Rows in groups, in the order they came; a row whose key is `null` belongs to none. */
export function groupedBy<T>(rows: readonly T[], key: (row: T) => string | null): ReadonlyMap<string, readonly T[]> {
  const groups = new Map<string, T[]>();
  for (const row of rows) {
    const name = key(row);
    if (name === null) continue;
    const group = groups.get(name);
    if (group) group.push(row);
    else groups.set(name, [row]);
  }
  return groups;
}
