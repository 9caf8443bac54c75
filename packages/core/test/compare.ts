export interface Tolerance {
  readonly rel?: number;
  readonly abs?: number;
}

const OPERATORS: Readonly<Record<string, (got: unknown, want: unknown) => boolean>> = {
  $lte: (got, want) => typeof got === 'number' && got <= Number(want),
  $gte: (got, want) => typeof got === 'number' && got >= Number(want),
  $contains: (got, want) => (typeof got === 'string' || Array.isArray(got)) && (got as unknown[]).includes(want),
  $len: (got, want) => (typeof got === 'string' || Array.isArray(got)) && got.length === want,
};

/** `null` where `got` agrees with `want`, else a sentence that says where it does not. Objects compare partially. */
export function difference(got: unknown, want: unknown, tol: Tolerance, path = 'result'): string | null {
  if (typeof want === 'number') {
    const allowed = Math.max(tol.abs ?? 0, (tol.rel ?? 0) * Math.abs(want));
    const near = typeof got === 'number' && Math.abs(got - want) <= allowed;
    return near ? null : `${path}: got ${String(got)}, want ${want}`;
  }
  if (Array.isArray(want)) {
    if (!Array.isArray(got) || got.length !== want.length) return `${path}: got ${JSON.stringify(got)}`;
    return first(want.map((item, n) => difference(got[n], item, tol, `${path}[${n}]`)));
  }
  if (typeof want === 'object' && want !== null) {
    const entries = Object.entries(want);
    if (entries.length > 0 && entries.every(([key]) => key.startsWith('$'))) {
      return first(entries.map(([key, limit]) => (OPERATORS[key]?.(got, limit) ? null : `${path}: not ${key}`)));
    }
    const have = (got ?? {}) as Readonly<Record<string, unknown>>;
    return first(entries.map(([key, value]) => difference(have[key], value, tol, `${path}.${key}`)));
  }
  return got === want ? null : `${path}: got ${JSON.stringify(got)}, want ${JSON.stringify(want)}`;
}

function first(found: readonly (string | null)[]): string | null {
  return found.find((sentence) => sentence !== null) ?? null;
}
