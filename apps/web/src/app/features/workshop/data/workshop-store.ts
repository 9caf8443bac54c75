import { computed, DestroyRef, inject, Injectable, signal } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { type Fields, RECORD_TABLES, type RecordDto } from '@yewridge/contract/season';
import type { KeptDto } from '@yewridge/contract/shared';
import {
  type BatchAsked,
  type BatchBought,
  type BatchLine,
  batchParts,
  type BatchPlan,
  type BatchWork,
  type Design,
  type Joint,
  KERF,
  keptOffcuts,
  movePanel,
  movePiece,
  type Moved,
  type PieceAt,
  type PlaceAt,
  type StockRow,
  usesOf,
} from '@yewridge/core/bench';
import equal from 'fast-deep-equal';
import { DomainError } from '@yewridge/core/shared/errors';
import type { Rig } from '@yewridge/core/suction';
import { catchError, forkJoin, map, type Observable, of, Subject, switchMap } from 'rxjs';
import { ActOutbox } from '../../../shared/acts/act-outbox';
import { DesignsApi } from '../../../shared/documents/designs-api';
import { KeptRigs } from '../../../shared/documents/kept-rigs';
import type { ApiFailure } from '../../../shared/http/api-failure';
import { UndoToast } from '../../../shared/layout/undo-toast';
import { changed, made, RecordsApi } from '../../../shared/season/records-api';
import { TodayClock } from '../../../shared/season/today-clock';
import { viewOf } from '../../../shared/season/view-store';
import { UnitChoice } from '../../../shared/units/unit-choice';
import { type LineSaid, linesText, readLines, withCount } from './batch-lines';
import { CuttingDesk } from './cutting-desk';
import type { Sawing, SizeCost } from './cutting-run';
import { latestRun } from './latest-run';
import { planText, readPlan, readTicks, sameWork } from './kept-plan';
import { offcutGoods, stockRows } from './stock-rows';
import { vacuumSizes } from './vacuum-sizes';

type Batch = RecordDto<'batches'>;
/** What the saw takes and what is cut off first, where nobody says. */
export const USUAL = { kerf: KERF, trimStart: 0.01, trimEnd: 0 } as const;
const REST_MS = 120;
const SIZES_REST_MS = 500;
export const MOST_SIZES = 10;
const ALL = { limit: 500 } as const;

/** What is sawn, how many of it: a design or the rig of a bee vacuum. */
export interface SawnLine {
  readonly id: string;
  readonly name: string;
  readonly count: number;
  readonly design: KeptDto<Design> | null;
  readonly rig: KeptDto<Rig> | null;
}

/** One batch: what it is made of, its plan, and what the keeper does with it. */
@Injectable()
export class WorkshopStore {
  readonly #records = inject(RecordsApi);
  readonly #designs = inject(DesignsApi);
  readonly #outbox = inject(ActOutbox);
  readonly #rigs = inject(KeptRigs);
  readonly #desk = inject(CuttingDesk);
  readonly #clock = inject(TodayClock);
  readonly #toast = inject(UndoToast);
  readonly #system = inject(UnitChoice).system;
  readonly #id = signal<string | null>(null);
  readonly #first = signal<string | null>(null);
  readonly #stop = new Subject<void>();
  readonly #made = new Subject<string>();
  /** A batch came to be by what the keeper said: its id. */
  readonly begun: Observable<string> = this.#made.asObservable();
  /** Why the last move by hand was refused, by the checker. */
  readonly refused = signal<{
    readonly reason: string;
    readonly short: number;
    readonly piece: string;
    readonly board: string;
  } | null>(null);

  readonly view = viewOf(
    () =>
      forkJoin({
        batches: this.#records.list('batches', { sort: 'name', ...ALL }).pipe(map(({ items }) => items)),
        goods: this.#records.list('goods', { sort: 'name', ...ALL }).pipe(map(({ items }) => items)),
        designs: this.#designs.all(),
        rigs: this.#rigs.all(),
      }),
    { of: ['batches', 'goods'] },
  );

