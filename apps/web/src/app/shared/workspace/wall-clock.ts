const PARTS = { year: 'numeric', month: '2-digit', day: '2-digit', hour: '2-digit', minute: '2-digit' } as const;

/** The wall time of an instant in a zone: `2026-05-14T18:20`, or to the second `2026-05-14T18:20:05`. */
export function wallAt(instant: Date, timeZone: string, to: 'minute' | 'second' = 'minute'): string {
  const second = to === 'second' ? ({ second: '2-digit' } as const) : {};
  return new Intl.DateTimeFormat('sv-SE', { timeZone, ...PARTS, ...second }).format(instant).replace(' ', 'T');
}
