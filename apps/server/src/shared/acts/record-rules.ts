import { columnsOf, type TableName } from '@yewridge/contract/season';
import { isRecordDate } from '@yewridge/contract/shared';
import { IsNull } from 'typeorm';
import { pointersTo, RECORD_ENTITIES } from '../../db/entities/record-entities.js';
import { isTimeZone } from '../season-log/site-date.js';
import { CALLOUT_ROWS, calloutHolds, spellHolds } from './callout-rules.js';
import { dayOf, live, parent, refuse, type Row, RuleBroken, type RuleContext, textOf } from './rule-context.js';

/** Everything a record points at is there and not in the bin. @throws AppError `RULE`. */
async function linksHold(context: RuleContext, table: TableName, row: Row): Promise<void> {
  for (const [field, column] of columnsOf(table)) {
    const id = textOf(row, field);
    if (column.kind !== 'link' || id === null) continue;
    const found = await context.known.row(column.to, id);
    if (found?.deletedAt === null) continue;
    throw new RuleBroken(context, field, `there is no "${id}" among the ${column.to}, or it is in the bin`, true);
  }
}

/** A date that something has happened on is not yet to come. */
function hasHappened(context: RuleContext, row: Row, field: string): void {
  const day = dayOf(row, field);
  if (day !== null && day > context.latest)
    refuse(context, field, `${day} is still to come: a record says what happened`);
}

function within(context: RuleContext, row: Row, field: string, deployment: Row): void {
  const day = dayOf(row, field);
  const hung = dayOf(deployment, 'hungOn');
  const down = dayOf(deployment, 'takenDownOn');
  if (day === null || hung === null) return;
  if (day < hung) refuse(context, field, `${day} is before the trap was hung there, on ${hung}`);
  if (down !== null && day > down) refuse(context, field, `${day} is after the trap was taken down, on ${down}`);
}

function ordered(context: RuleContext, row: Row, [earlier, later]: readonly [string, string], says: string): void {
  const [from, to] = [dayOf(row, earlier), dayOf(row, later)];
  if (from !== null && to !== null && to < from) refuse(context, later, `${to} is before ${from}, when ${says}`);
}

async function deploymentHolds(context: RuleContext, row: Row): Promise<void> {
  const hung = dayOf(row, 'hungOn') ?? '';
  const down = dayOf(row, 'takenDownOn') ?? '9999';
  const others = await live(context.manager, 'deployments', { trapId: row['trapId'] });
  for (const other of others) {
    const [from, to] = [dayOf(other, 'hungOn') ?? '', dayOf(other, 'takenDownOn') ?? '9999'];
    // A trap may come down at one place and be hung at another on the same day.
    if (other.id !== row.id && hung < to && from < down) {
      const until = to === '9999' ? 'and has not been taken down' : `until ${to}`;
      refuse(
        context,
        'hungOn',
        `this trap hangs at another place from ${from} ${until}: a trap is in one place at a time`,
      );
    }
  }
  const children = { deploymentId: row.id };
  for (const visit of await live(context.manager, 'visits', children)) within(context, visit, 'at', row);
  for (const bait of await live(context.manager, 'baits', children)) within(context, bait, 'appliedOn', row);
  for (const one of await live(context.manager, 'catches', children)) within(context, one, 'foundOn', row);
}

async function catchHolds(context: RuleContext, row: Row): Promise<void> {
  const deployment = await parent(context, 'deployments', row, 'deploymentId');
  const method = textOf(row, 'method') ?? 'trap';
  if (!deployment) {
    if (method === 'trap') refuse(context, 'deploymentId', 'a swarm caught in a trap names where that trap hung');
    return;
  }
  within(context, row, 'foundOn', deployment);
  within(context, row, 'arrivedOn', deployment);
  const twins = await live(context.manager, 'catches', { deploymentId: deployment.id });
  if (twins.length > 1) {
    refuse(
      context,
      'deploymentId',
      'this trap holds a catch already: hanging it again starts a new stay with its own catch',
    );
  }
}

async function insideDeployment(context: RuleContext, row: Row, field: string): Promise<void> {
  const deployment = await parent(context, 'deployments', row, 'deploymentId');
  if (deployment) within(context, row, field, deployment);
}

