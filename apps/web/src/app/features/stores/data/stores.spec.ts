import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { TestBed } from '@angular/core/testing';
import type { TrapDocument, TrapWithDesignDto } from '@yewridge/contract/stores';
import { startingPoint } from '@yewridge/core/bench';
import { withValue } from '../../../shared/documents/value-at';
import { measuredFields, readingRows } from './built-readings';
import { labelCode } from '../../../shared/print/label-code';
import { TrapStore } from './trap-store';
import { todayIn, trapLines } from './trap-words';

const design = startingPoint('single-nuc');
const TRAP: TrapDocument = {
  number: 'V-04',
  asBuilt: design,
  massKg: 5.6,
  paintedOn: null,
  darkCombs: 0,
  combSince: null,
  condition: 'good',
  owner: 'Vellmark Swarm Watch',
  note: '',
};
const NOW = '2026-05-14T16:20:00.000Z';

describe('stores: what to look at on a trap, in words', () => {
  for (const [what, change, says] of [
    [
      'fresh paint',
      { paintedOn: '2026-05-01' },
      'look: Let the paint air out until 22 May 2026: scouts turn away from it',
    ],
    ['old comb', { darkCombs: 1, combSince: '2021-05-13' }, 'look: Its comb has been too old since 13 May 2026'],
    ['comb nearly due', { darkCombs: 1, combSince: '2021-06-20' }, 'know: Its comb is too old from 20 Jun 2026 on'],
    ['no weight', { massKg: null }, 'know: Not weighed yet: until then its mass is computed'],
  ] as readonly (readonly [string, Partial<TrapDocument>, string])[]) {
    it(`${what}: ${says}`, () => {
      const lines = trapLines({ ...TRAP, ...change }, '2026-05-14').map(
        ({ level, sentence }) => `${level}: ${sentence}`,
      );
      expect(lines).toEqual([says]);
    });
  }

  it('the day is that of the place, not of the clock in Greenwich', () => {
    expect(todayIn('2026-05-14T22:30:00.000Z', 'Europe/Vienna')).toBe('2026-05-15');
    expect(todayIn('2026-05-14T16:20:00.000Z', 'Europe/Vienna')).toBe('2026-05-14');
  });
});

describe('stores: design and trap', () => {
  it('a board cut narrow makes a smaller trap than the design, and says by how much', () => {
    const [, width] = measuredFields(design, design);
    if (!width) throw new Error('no width');
    const narrow = withValue(design, width.path, width.value - 0.01);
    const gross = readingRows(design, narrow, null, 'metric')[0];
    expect([gross?.design, gross?.built, gross?.change]).toEqual(['21.7 L', '20.6 L', '−1.1 L']);
    expect(measuredFields(design, narrow)[1]).toEqual(jasmine.objectContaining({ planned: width.value }));
    expect(readingRows(design, design, 5.6, 'metric').at(-1)).toEqual(
      jasmine.objectContaining({ name: 'Empty, weighed', built: '5.6 kg' }),
    );
  });

  it('the code of a label has its quiet edge, and differs from address to address', () => {
    const code = labelCode('http://localhost:8147/stores/traps/a');
    expect(code.path.startsWith('M4 4h1v1h-1z')).toBeTrue();
    expect(code.path).not.toBe(labelCode('http://localhost:8147/stores/traps/b').path);
  });
});

describe('stores: one open trap', () => {
  const LOADED: TrapWithDesignDto = {
    trap: {
      id: 't',
      revision: 1,
      designId: 'd',
      designVersion: 1,
      document: TRAP,
      createdAt: NOW,
      updatedAt: NOW,
      deletedAt: null,
    },
    design,
    latestVersion: 1,
  };
  let http: HttpTestingController;
  let store: TrapStore;

  beforeEach(() => {
    localStorage.clear();
    jasmine.clock().install().mockDate(new Date(NOW));
    TestBed.configureTestingModule({ providers: [provideHttpClient(), provideHttpClientTesting(), TrapStore] });
    http = TestBed.inject(HttpTestingController);
    store = TestBed.inject(TrapStore);
    store.open('t');
    http.expectOne('/api/v1/traps/t').flush(LOADED);
  });
  afterEach(() => {
    jasmine.clock().uninstall();
    localStorage.clear();
  });

  const type = (note: string): void => {
    store.edit((trap) => ({ ...trap, note }), 'note');
  };

  it('saves what is typed once, from the newest revision, and undoes it as one step', () => {
    type('a');
    type('ab');
    jasmine.clock().tick(400);
    const put = http.expectOne({ method: 'PUT', url: '/api/v1/traps/t' });
    expect(put.request.body).toEqual({ revision: 1, document: { ...TRAP, note: 'ab' } });
    put.flush({ ...LOADED.trap, revision: 2, document: { ...TRAP, note: 'ab' } });
    expect([store.saving().kind, store.settled()]).toEqual(['saved', true]);
    store.undo();
    expect(store.document()?.note).toBe('');
  });

  for (const [choice, says] of [
    ['mine', 'mine still'],
    ['theirs', 'theirs'],
  ] as const) {
    it(`asks when two windows changed it, and ${choice} is kept with nothing lost`, () => {
      type('mine');
      jasmine.clock().tick(400);
      const theirs = { ...LOADED.trap, revision: 5, document: { ...TRAP, note: 'theirs' } };
      const error = { code: 'REVISION_CONFLICT', message: 'Changed elsewhere.', current: theirs };
      http
        .expectOne({ method: 'PUT', url: '/api/v1/traps/t' })
        .flush({ error }, { status: 409, statusText: 'Conflict' });
      type('mine still');
      jasmine.clock().tick(400);
      http.expectNone({ method: 'PUT', url: '/api/v1/traps/t' });
      store[choice === 'mine' ? 'keepMine' : 'takeTheirs']();
      jasmine.clock().tick(400);
      const puts = http.match({ method: 'PUT', url: '/api/v1/traps/t' });
      expect(puts.map(({ request }) => (request.body as { revision: number }).revision)).toEqual(
        choice === 'mine' ? [5] : [],
      );
      expect(store.document()?.note).toBe(says);
    });
  }

  it('keeps what a dead server did not take, tries again, and finds it after a reload', () => {
    type('kept');
    jasmine.clock().tick(400);
    http.expectOne({ method: 'PUT', url: '/api/v1/traps/t' }).error(new ProgressEvent('error'));
    expect(store.saving().kind).toBe('kept');
    store.open('t');
    http.expectOne({ method: 'GET', url: '/api/v1/traps/t' }).flush(LOADED);
    expect(store.document()?.note).toBe('kept');
    jasmine.clock().tick(2500);
    http.expectOne({ method: 'PUT', url: '/api/v1/traps/t' });
  });
});
