import { computed, inject, Injectable, Injector, linkedSignal, signal, type Signal, untracked } from '@angular/core';
import { takeUntilDestroyed, toObservable } from '@angular/core/rxjs-interop';
import type { FreezeReason, RigDto, RigVersionDto } from '@yewridge/contract/suction';
import { airCourse, type Rig, rigHeatQuestion, rigPower, rigProblems, rigReadings } from '@yewridge/core/suction';
import equal from 'fast-deep-equal';
import { catchError, concatMap, map, type Observable, of, startWith, switchMap, tap, timer } from 'rxjs';
import type { SaveState } from '../../../shared/documents/document-session';
import { DocumentStore } from '../../../shared/documents/document-store';
import { Held } from '../../../shared/streams/held';
import { countedJobs } from '../../../shared/calls/own-jobs';
import type { LongRunKind, LongRuns } from './long-run';
import { RigsApi } from './rigs-api';
import { WorkerDesk } from './worker-desk';

export type RigSaving = SaveState<RigDto>;

/** A long answer, and whether it belongs to what is on the screen now. */
export interface Answered<T> {
  readonly value: T | null;
  readonly waiting: boolean;
  readonly failed: boolean;
}

const PAUSE_MS = 140;
const SWARM = 2000;

/** What the band depends on: everything of the rig but where its gate stands, and what is not air or bee. */
function bandPart(rig: Rig): Rig {
  const { notes: _notes, ...rest } = rig;
  return {
    ...rest,
    name: '',
    jobs: [],
    bleed: { ...rig.bleed, opening: 0 },
    heat: { lid: 'closed', sun: false, cabin: false, fan: false, balled: false, mood: 'disturbed' },
    power: { ...rig.power, meanTime: 600 },
  };
}

function flightPart(rig: Rig): Rig {
  return { ...bandPart(rig), bleed: rig.bleed };
}

/** One open rig: its session with the server, what it computes to at once, and what workers find out. */
@Injectable()
export class RigStore extends DocumentStore<Rig, RigDto, RigsApi> {
  readonly #desk = inject(WorkerDesk);
  readonly #injector = inject(Injector);
  readonly #versions = new Held<readonly RigVersionDto[]>([]);
  readonly versions$ = this.#versions.changes;
  readonly versions = this.#versions.now;

  constructor() {
    super(inject(RigsApi), { draftName: (id) => `rig-${id}` });
  }

  readonly problems = computed(() => {
    const rig = this.document();
    return rig ? rigProblems(rig) : [];
  });
  /** The last rig that could be computed: it stays on the screen while this one has a fault. */
  readonly shown = linkedSignal<{ rig: Rig | null; sound: boolean }, Rig | null>({
    source: () => ({ rig: this.document(), sound: this.problems().length === 0 }),
    computation: ({ rig, sound }, previous) => (rig && sound ? rig : (previous?.value ?? null)),
  });
  readonly readings = computed(() => {
    const rig = this.shown();
    return rig && rigReadings(rig);
  });
  readonly course = computed(() => {
    const rig = this.shown();
    const readings = this.readings();
    return rig && readings ? airCourse(rig, readings) : [];
  });
  readonly power = computed(() => {
    const rig = this.shown();
    const readings = this.readings();
    return rig && readings ? rigPower(rig, readings) : null;
  });
  /** Past jobs that count: typed in full, and likely due to speed. */
  readonly counted = computed(() => countedJobs(this.document()?.jobs ?? []));

  readonly lanes = this.#long('lanes', () => {
    const rig = this.shown();
    return rig && bandPart(rig);
  });
  readonly openers = this.#long('openers', () => {
    const rig = this.shown();
    const lane = this.fittedLane();
    return rig && lane && lane.spot.level !== 'wide' ? bandPart(rig) : null;
  });
  readonly swarm = this.#long('swarm', () => {
    const rig = this.shown();
    return rig && { rig: flightPart(rig), count: SWARM };
  });
  readonly matters = this.#long('matters', () => {
    const rig = this.shown();
    return rig && flightPart(rig);
  });
  readonly heat = this.#long('heat', () => {
    const rig = this.shown();
    const readings = this.readings();
    return rig && readings ? rigHeatQuestion(rig, readings.state.flow.screen) : null;
  });
  /** The lane of the nozzle in use, as far as it belongs to the rig on the screen. */
  readonly fittedLane = computed(() => {
    const rig = this.shown();
    const { value, waiting } = this.lanes();
    return waiting ? null : (value?.find((lane) => lane !== null && lane.nozzle === rig?.fitted) ?? null);
  });
  /** What helps where no setting of the gate does: bees too hard though it is open, or stalling though it is shut. */
  readonly drive = this.#long('drive', () => {
    const rig = this.shown();
    const lane = this.fittedLane();
    return rig && lane && lane.mark === null && lane.spot.level !== 'none' ? bandPart(rig) : null;
  });

  open(id: string): void {
    this.session.open(id, this.api.one(id));
    this.loadVersions(id);
  }

  loadVersions(id = this.id): void {
    this.api
      .versions(id)
      .pipe(
        catchError(() => of([])),
        takeUntilDestroyed(this.destroyed),
      )
      .subscribe((versions) => {
        if (id === this.id) this.#versions.set(versions);
      });
  }

  /** Keeps the rig as it stands as a version. */
  freeze(reason: FreezeReason): Observable<RigVersionDto> {
    return this.flush().pipe(
      concatMap(() => this.api.freeze(this.id, this.revision, reason)),
      tap(() => {
        this.loadVersions();
      }),
    );
  }

  /**
   * A long answer, asked for once somebody looks at it. Latest wins: an old run is called off as soon as what it was asked is
   * no longer on the screen.
   */
  #long<K extends LongRunKind>(kind: K, ask: () => LongRuns[K]['ask'] | null): Signal<Answered<LongRuns[K]['answer']>> {
    type Ask = LongRuns[K]['ask'] | null;
    type Result = Answered<LongRuns[K]['answer']> & { readonly asked?: Ask };
    const result = signal<Result>({ value: null, waiting: true, failed: false });
    const question = computed(ask, { equal });
    const start = (): void => {
      toObservable(question, { injector: this.#injector })
        .pipe(
          switchMap((asked: Ask): Observable<Partial<Result>> => {
            if (asked === null) return of({ value: null, waiting: false, failed: false, asked });
            return timer(PAUSE_MS).pipe(
              switchMap(() => this.#desk.run(kind, asked)),
              map((value) => ({ value, waiting: false, failed: false, asked })),
              catchError(() => of({ waiting: false, failed: true, asked })),
              startWith({ waiting: true }),
            );
          }),
          takeUntilDestroyed(this.destroyed),
        )
        .subscribe((next) => {
          result.update((before) => ({ ...before, ...next }));
        });
    };
    let looked = false;
    return computed(() => {
      if (!looked) {
        looked = true;
        untracked(start);
      }
      // What was asked for an older rig is stale from the moment the rig changes, before any worker knows.
      const { value, waiting, failed, asked } = result();
      return { value, failed, waiting: waiting || asked !== question() };
    });
  }
}