  readonly designs = computed(() => this.view.data()?.designs ?? []);
  readonly rigs = computed(() => this.view.data()?.rigs ?? []);
  readonly goods = computed(() => this.#outbox.asTold('goods', this.view.data()?.goods ?? []));
  readonly batches = computed(() => this.#outbox.asTold('batches', this.view.data()?.batches ?? []));
  readonly batch = computed<Batch | null>(() => this.batches().find(({ id }) => id === this.#id()) ?? null);
  readonly lines = computed<readonly LineSaid[]>(() => {
    const batch = this.batch();
    const first = this.#first();
    if (batch) return readLines(batch.lines);
    return first === null ? [] : [{ id: first, count: 1 }];
  });
  /** The designs and rigs of the batch that are still there. */
  readonly of = computed(() =>
    this.lines().flatMap(({ id, count }): SawnLine[] => {
      const design = this.designs().find((one) => one.id === id) ?? null;
      const rig = design ? null : (this.rigs().find((one) => one.id === id) ?? null);
      const name = design?.document.name ?? rig?.document.name;
      return name === undefined ? [] : [{ id, name, count, design, rig }];
    }),
  );
  /** Designs and rigs that were deleted since. */
  readonly gone = computed(() => this.lines().length - this.of().length);
  readonly name = computed(() => this.batch()?.name ?? this.of()[0]?.name ?? '');
  readonly count = computed(() => this.of().reduce((sum, { count }) => sum + count, 0));
  readonly kerf = computed(() => this.batch()?.kerfM ?? USUAL.kerf);
  readonly trimStart = computed(() => this.batch()?.trimStartM ?? USUAL.trimStart);
  readonly cutOn = computed(() => this.batch()?.cutOn ?? null);

  readonly stock = computed(() => stockRows(this.goods()), { equal: sameRows });
  readonly batchLines = computed<readonly BatchLine[]>(
    () =>
      this.of().flatMap(({ id, count, design, rig }): BatchLine[] => {
        if (design) return [{ id, count, design: design.document }];
        return rig ? [{ id, count, vacuum: vacuumSizes(rig.document) }] : [];
      }),
    { equal: sameLines },
  );
  /** Parts of it all, or what is wrong with a design. */
  readonly work = computed<{ sawn: readonly BatchWork[]; bought: readonly BatchBought[] } | DomainError>(() => {
    try {
      return batchParts(this.batchLines(), this.batch()?.wetAllowance === true);
    } catch (error) {
      if (error instanceof DomainError) return error;
      throw error;
    }
  });
  readonly sawn = computed<readonly BatchWork[]>(() => {
    const work = this.work();
    return work instanceof DomainError ? [] : work.sawn;
  });
  /** Something is cut wider than it is to be. */
  readonly dries = computed(() => this.sawn().some(({ dry }) => dry !== null));
  readonly bought = computed<readonly BatchBought[]>(() => {
    const work = this.work();
    return work instanceof DomainError ? [] : work.bought;
  });
  readonly #sawing = computed<Sawing>(() => {
    const batch = this.batch();
    return {
      stock: this.stock(),
      kerf: this.kerf(),
      trimStart: this.trimStart(),
      trimEnd: batch?.trimEndM ?? USUAL.trimEnd,
      edgeJoined: batch?.edgeJoined === true,
    };
  });
  readonly asked = computed<BatchAsked | null>(() => {
    const parts = this.sawn();
    return parts.length === 0 ? null : { ...this.#sawing(), parts };
  });

  readonly #turn = signal(0);
  readonly #run = latestRun(this.#desk, 'plan', this.asked, { restMs: REST_MS, stop: this.#stop, turn: this.#turn });
  readonly #sizesRun = latestRun(
    this.#desk,
    'sizes',
    computed(() => {
      const lines = this.batchLines();
      const most = Math.max(MOST_SIZES, (lines[0]?.count ?? 0) + 2);
      const wet = this.batch()?.wetAllowance === true;
      return lines.length === 0 || this.asked() === null ? null : { lines, wet, most, sawing: this.#sawing() };
    }),
    { restMs: SIZES_REST_MS, stop: this.#stop, turn: this.#turn },
  );
  readonly #versions = toSignal(
    toObservable(computed(() => this.of()[0]?.design?.id ?? null)).pipe(
      switchMap((id) => (id === null ? of([]) : this.#designs.versions(id).pipe(catchError(() => of([]))))),
    ),
    { initialValue: [] },
  );
  /** The version the first design is built to as it stands; `null` = as it stands it was not saved as one. */
  readonly version = computed(() => {
    const now = this.of()[0]?.design?.document;
    return this.#versions().find(({ document }) => equal(document, now))?.version ?? null;
  });
  readonly sizes = computed<readonly SizeCost[]>(() => this.#sizesRun().answer ?? []);
  readonly kept = computed(() => readPlan(this.batch()?.plan ?? null));
  /** Whether what is shown is the keeper's own plan. */
  readonly byHand = computed(() => {
    const kept = this.kept();
    return kept !== null && (this.cutOn() !== null || sameWork(kept.parts, this.sawn()));
  });
  /** A plan was kept, and the designs or the counts have changed since. */
  readonly outdated = computed(() => this.kept() !== null && !this.byHand());
  readonly plan = computed<BatchPlan | null>(() => (this.byHand() ? (this.kept()?.plan ?? null) : this.#run().answer));
  readonly parts = computed(() => (this.byHand() ? (this.kept()?.parts ?? []) : this.sawn()));
  readonly progress = computed(() => (this.byHand() ? null : this.#run().progress));
  readonly failed = computed(() => !this.byHand() && this.#run().failed);
  /** The plan shown is of what was asked before. */
  readonly stale = computed(() => !this.byHand() && this.asked() !== null && this.#run().of !== this.asked());
  readonly #stoppedAt = signal<BatchAsked | null>(null);
  /** The keeper has stopped this very plan. */
  readonly stopped = computed(() => this.stale() && this.#stoppedAt() === this.asked());
  /** Boards and sheets as the plan knows them: of one that was cut as they were then, whatever has become of them. */
  readonly rows = computed<readonly StockRow[]>(() => {
    const kept = this.byHand() ? (this.kept()?.stock ?? []) : [];
    if (this.cutOn() !== null) return kept;
    const now = this.stock();
    return [...now, ...kept.filter(({ id }) => !now.some((row) => row.id === id))];
  });
  /** Boards that the plan takes from Stores and that are not there any more. */
  readonly lacking = computed(() => {
    if (this.cutOn() !== null) return [];
    return (this.plan()?.use ?? []).flatMap(({ row, own, count }) => {
      const have = this.stock().find(({ id }) => id === row)?.have ?? 0;
      return own && have < count ? [{ name: this.rows().find(({ id }) => id === row)?.name ?? row, have, count }] : [];
    });
  });
  readonly offcuts = computed(() => {
    const plan = this.plan();
    return plan ? keptOffcuts(plan) : [];
  });
  readonly ticks = computed(() => readTicks(this.batch()?.ticks ?? null));

  constructor() {
    inject(DestroyRef).onDestroy(() => {
      this.#stop.complete();
      this.#made.complete();
    });
  }

  open(batch: string | null, design: string | null): void {
    this.#id.set(batch);
    this.#first.set(design);
    this.refused.set(null);
  }

  /** Ends a plan that takes long; what was shown before stays. */
  stop(): void {
    this.#stoppedAt.set(this.asked());
    this.#stop.next();
  }

  /** The same plan again: one that was stopped, or that failed. */
  again(): void {
    this.#stoppedAt.set(null);
    this.#turn.update((turn) => turn + 1);
  }

  setCount(id: string, count: number): void {
    const name = this.of().find((one) => one.id === id)?.name ?? 'the design';
    const lines = withCount(this.lines(), id, count);
    if (lines.length === 0) return;
    this.#say(count < 1 ? `${name} left out of the batch` : `${count} × ${name}`, {
      lines: linesText(lines),
      plan: null,
    });
  }

  addDesign(id: string): void {
    const all = [...this.designs(), ...this.rigs()];
    const name = all.find((one) => one.id === id)?.document.name ?? 'a design';
    this.#say(`${name} sawn together with it`, { lines: linesText(withCount(this.lines(), id, 1)), plan: null });
  }

  rename(name: string): void {
    const plain = name.trim().slice(0, RECORD_TABLES.batches.name.most);
    if (plain !== '' && plain !== this.name()) this.#say(`the batch is called ${plain}`, { name: plain });
  }

  set(says: string, change: Partial<Fields<'batches'>>): void {
    this.#say(says, { ...change, plan: null });
  }

  /** The plan as it was worked out, without what was moved by hand. */
  planAnew(): void {
    this.#say('planned anew', { plan: null });
  }

  moveBoard(letter: string, from: PieceAt, to: number | null, piece: string): void {
    const plan = this.plan();
    const group = plan?.boards.find((one) => one.letter === letter);
    if (!plan || !group) return;
    if (to === null) {
      this.refused.set({ reason: 'other-width', short: 0, piece, board: '' });
      return;
    }
    const moved = movePiece(group, from, to);
    this.#moved(moved, { piece, board: `${letter}${to + 1}` }, (changedGroup) => ({
      ...plan,
      boards: plan.boards.map((one) => (one === group ? changedGroup : one)),
    }));
  }

  movePanel(letter: string, from: PlaceAt, to: { sheet: number; x: number; y: number }, piece: string): void {
    const plan = this.plan();
    const group = plan?.sheets.find((one) => one.letter === letter);
    if (!plan || !group) return;
    const moved = movePanel(group.sheets, this.kerf(), from, to);
    this.#moved(moved, { piece, board: `${letter}${to.sheet + 1}` }, (sheets) => ({
      ...plan,
      sheets: plan.sheets.map((one) => (one === group ? { ...one, sheets } : one)),
    }));
  }

  #moved<G>(moved: Moved<G>, what: { piece: string; board: string }, into: (group: G) => BatchPlan): void {
    if (!moved.ok) {
      this.refused.set({ ...moved, ...what });
      return;
    }
    this.refused.set(null);
    const plan = into(moved.group);
    const text = this.#textOf({ ...plan, use: usesOf(plan.boards, plan.sheets) });
    if (text === null) {
      this.#toast.tell('This plan is too large to be kept with pieces moved by hand.');
      return;
    }
    this.#say(`${what.piece} moved to ${what.board}`, { plan: text });
  }

  tick(step: string, says: string): void {
    const ticks = new Set(this.ticks());
    if (!ticks.delete(step)) ticks.add(step);
    // Once something is sawn the plan stands, whatever comes to Stores or goes from there.
    this.#say(`${ticks.has(step) ? 'done' : 'not done'}: ${says}`, {
      ticks: JSON.stringify([...ticks]),
      ...this.#asKept(),
    });
  }

  /** The plan as it is, to be written where it is not yet and is not too long for it. */
  #asKept(): Partial<Fields<'batches'>> {
    const plan = this.plan();
    if (this.byHand() || !plan || this.stale()) return {};
    const text = this.#textOf(plan);
    return text === null ? {} : { plan: text };
  }

  /** `null` where it is longer than a record may be. */
  #textOf(plan: BatchPlan): string | null {
    const text = planText(this.parts(), plan, this.rows());
    return text.length > RECORD_TABLES.batches.plan.most ? null : text;
  }