/** `before` is the row as it was before the act; `null` for a new one. */
type Rule = (context: RuleContext, row: Row, before: Row | null) => Promise<void>;

const RULES: Partial<Record<TableName, Rule>> = {
  sites: (context, row) => {
    const zone = textOf(row, 'timeZone');
    if (zone !== null && !isTimeZone(zone)) {
      refuse(context, 'timeZone', `"${zone}" is not a time zone that is known: write it like Europe/Vienna`);
    }
    return Promise.resolve();
  },
  deployments: deploymentHolds,
  catches: catchHolds,
  visits: (context, row) => insideDeployment(context, row, 'at'),
  readings: (context, row) => insideDeployment(context, row, 'at'),
  baits: (context, row) => insideDeployment(context, row, 'appliedOn'),
  weighings: async (context, row) => {
    const bait = await parent(context, 'baits', row, 'baitId');
    const [applied, weighed] = [bait && dayOf(bait, 'appliedOn'), dayOf(row, 'weighedOn')];
    if (applied && weighed && weighed < applied) {
      refuse(context, 'weighedOn', `${weighed} is before the lure was put in, on ${applied}`);
    }
  },
  photos: (context, row) => {
    const of = ['siteId', 'deploymentId', 'catchId', 'calloutId'].filter((field) => row[field] !== null);
    if (of.length !== 1) refuse(context, 'siteId', 'a photo is of one thing: a site, a stay, a catch or a call-out');
    return Promise.resolve();
  },
  steps: (context, row) => {
    const day = dayOf(row, 'at');
    if (day !== null && !isRecordDate(day)) refuse(context, 'at', `${day} is not in the calendar of 1900 to 2200`);
    if (row['state'] === 'done') hasHappened(context, row, 'at');
    if (row['state'] === 'moved' && day === null) refuse(context, 'at', 'a step that is moved needs its new time');
    return Promise.resolve();
  },
  followups: async (context, row) => {
    const caught = await parent(context, 'catches', row, 'catchId');
    const [found, on] = [caught && dayOf(caught, 'foundOn'), dayOf(row, 'on')];
    if (found && on && on < found) refuse(context, 'on', `${on} is before the bees were found, on ${found}`);
  },
  trials: (context, row) => {
    const ends = dayOf(row, 'endsOn');
    if (ends !== null && ends === dayOf(row, 'beginsOn'))
      refuse(context, 'endsOn', `${ends} is the day the trial begins: it needs more than one`);
    return Promise.resolve();
  },
  stances: (context, row) => {
    if ((row['siteId'] === null) === (row['spotId'] === null))
      refuse(context, 'siteId', 'it is about one place: a site or a spot');
    return Promise.resolve();
  },
  rounds: (context, row) => {
    const [leave, back] = [String(row['leaveAt']), row['backBy']];
    if (typeof back === 'string' && back <= leave)
      refuse(
        context,
        'backBy',
        `${back} is no later than you leave, at ${leave}: the round would end before it begins`,
      );
    return Promise.resolve();
  },
  stops: (context, row) => {
    if ((row['state'] === 'locked') !== (row['place'] !== null))
      refuse(context, 'place', 'a stop that is locked has a place in the round, any other has none');
    return Promise.resolve();
  },
  ways: (context, row) => {
    const { fromSiteId: from, toSiteId: to } = row;
    if (from === to) refuse(context, 'toSiteId', 'a way leads from one place to another');
    if ((from === null || to === null) !== (row['start'] !== null))
      refuse(context, 'start', 'a way from or to no site is one of the place that is named as start');
    return Promise.resolve();
  },
  callouts: calloutHolds,
  spells: spellHolds,
};

