import { computed, inject, Injectable, linkedSignal } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import type { DesignDto } from '@yewridge/contract/bench';
import {
  assessDesign,
  carryDoors,
  type Design,
  DESIGN_LIMITS,
  type DesignCheck,
  designChecks,
  designDrawing,
  designLoad,
  type DesignReadings,
  type DesignSuitability,
  designSuitability,
  type FitOption,
  fitOptions,
} from '@yewridge/core/bench';
import { asyncScheduler, debounceTime, map, type Observable, of, tap, throttleTime } from 'rxjs';
import type { ConflictChoice } from '../../../shared/documents/conflict-bar';
import type { SaveState } from '../../../shared/documents/document-session';
import { DocumentStore } from '../../../shared/documents/document-store';
import { UnitChoice } from '../../../shared/units/unit-choice';
import { newPartId } from './design-edits';
import { DesignsApi } from '../../../shared/documents/designs-api';

export type DesignSaving = SaveState<DesignDto>;

const MINE = ', my copy';
/** Longer than from one move of a hand to the next. */
const FIT_PAUSE_MS = 80;
const JUDGE_MS = 100;

/** What can be shown of a design: its readings, its drawing and the document they belong to. */
interface Shown {
  readonly document: Design;
  readonly readings: DesignReadings;
}

/** Checks and grades, and the design that they are of. */
export interface JudgedDesign extends Shown {
  readonly suitability: DesignSuitability | null;
  readonly checks: readonly DesignCheck[];
}

function judgedDesign({ document, readings }: Shown): JudgedDesign {
  return {
    document,
    readings,
    suitability: document.purpose === 'holding' ? null : designSuitability(document, readings.room, readings.door.area),
    checks: designChecks(document, readings),
  };
}

/** One open design: its session with the server, and what it computes to. */
@Injectable()
export class DesignEditorStore extends DocumentStore<Design, DesignDto, DesignsApi> {
  readonly #units = inject(UnitChoice);

  constructor() {
    super(inject(DesignsApi), { draftName: (id) => id, refine: carryDoors });
  }

  readonly assessment = computed(() => {
    const document = this.document();
    return document ? assessDesign(document) : null;
  });
  readonly problems = computed(() => {
    const assessment = this.assessment();
    return assessment?.ok === false ? assessment.problems : [];
  });
  /** The last state that could be computed: it stays on the screen while the design has a fault. */
  readonly shown = linkedSignal<
    { document: Design | null; assessment: ReturnType<typeof assessDesign> | null },
    Shown | null
  >({
    source: () => ({ document: this.document(), assessment: this.assessment() }),
    computation: ({ document, assessment }, previous) =>
      document && assessment?.ok ? { document, readings: assessment.readings } : (previous?.value ?? null),
  });
  readonly load = computed(() => {
    const shown = this.shown();
    return shown && designLoad(shown.document, shown.readings.room.net);
  });
  /** What is judged: at once when the hand rests, and in a task of its own, after the frame, while a dimension is pulled. */
  readonly judged = toSignal(
    toObservable(this.shown).pipe(
      throttleTime(JUDGE_MS, asyncScheduler, { leading: true, trailing: true }),
      map((shown) => shown && judgedDesign(shown)),
    ),
    { initialValue: null },
  );
  readonly drawing = computed(() => {
    const shown = this.shown();
    const load = this.load();
    const hangs = shown?.document.hanging !== undefined && load !== null && load.empty.mass > 0;
    return shown && designDrawing(shown.document, hangs ? { x: load.fullCentre.z, y: load.fullCentre.y } : null);
  });
  /** The ways to make it fit are worked out when the hand rests: each of them is a design that is checked in full. */
  readonly #fitted = toSignal(
    toObservable(computed(() => ({ shown: this.shown(), system: this.#units.system() }))).pipe(
      debounceTime(FIT_PAUSE_MS),
      map(({ shown, system }) => ({
        of: shown,
        options: shown ? fitOptions({ design: shown.document, system, newId: newPartId() }) : [],
      })),
    ),
    { initialValue: null },
  );
  /** `null` while they are being looked for. */
  readonly fits = computed<readonly FitOption[] | null>(() => {
    const shown = this.shown();
    if (!shown || shown.document !== this.document()) return [];
    const fitted = this.#fitted();
    return fitted?.of === shown ? fitted.options : null;
  });

  open(id: string): void {
    this.session.open(id, this.api.one(id));
  }

  /** Two tabs, one design: mine over theirs, theirs (mine one undo away), or mine as a copy beside theirs. */
  resolve(choice: ConflictChoice, copyId: string): Observable<DesignDto | null> {
    const mine = this.document();
    if (choice === 'mine') this.keepMine();
    if (choice === 'theirs') this.takeTheirs();
    if (choice !== 'both' || !mine || this.saving().kind !== 'conflict') return of(null);
    const name = mine.name.slice(0, DESIGN_LIMITS.nameLength - MINE.length) + MINE;
    return this.api.save(copyId, { revision: 0, document: { ...mine, name } }).pipe(
      tap(() => {
        this.takeTheirs();
      }),
    );
  }
}