  /** It is sawn: what came from Stores is gone from there, and what is left lies there. */
  cut(place: string | null): void {
    const plan = this.plan();
    const today = this.#clock.today();
    if (!plan || today === null || this.cutOn() !== null || this.lacking().length > 0) return;
    const goods = this.goods();
    const taken = plan.use.flatMap(({ row, own, count }) => {
      const kept = own ? goods.find(({ id }) => id === row) : undefined;
      return kept ? [changed('goods', kept, { count: kept.count - count })] : [];
    });
    const left = this.offcuts().flatMap((offcut) => {
      const row = this.rows().find(({ id }) => id === offcut.row);
      return row ? [made('goods', offcutGoods(row, offcut, place, this.#system()))] : [];
    });
    this.#say(`${this.name()} is cut`, { cutOn: today, plan: this.#textOf(plan) }, [...taken, ...left]);
  }

  /** A corner of a design; the design itself is changed, and taken back from the bar. */
  join(design: KeptDto<Design>, section: string, joint: Joint): void {
    const { document } = design;
    const sections = document.sections.map((one) => (one.id === section ? { ...one, joint } : one));
    this.#designs.save(design.id, { revision: design.revision, document: { ...document, sections } }).subscribe({
      next: (saved) => {
        this.view.reload();
        this.#toast.show(`Corners of ${document.name}: changed`, () => {
          this.#designs.save(design.id, { revision: saved.revision, document }).subscribe(() => {
            this.view.reload();
          });
        });
      },
      error: (failure: ApiFailure) => {
        this.view.reload();
        this.#toast.tell(failure.message);
      },
    });
  }

  price(name: string, priceEach: number | null): void {
    const kept = this.goods().find((row) => row.name === name);
    const fresh = { kind: 'hardware', name, count: 0, priceEach, sold: true } as const;
    this.#outbox.do({
      says: `Price of ${name}`,
      changes: [kept ? changed('goods', kept, { priceEach }) : made('goods', fresh)],
    });
  }

  /** What was cut is as it was; only its name and its ticks still change. */
  #say(says: string, change: Partial<Fields<'batches'>>, more: Parameters<ActOutbox['do']>[0]['changes'] = []): void {
    const batch = this.batch();
    if (this.cutOn() !== null && 'plan' in change) return;
    const fields = { name: this.name(), lines: linesText(this.lines()), ...change };
    const record = batch ? changed('batches', batch, change) : made('batches', fields);
    this.#outbox.do({ says, changes: [record, ...more] });
    if (!batch) {
      this.#id.set(record.id);
      this.#made.next(record.id);
    }
  }
}

const sameRows = (a: readonly StockRow[], b: readonly StockRow[]): boolean => JSON.stringify(a) === JSON.stringify(b);
const sameLines = (a: readonly BatchLine[], b: readonly BatchLine[]): boolean =>
  JSON.stringify(a) === JSON.stringify(b);
