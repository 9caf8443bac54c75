import { HttpClient } from '@angular/common/http';
import { computed, inject, Injectable } from '@angular/core';
import { toObservable } from '@angular/core/rxjs-interop';
import type { CallDto, CallRigDto, CallsDto } from '@yewridge/contract/callouts';
import type { RecordDto, TableName } from '@yewridge/contract/season';
import { API_BASE } from '@yewridge/contract/shared';
import { ActOutbox } from '../acts/act-outbox';
import { failuresInWords } from '../http/api-failure';
import { viewOf } from '../season/view-store';

const TABLES: readonly TableName[] = [
  'callouts',
  'collections',
  'spells',
  'pieces',
  'signs',
  'tasks',
  'kit',
  'sites',
  'weather',
];

const byTime =
  <T>(at: (row: T) => string | null) =>
  (a: T, b: T): number =>
    (at(a) ?? '') < (at(b) ?? '') ? -1 : 1;

/**
 * Every call-out as it stands on this device: as the server has it, and over it what was tapped here and waits for a signal. It
 * lives as long as the app, so that a page opened without a signal finds what the page before had.
 */
@Injectable({ providedIn: 'root' })
export class CallStore {
  readonly #http = inject(HttpClient);
  readonly #outbox = inject(ActOutbox);
  readonly view = viewOf(() => this.#http.get<CallsDto>(`${API_BASE}/callouts`).pipe(failuresInWords()), {
    of: TABLES,
  });

  /** Those that were called last first; `null` until they were fetched once. */
  readonly calls = computed((): readonly CallDto[] | null => {
    const all = this.view.data();
    return all && this.#told(all);
  });
  readonly calls$ = toObservable(this.calls);
  readonly kit = computed((): readonly RecordDto<'kit'>[] => {
    const all = this.view.data();
    return all ? this.#outbox.asTold('kit', all.kit) : [];
  });
  readonly rigs = computed((): readonly CallRigDto[] => this.view.data()?.rigs ?? []);

  #told(all: CallsDto): readonly CallDto[] {
    const rows = <T extends TableName>(table: T, of: (call: CallDto) => readonly RecordDto<T>[]) =>
      this.#outbox.asTold(table, all.calls.flatMap(of));
    const calls = rows('callouts', ({ call }) => [call]);
    const collections = rows('collections', ({ collection }) => (collection === null ? [] : [collection]));
    const spells = rows('spells', (one) => one.spells);
    const pieces = rows('pieces', (one) => one.pieces);
    const signs = rows('signs', (one) => one.signs);
    const tasks = rows('tasks', (one) => one.tasks);
    const known = new Map(all.calls.map((one) => [one.call.id, one]));
    return [...calls]
      .sort((a, b) => (a.calledAt > b.calledAt ? -1 : a.calledAt < b.calledAt ? 1 : a.id < b.id ? -1 : 1))
      .map((call): CallDto => {
        const collection = collections.find(({ calloutId }) => calloutId === call.id) ?? null;
        const mine = <R extends { readonly collectionId: string }>(list: readonly R[]): readonly R[] =>
          list.filter(({ collectionId }) => collectionId === collection?.id);
        return {
          call,
          collection,
          spells: [...mine(spells)].sort(byTime(({ startedAt }) => startedAt)),
          pieces: [...mine(pieces)].sort(byTime(({ at }) => at)),
          signs: [...mine(signs)].sort(byTime(({ at }) => at)),
          tasks: tasks.filter(({ calloutId }) => calloutId === call.id),
          where: whereOf(call, known.get(call.id) ?? null, all),
        };
      });
  }
}

/** Where it is; one that was logged without a signal stands where it says, or in the middle, until the server says. */
function whereOf({ lat, lon }: CallDto['call'], known: CallDto | null, { calls }: CallsDto): CallDto['where'] {
  const any = known?.where ?? calls.find(({ where }) => where !== null)?.where ?? null;
  if (lat !== null && lon !== null) return { lat, lon, tzOffsetMin: any?.tzOffsetMin ?? 0, by: 'place' };
  return known ? known.where : any && { ...any, by: 'middle' };
}
