/** Steps back and forth through a document. Changes to one field in one visit to it are one step. */
export interface History<T> {
  readonly past: readonly T[];
  readonly present: T;
  readonly future: readonly T[];
  /** What the last change belonged to; the next one of the same kind joins it. */
  readonly joining: string | null;
}

const MOST_STEPS = 200;

export function startHistory<T>(present: T): History<T> {
  return { past: [], present, future: [], joining: null };
}

/** Records a change. `joins` names what changes that follow each other belong to; `null` never joins. */
export function record<T>(history: History<T>, present: T, joins: string | null): History<T> {
  const joined = joins !== null && joins === history.joining;
  const past = joined ? history.past : [...history.past, history.present].slice(-MOST_STEPS);
  return { past, present, future: [], joining: joins };
}

/** The next change starts a step of its own. */
export function closeStep<T>(history: History<T>): History<T> {
  return history.joining === null ? history : { ...history, joining: null };
}

export function undone<T>(history: History<T>): History<T> {
  const present = history.past.at(-1);
  if (present === undefined) return history;
  return { past: history.past.slice(0, -1), present, future: [history.present, ...history.future], joining: null };
}

export function redone<T>(history: History<T>): History<T> {
  const [present, ...future] = history.future;
  if (present === undefined) return history;
  return { past: [...history.past, history.present], present, future, joining: null };
}
