import { BLOCK_WORDS, NEED_WORDS } from '@yewridge/contract/callouts';
import type { TableName } from '@yewridge/contract/season';
import { type CallRow, type CollectionRow, factsOf, leadsTo } from '@yewridge/core/callouts';
import { isRecordDate } from '@yewridge/contract/shared';
import { live, parent, refuse, type Row, type RuleContext, textOf } from './rule-context.js';

/** Facts that the collection tells. */
const TOLD_LATER = { queen: true, leftBehind: true, atRestAt: true, deadCounted: true } as const;

/** A call-out moves only as the state machine lets it; a row out of a file must have got there by what it says. */
export async function calloutHolds(context: RuleContext, row: Row, before: Row | null): Promise<void> {
  if (context.takesBack) return;
  const call = row as unknown as CallRow;
  const from = before === null ? 'called' : (before as unknown as CallRow).state;
  if (from === call.state) return;
  const [taken] = await live(context.manager, 'collections', { calloutId: row.id });
  const facts = factsOf(call, (taken ?? null) as CollectionRow | null);
  // A file brings the call-out before what was taken: its own facts must do until then.
  const later = before === null && !taken ? TOLD_LATER : {};
  const led = leadsTo({ from, to: call.state, facts: { ...facts, ...later } });
  if (led.ok) return;
  const [block] = led.blocked;
  if (block) refuse(context, 'state', BLOCK_WORDS[block]);
  if (led.missing.length > 0)
    refuse(context, 'state', `still to say: ${led.missing.map((need) => NEED_WORDS[need] ?? need).join(', ')}`);
  refuse(
    context,
    'state',
    `a call-out that is ${from} does not become ${call.state}: look at it again, another device may have gone on`,
  );
}

const numberOf = (row: Row, field: string): number | null => {
  const value = row[field];
  return typeof value === 'number' ? value : null;
};

/** A wall time is of a day that there is. */
function inCalendar(context: RuleContext, row: Row, field: string): void {
  const at = textOf(row, field);
  if (at !== null && !isRecordDate(at.slice(0, 10))) {
    refuse(context, field, `${at.slice(0, 10)} is not in the calendar of 1900 to 2200`);
  }
}

/** What was done was done by now. */
function hasBeen(context: RuleContext, row: Row, field: string): void {
  inCalendar(context, row, field);
  const day = textOf(row, field)?.slice(0, 10) ?? null;
  if (day !== null && day > context.latest) {
    refuse(context, field, `${day} is still to come: a record says what happened`);
  }
}

/** Of two times of one row the later is not before the earlier. */
function inOrder(context: RuleContext, row: Row, [from, to]: readonly [string, string], says: string): void {
  const [first, then] = [textOf(row, from), textOf(row, to)];
  if (first !== null && then !== null && then < first.slice(0, then.length)) {
    refuse(context, to, `${then.replace('T', ' ')} is before ${first.replace('T', ' ')}, when ${says}`);
  }
}

const DONE = ['arrivedAt', 'startedAt', 'stoppedAt', 'joinedAt'] as const;

export function calloutRowHolds(context: RuleContext, row: Row): void {
  for (const field of DONE) hasBeen(context, row, field);
  inOrder(context, row, ['arrivedAt', 'startedAt'], 'you arrived');
  inOrder(context, row, ['startedAt', 'stoppedAt'], 'it began');
  inOrder(context, row, ['stoppedAt', 'joinedAt'], 'suction stopped');
}

export function collectionRowHolds(context: RuleContext, row: Row): void {
  const [bees, dead] = [numberOf(row, 'bees'), numberOf(row, 'dead')];
  if (bees !== null && dead !== null && dead > bees) {
    refuse(context, 'dead', `${dead} dead are more than the ${bees} bees there were, alive and dead`);
  }
  const apart = (numberOf(row, 'crushed') ?? 0) + (numberOf(row, 'drowned') ?? 0);
  if (dead !== null && apart > dead) {
    refuse(context, 'crushed', `crushed and drowned are ${apart} together, more than the ${dead} dead`);
  }
  const [tare, gross] = [numberOf(row, 'tareKg'), numberOf(row, 'grossKg')];
  if (tare !== null && gross !== null && gross < tare) {
    refuse(context, 'grossKg', `with bees it weighs ${gross} kg, less than the ${tare} kg it weighed empty`);
  }
  hasBeen(context, row, 'boxAtRestAt');
}

/** A spell ends after it began, and no two run at once: there is one port. */
export async function spellHolds(context: RuleContext, row: Row): Promise<void> {
  const [from, to] = [textOf(row, 'startedAt') ?? '', textOf(row, 'stoppedAt') ?? '9999'];
  const collection = await parent(context, 'collections', row, 'collectionId');
  const call = collection && (await parent(context, 'callouts', collection, 'calloutId'));
  const began = call && textOf(call, 'startedAt');
  if (began && from < began) refuse(context, 'startedAt', `suction at ${from} is before the job began, at ${began}`);
  for (const other of await live(context.manager, 'spells', { collectionId: row['collectionId'] })) {
    const [start, end] = [textOf(other, 'startedAt') ?? '', textOf(other, 'stoppedAt') ?? '9999'];
    if (other.id === row.id || from >= end || start >= to) continue;
    const until = end === '9999' ? 'and goes on' : `until ${end.slice(11)}`;
    refuse(context, 'startedAt', `suction runs already from ${start.slice(11)} ${until}: one port, one spell`);
  }
}

export function spellRowHolds(context: RuleContext, row: Row): void {
  hasBeen(context, row, 'startedAt');
  hasBeen(context, row, 'stoppedAt');
  inOrder(context, row, ['startedAt', 'stoppedAt'], 'it began');
}

export function taskRowHolds(context: RuleContext, row: Row): void {
  for (const field of ['plannedStart', 'plannedEnd', 'doneAt']) inCalendar(context, row, field);
  const state = textOf(row, 'state');
  if (state === 'done') hasBeen(context, row, 'doneAt');
  if (state === 'moved' && row['doneAt'] === null) refuse(context, 'doneAt', 'a step that is moved needs its new time');
  if (state === 'skipped' && (textOf(row, 'reason') ?? '').trim() === '') {
    refuse(context, 'reason', 'a step that is left out says why');
  }
}

export const CALLOUT_ROWS: Partial<Record<TableName, (context: RuleContext, row: Row) => void>> = {
  callouts: calloutRowHolds,
  collections: collectionRowHolds,
  spells: spellRowHolds,
  pieces: (context, row) => {
    hasBeen(context, row, 'at');
  },
  signs: (context, row) => {
    hasBeen(context, row, 'at');
  },
  tasks: taskRowHolds,
  kit: (context, row) => {
    const [count, lent] = [numberOf(row, 'count') ?? 0, numberOf(row, 'lent') ?? 0];
    if (lent > count) refuse(context, 'lent', `${lent} lent out are more than the ${count} there are`);
    hasBeen(context, row, 'chargedOn');
  },
};