/** Fields of what has happened: none of them is still to come. */
const HAPPENED: Partial<Record<TableName, readonly string[]>> = {
  deployments: ['hungOn', 'takenDownOn'],
  catches: ['foundOn'],
  visits: ['at'],
  readings: ['at'],
  baits: ['appliedOn', 'removedOn'],
  weighings: ['weighedOn'],
  followups: ['on'],
  phenology: ['on'],
  photos: ['takenOn'],
  questions: ['askedOn'],
  neighbours: ['takenOn'],
  deviations: ['on'],
  placings: ['keptOn'],
  callouts: ['calledAt', 'eggsSeenOn'],
  collections: ['placeClosedOn'],
};
const IN_ORDER: Partial<Record<TableName, readonly [earlier: string, later: string, says: string]>> = {
  deployments: ['hungOn', 'takenDownOn', 'it was hung'],
  catches: ['arrivedOn', 'foundOn', 'the bees arrived'],
  baits: ['appliedOn', 'removedOn', 'it was put in'],
  trials: ['beginsOn', 'endsOn', 'the trial begins'],
};
/** What may be there once among the records in use, and the sentence for a second one. */
const ONCE: Partial<Record<TableName, readonly [fields: readonly string[], says: string]>> = {
  catches: [['deploymentId'], 'this trap holds a catch already: hanging it again starts a new stay with its own catch'],
  weather: [['date'], 'there is weather of this day already'],
  errands: [['deploymentId', 'on'], 'this trap is given to somebody for that day already: change to whom'],
  seasons: [['hemisphere', 'season'], 'this season is there already'],
  steps: [['catchId', 'code'], 'this step of the catch is marked already: change its mark'],
  assignments: [['trialId', 'trapId'], 'this trap is in the trial already'],
  placings: [['season'], 'a plan of this season is kept already: change that one'],
  picks: [['placingId', 'siteId'], 'this site is in the plan already'],
  rounds: [['on'], 'there is a round of this day already: change that one'],
  stops: [['roundId', 'deploymentId'], 'something was said of this stop already: change that'],
  corrections: [['what'], 'it is said already which speaks: change that'],
  neighbours: [['digest'], 'these records are taken in already: a file counts once'],
  collections: [['calloutId'], 'work at this call-out has begun already, on another device: go on from there'],
  tasks: [['calloutId', 'code'], 'this step is marked already: change its mark'],
};

/** Whether the rules of a table's row ask for other rows of that table before it is written. */
export function looksAtItsOwn(table: TableName): boolean {
  return table in ONCE || columnsOf(table).some(([, column]) => column.kind === 'link' && column.to === table);
}

async function onceOnly(context: RuleContext, table: TableName, row: Row): Promise<void> {
  const [fields = [], says = ''] = ONCE[table] ?? [];
  if (fields.length === 0 || fields.some((field) => row[field] === null)) return;
  const twins = await live(context.manager, table, Object.fromEntries(fields.map((field) => [field, row[field]])));
  if (twins.some(({ id }) => id !== row.id)) refuse(context, fields[0] ?? 'id', says);
}

/** What a record must hold before it is written: what the database would refuse without a sentence. @throws AppError `RULE`. */
export async function rowHolds(context: RuleContext, table: TableName, row: Row): Promise<void> {
  await linksHold(context, table, row);
  for (const field of HAPPENED[table] ?? []) hasHappened(context, row, field);
  const order = IN_ORDER[table];
  if (order) ordered(context, row, [order[0], order[1]], order[2]);
  const [low, high] = [row['tMinC'], row['tMaxC']];
  if (typeof low === 'number' && typeof high === 'number' && high < low) {
    refuse(context, 'tMaxC', `${high} is below the night's ${low}`);
  }
  CALLOUT_ROWS[table]?.(context, row);
  await onceOnly(context, table, row);
}

/** @throws AppError `RULE` with the field and a sentence. */
export async function recordHolds(context: RuleContext, table: TableName, row: Row, before: Row | null): Promise<void> {
  await linksHold(context, table, row);
  await RULES[table]?.(context, row, before);
}

/** Nothing in use points at a record that goes into the bin. @throws AppError `RULE`. */
export async function nothingPointsAt(context: RuleContext, table: TableName, id: string): Promise<void> {
  for (const pointer of pointersTo(table)) {
    const count = await context.manager.countBy(RECORD_ENTITIES[pointer.table], {
      [pointer.field]: id,
      deletedAt: IsNull(),
    });
    if (count > 0) refuse(context, 'id', `${count} of the ${pointer.table} belong to it: put those into the bin first`);
  }
}
