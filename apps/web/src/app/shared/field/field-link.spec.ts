import { TestBed } from '@angular/core/testing';
import { of, Subject } from 'rxjs';
import { FieldDesk } from './field-desk';
import { FieldLink } from './field-link';
import type { CaughtUp, FieldAnswer, FieldAsk, ReadRow } from './field-run';
import { NEWS } from './news';
import { OtherWindows } from './other-windows';

const NOW = '2026-05-14T16:20:00.000Z';
const row = (table: ReadRow['table'], id: string, revision = 1): ReadRow => ({ table, id, revision });

describe('the link to a server that may be away', () => {
  let link: FieldLink;
  let asked: FieldAsk[];
  /** Questions about pictures, which go beside the rest. */
  let pictures: FieldAsk[];
  let next: FieldAnswer;
  let told: unknown[];
  const news = new Subject<void>();
  const fromOthers = new Subject<readonly ReadRow[]>();
  let toOthers: unknown[];
  const caughtUp = (more: Partial<CaughtUp>): void => {
    next = { kind: 'caughtUp', caughtUp: { asOf: NOW, rows: [], anew: false, putBack: false, ...more } };
  };
  beforeEach(() => {
    jasmine.clock().install();
    asked = [];
    pictures = [];
    told = [];
    toOthers = [];
    localStorage.removeItem('yewridge.asked-to-stay');
    caughtUp({});
    const desk = {
      ask: (ask: FieldAsk) => {
        if (ask.kind === 'gather' || ask.kind === 'small') {
          pictures.push(ask);
          return of(ask.kind === 'small' ? { kind: 'small', picture: null } : { kind: 'gathered', came: 0 });
        }
        asked.push(ask);
        return of(next);
      },
    };
    TestBed.configureTestingModule({
      providers: [
        { provide: FieldDesk, useValue: desk },
        { provide: NEWS, useValue: () => news },
        { provide: OtherWindows, useValue: { told: fromOthers, tell: (rows: unknown) => toOthers.push(rows) } },
      ],
    });
    link = TestBed.inject(FieldLink);
    link.changed.subscribe((tables) => told.push(tables && [...tables]));
    link.begin();
    jasmine.clock().tick(1500);
  });
  afterEach(() => {
    TestBed.resetTestingModule();
    jasmine.clock().uninstall();
  });

  it('reads the feed once the first page is there, and says of when it is', () => {
    expect(asked).toEqual([]);
    news.next();
    expect(asked).toEqual([{ kind: 'catchUp' }]);
    expect([link.asOf(), link.keeps(), link.away()]).toEqual([NOW, true, false]);
  });

  it('has pictures made small after the first reading, and whenever photos or hangings change', () => {
    news.next();
    expect(pictures.length).toBe(1);
    caughtUp({ rows: [row('visits', 'v')] });
    news.next();
    expect(pictures.length).withContext('a look changes no picture').toBe(1);
    for (const table of ['photos', 'deployments', 'catches'] as const) {
      caughtUp({ rows: [row(table, 'x')] });
      news.next();
    }
    expect(pictures.length).toBe(4);
    caughtUp({ rows: [], anew: true });
    news.next();
    expect(pictures).toEqual(Array(5).fill({ kind: 'gather' }));
    next = { kind: 'failed', because: 'unreachable', says: '' };
    news.next();
    expect(pictures.length).toBe(5);
  });

  it('says that the server no longer knows this device, that records were put back, and wipes when it is told to', () => {
    const said: string[] = [];
    link.signedOut.subscribe(() => said.push('signed out'));
    link.putBack.subscribe(() => said.push('put back'));
    caughtUp({ anew: true, putBack: true, rows: [row('sites', 's')] });
    news.next();
    expect([told, toOthers.length]).toEqual([[null], 1]);
    next = { kind: 'failed', because: 'signedOut', says: '' };
    news.next();
    expect(said).toEqual(['put back', 'signed out']);
    link.wipe().subscribe();
    expect([asked.at(-1), link.asOf()]).toEqual([{ kind: 'wipe' }, null]);
  });

  it('takes nothing along while nobody is in, and goes on where somebody is', () => {
    link.rest(true);
    news.next();
    expect(asked).toEqual([]);
    link.rest(false);
    news.next();
    expect(asked).toEqual([{ kind: 'catchUp' }]);
  });

  it('tells what others changed, and not what this device knows by its own acts', () => {
    link.follows({
      notYetThere: () => ({ made: [], waiting: [] }),
      knows: ({ id, revision }) => id === 'mine' && revision === 2,
    });
    caughtUp({ rows: [row('visits', 'mine', 2)] });
    news.next();
    expect(told).toEqual([]);
    caughtUp({ rows: [row('visits', 'mine', 3), row('traps', 't'), row('catches', 'c')] });
    news.next();
    expect(told).toEqual([['visits', 'catches']]);
  });

  it('what this window read the others are told, and what another read this one is told', () => {
    const rows = [row('visits', 'v'), row('traps', 't')];
    caughtUp({ rows });
    news.next();
    expect(toOthers).toEqual([rows]);
    caughtUp({});
    news.next();
    expect(toOthers.length).toBe(1);
    fromOthers.next([row('catches', 'c')]);
    expect(told).toEqual([['visits'], ['catches']]);
  });

  it('asks the browser once to keep what is here, however often it reads', () => {
    const persist = spyOn(navigator.storage, 'persist').and.resolveTo(true);
    news.next();
    news.next();
    expect(persist).toHaveBeenCalledTimes(1);
  });

  it('of a replica that begins any row may be another than the open pages were told: all of them ask anew', () => {
    caughtUp({ rows: [row('visits', 'v')], anew: true });
    news.next();
    expect([told, toOthers.length]).toEqual([[null], 1]);
    caughtUp({ rows: [], anew: true });
    news.next();
    expect(told.length).withContext('of nothing there is nothing to ask').toBe(1);
  });

  it('looks for a server that was lost, and once it answers every view is asked anew and the feed read', async () => {
    const look = spyOn(window, 'fetch').and.rejectWith(new TypeError('Failed to fetch'));
    link.lost();
    expect(link.away()).toBeTrue();
    jasmine.clock().tick(5000);
    expect(look).toHaveBeenCalledTimes(1);
    await Promise.resolve();
    await Promise.resolve();
    expect(link.away()).toBeTrue();
    look.and.resolveTo(new Response('{}'));
    jasmine.clock().tick(5000);
    for (let n = 0; n < 5; n++) await Promise.resolve();
    expect([link.away(), told, asked]).toEqual([false, [null], [{ kind: 'catchUp' }]]);
    jasmine.clock().tick(20_000);
    expect(look).toHaveBeenCalledTimes(2);
  });

  it('looks at once when the network is back', async () => {
    const look = spyOn(window, 'fetch').and.resolveTo(new Response('{}'));
    window.dispatchEvent(new Event('online'));
    expect(look).not.toHaveBeenCalled();
    link.lost();
    window.dispatchEvent(new Event('online'));
    for (let n = 0; n < 5; n++) await Promise.resolve();
    expect([look.calls.count(), link.away()]).toEqual([1, false]);
  });

  it('a device that keeps nothing is known for it; a server that is away says nothing of the device', () => {
    next = { kind: 'failed', because: 'unreachable', says: '' };
    news.next();
    expect(link.keeps()).toBeNull();
    next = { kind: 'failed', because: 'storage', says: '' };
    news.next();
    expect(link.keeps()).toBeFalse();
  });

  it('asks the device with what is not among its rows yet', () => {
    const notYet = { made: [], waiting: [{ says: 'x', changes: [] }] };
    link.follows({ notYetThere: () => notYet, knows: () => false });
    next = { kind: 'answered', answer: { today: 'x' }, asOf: NOW };
    let said: unknown;
    link.answer('rounds/due', { a: '1' }).subscribe((answer) => (said = answer));
    const question = { path: 'rounds/due', params: { a: '1' }, notYet };
    expect(asked).toEqual([{ kind: 'answer', question, heardAt: null }]);
    jasmine.clock().mockDate(new Date('2026-05-14T16:00:00Z'));
    link.heard();
    link.answer('rounds/due', {}).subscribe();
    expect((asked.at(-1) as { heardAt: unknown }).heardAt).toBe(Date.parse('2026-05-14T16:00:00Z'));
    expect([said, link.asOf()]).toEqual([{ today: 'x' }, NOW]);
    next = { kind: 'failed', because: 'storage', says: '' };
    link.answer('rounds/due', {}).subscribe((answer) => (said = answer));
    expect(said).toBeUndefined();
  });
});
