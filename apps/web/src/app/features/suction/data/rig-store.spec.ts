import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { TestBed } from '@angular/core/testing';
import type { RigDto } from '@yewridge/contract/suction';
import { type Rig, STARTING_RIGS, withOpening } from '@yewridge/core/suction';
import { Observable } from 'rxjs';
import { answer, type LongRun, type LongRunKind } from './long-run';
import { RigStore } from './rig-store';
import { WorkerDesk } from './worker-desk';

const topBox = STARTING_RIGS.find(({ layout }) => layout === 'topBox')!.rig;
const stored: RigDto = { id: 'r', revision: 1, document: topBox, createdAt: '', updatedAt: '', deletedAt: null };

/** Answers like a worker, but at once or when told, and remembers what was asked and called off. */
class DeskOfTest {
  readonly asked: LongRun[] = [];
  readonly calledOff: LongRunKind[] = [];
  held: LongRunKind | null = null;

  run(kind: LongRunKind, ask: LongRun['ask']): Observable<unknown> {
    const run = { kind, ask } as LongRun;
    this.asked.push(run);
    return new Observable((listener) => {
      let done = false;
      if (this.held !== kind) {
        done = true;
        listener.next(kind === 'lanes' || kind === 'openers' ? [] : answer(run));
        listener.complete();
      }
      return () => {
        if (!done) this.calledOff.push(kind);
      };
    });
  }
}

const JOB = { day: '2026-05-10', place: 'Mill house', speed: 5, dead: 90, total: 8000, beesBy: 'weighed' } as const;

describe('rig store', () => {
  let store: RigStore;
  let desk: DeskOfTest;
  let http: HttpTestingController;
  beforeEach(() => {
    localStorage.clear();
    jasmine.clock().install().mockDate(new Date('2026-05-14T16:20:00Z'));
    desk = new DeskOfTest();
    TestBed.configureTestingModule({
      providers: [RigStore, provideHttpClient(), provideHttpClientTesting(), { provide: WorkerDesk, useValue: desk }],
    });
    store = TestBed.inject(RigStore);
    http = TestBed.inject(HttpTestingController);
    store.open('r');
    http.expectOne('/api/v1/rigs/r').flush(stored);
    http.expectOne('/api/v1/rigs/r/versions').flush([]);
    for (const look of [store.lanes, store.swarm, store.matters]) look();
    rest();
  });
  afterEach(() => {
    jasmine.clock().uninstall();
  });

  function rest(): void {
    TestBed.tick();
    jasmine.clock().tick(200);
    TestBed.tick();
  }
  const askedOf = (kind: LongRunKind): number => desk.asked.filter((run) => run.kind === kind).length;

  it('asks no worker for what nobody looks at', () => {
    expect([askedOf('heat'), askedOf('calibrate')]).toEqual([0, 0]);
    store.heat();
    rest();
    expect(askedOf('heat')).toBe(1);
  });

  it('computes at once what follows the gate, and asks workers for the rest', () => {
    expect(store.readings()?.state.status).toBe('ok');
    expect(store.course().length).toBeGreaterThan(10);
    expect(store.power()?.kind).toBe('cord');
    expect(store.swarm().value?.flown).toBe(2000);
    expect(store.matters().value?.length).toBeGreaterThan(5);
  });

  it('does not ask for the band again while only the gate moves', () => {
    const [lanes, swarms] = [askedOf('lanes'), askedOf('swarm')];
    store.edit((rig) => withOpening(rig, 0.7));
    rest();
    expect([askedOf('lanes'), askedOf('swarm')]).toEqual([lanes, swarms + 1]);
    store.edit((rig) => ({ ...rig, hose: { ...rig.hose, length: 2 } }));
    rest();
    expect(askedOf('lanes')).toBe(lanes + 1);
  });

  it('asks once for a whole drag, and calls a run off that nobody waits for any more', () => {
    const before = askedOf('swarm');
    for (const opening of [0.4, 0.5, 0.6, 0.65]) {
      store.edit((rig) => withOpening(rig, opening), 'bleed.opening');
      TestBed.tick();
      jasmine.clock().tick(16);
    }
    rest();
    expect(askedOf('swarm')).toBe(before + 1);
    desk.held = 'swarm';
    store.edit((rig) => withOpening(rig, 0.8));
    rest();
    expect(store.swarm().waiting).toBeTrue();
    store.edit((rig) => withOpening(rig, 0.9));
    rest();
    expect(desk.calledOff).toContain('swarm');
  });

  it('takes no old answer for a new rig: it is stale from the edit on, before any worker knows', () => {
    expect(store.lanes().waiting).toBeFalse();
    store.edit((rig) => ({ ...rig, hose: { ...rig.hose, length: 2.5 } }));
    expect([store.lanes().waiting, store.swarm().waiting]).toEqual([true, true]);
    expect(store.fittedLane()).toBeNull();
    rest();
    expect([store.lanes().waiting, store.swarm().waiting]).toEqual([false, false]);
  });

  it('keeps the last rig that can be built on the screen while this one has a fault', () => {
    const impossible: Rig = { ...topBox, hose: { ...topBox.hose, rise: 9 } };
    store.edit(() => impossible);
    TestBed.tick();
    expect(store.problems().map(({ path }) => path)).toEqual(['hose.rise']);
    expect(store.shown()).toEqual(topBox);
    store.undo();
    expect(store.problems()).toEqual([]);
  });

  it('saves what was edited from the revision it was read at', () => {
    store.edit((rig) => ({ ...rig, name: 'Lighter' }));
    jasmine.clock().tick(400);
    const request = http.expectOne('/api/v1/rigs/r');
    expect([request.request.method, (request.request.body as { revision: number }).revision]).toEqual(['PUT', 1]);
    request.flush({ ...stored, revision: 2, document: { ...topBox, name: 'Lighter' } });
    expect(store.settled()).toBeTrue();
  });

  it('leaves jobs out that were not due to speed, and those with more dead than bees', () => {
    store.edit((rig) => ({
      ...rig,
      jobs: [{ ...JOB, id: 'a' }, { ...JOB, id: 'b', notSpeed: true }, { ...JOB, id: 'c', dead: 9000 }, { id: 'd' }],
    }));
    expect(store.counted().length).toBe(1);
  });
});
