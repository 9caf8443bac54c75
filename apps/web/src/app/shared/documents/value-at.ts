/** Values deep in a document, by their path: `sections[0].shape.width`. */

type Json = Readonly<Record<string, unknown>> | readonly unknown[];

/** The document with the value at `path` (`sections[0].shape.width`) replaced, or without it; the rest is shared. */
export function withValue<T>(document: T, path: string, value: unknown): T {
  const steps = path.split(/[.[\]]+/).filter((step) => step !== '');
  const set = (node: unknown, depth: number): unknown => {
    const step = steps[depth];
    if (step === undefined) return value;
    if (Array.isArray(node)) return node.map((item: unknown, n) => (n === Number(step) ? set(item, depth + 1) : item));
    const object = (node ?? {}) as Readonly<Record<string, Json>>;
    const next = set(object[step], depth + 1);
    if (next !== undefined) return { ...object, [step]: next };
    const { [step]: _, ...rest } = object;
    return rest;
  };
  return set(document, 0) as T;
}

/** What stands at a path; nothing where the way to it ends. */
export function valueAt(document: unknown, path: string): unknown {
  return path
    .split(/[.[\]]+/)
    .filter((step) => step !== '')
    .reduce<unknown>((node, step) => (node as Readonly<Record<string, unknown>> | undefined)?.[step], document);
}
