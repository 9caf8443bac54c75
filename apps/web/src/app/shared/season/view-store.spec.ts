import { TestBed } from '@angular/core/testing';
import type { TableName } from '@yewridge/contract/season';
import { of, Subject, throwError } from 'rxjs';
import { ActOutbox, type Touched } from '../acts/act-outbox';
import type { ApiFailure } from '../http/api-failure';
import { type View, viewOf, type ViewOptions } from './view-store';

describe('a view of the records', () => {
  const answered = new Subject<Touched>();
  let fetched: number;
  beforeEach(() => {
    fetched = 0;
    TestBed.configureTestingModule({ providers: [{ provide: ActOutbox, useValue: { answered } }] });
  });
  const open = (options?: ViewOptions): View<number> =>
    TestBed.runInInjectionContext(() => viewOf(() => of((fetched += 1)), options));
  const touch = (...tables: readonly TableName[]): void => {
    answered.next(new Set(tables));
  };

  it('is fetched anew by any act where it does not say what it is made of', () => {
    const view = open();
    touch('visits');
    touch('goods');
    answered.next(null);
    expect([fetched, view.data()]).toEqual([4, 4]);
  });

  it('is left as it is by an act on other tables, and fetched anew by one on its own or of what is not known', () => {
    open({ of: ['photos', 'steps'] });
    touch('visits', 'baits');
    expect(fetched).toBe(1);
    touch('visits', 'steps');
    expect(fetched).toBe(2);
    answered.next(null);
    expect(fetched).toBe(3);
  });

  it('made of no records at all waits for what is not known alone', () => {
    open({ of: [] });
    touch('visits');
    expect(fetched).toBe(1);
    answered.next(null);
    expect(fetched).toBe(2);
  });

  it('keeps what it showed while a later fetch fails, says why, and forgets that once one succeeds', () => {
    const failure = { code: 'UNREACHABLE', message: 'away' } as unknown as ApiFailure;
    let fails = false;
    const view = TestBed.runInInjectionContext(() => viewOf(() => (fails ? throwError(() => failure) : of('rows'))));
    const told: unknown[] = [];
    view.failure$.subscribe((one) => told.push(one));
    fails = true;
    view.reload();
    expect([view.data(), view.failure()]).toEqual(['rows', failure]);
    fails = false;
    view.reload();
    expect([view.data(), view.failure()]).toEqual(['rows', null]);
    expect(told).toEqual([null, failure, null]);
  });
});
