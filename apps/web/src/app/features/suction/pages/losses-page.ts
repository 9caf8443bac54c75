import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal, untracked } from '@angular/core';
import { DomainError } from '@yewridge/core/shared/errors';
import { lossAt, RIG_LIMITS, type RigJob, speedForLoss } from '@yewridge/core/suction';
import { undoKeys } from '../../../shared/documents/undo-keys';
import { withValue } from '../../../shared/documents/value-at';
import type { Fault, Field, PartChange } from '../../../shared/fields/field';
import { FieldList } from '../../../shared/fields/field-list';
import { KeptTexts } from '../../../shared/kept/kept-texts';
import { UndoToast } from '../../../shared/layout/undo-toast';
import { decimalText, figureText } from '../../../shared/units/format';
import { UnitChoice } from '../../../shared/units/unit-choice';
import { without } from '../data/rig-edits';
import { RigStore } from '../data/rig-store';
import { RigFrame } from '../ui/rig-frame';

const L = RIG_LIMITS;
const JOB_FIELDS: readonly Field[] = [
  { path: 'speed', label: 'They landed at', kind: 'speed', range: L.jobSpeed },
  { path: 'dead', label: 'Dead', kind: 'count', range: { min: 0, max: 200000 } },
  { path: 'total', label: 'Of bees in all', kind: 'count', range: L.jobBees },
];
const SPEEDS = [0, 3, 4.5, 6, 7.5, 9];
const FEW_BEES = 150;

/** A share of bees with the figures it deserves. */
function shareText(share: number): string {
  const percent = 100 * share;
  return `${decimalText(percent, percent < 1 ? 2 : percent < 10 ? 1 : 0)} %`;
}

/** Dead bees of past jobs against the speed they landed with, and the keeper's own limit. */
@Component({
  selector: 'yw-losses-page',
  imports: [RigFrame, FieldList],
  providers: [RigStore, KeptTexts],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './losses-page.html',
  styleUrl: './side-page.scss',
})
export class LossesPage {
  readonly id = input.required<string>();
  readonly store = inject(RigStore);
  protected readonly system = inject(UnitChoice).system;
  protected readonly jobFields = JOB_FIELDS;
  /** Share dead that the keeper accepts. */
  protected readonly share = signal(0.02);
  protected readonly shares = [0.01, 0.02, 0.05].map((value) => ({ value, text: shareText(value) }));
  readonly #toast = inject(UndoToast);

  protected readonly fit = this.store.losses;
  protected readonly rows = computed(() =>
    SPEEDS.map((speed) => {
      const at = lossAt({ fit: this.fit(), speed });
      return {
        speed: figureText(speed, 'speed', this.system()),
        expected: shareText(at.expected),
        range: `${shareText(at.low)} to ${shareText(at.high)}`,
      };
    }),
  );
  protected readonly limit = computed(() => {
    try {
      return speedForLoss({ fit: this.fit(), share: this.share() });
    } catch (error) {
      if (error instanceof DomainError && error.code === 'NO_SOLUTION') return null;
      throw error;
    }
  });
  protected readonly limitText = computed(() => {
    const limit = this.limit();
    if (limit === null)
      return 'No speed is that kind: at rest already more are expected dead. Too little evidence, or not due to speed.';
    return `${figureText(limit.speed, 'speed', this.system())}${limit.capped ? ' or more' : ''}`;
  });
  protected readonly says = computed(() => {
    const fit = this.fit();
    if (fit.jobs === 0) return 'No job yet: this is the rule of thumb alone, 1 % at 5 m/s, doubling every 2.2 m/s.';
    const few = fit.effectiveBees < FEW_BEES ? ' That is little; the rule of thumb still speaks louder.' : '';
    const doubt = fit.slopeDoubtful
      ? ' Your jobs do not yet show that speed matters.'
      : ' Your jobs show that speed matters.';
    const jobs = fit.jobs === 1 ? 'One job counts' : `${fit.jobs} jobs count`;
    return `${jobs} as ${decimalText(fit.effectiveBees, 0)} independent bees, since bees of one job share their fate.${few}${doubt}`;
  });
  protected readonly answer = computed(() => {
    const limit = this.limit();
    const share = shareText(this.share());
    return limit === null ? `No speed expects ${share} dead` : `${share} dead expected at ${this.limitText()}`;
  });

  constructor() {
    const texts = inject(KeptTexts);
    effect(() => {
      const id = this.id();
      untracked(() => {
        texts.open(`rig-${id}`);
        this.store.open(id);
      });
    });
    undoKeys(this.store);
  }

  protected change({ field, value }: PartChange): void {
    this.store.edit((rig) => withValue(rig, field, value), field);
  }

  protected faults(job: RigJob): readonly Fault[] {
    return job.dead > job.total
      ? [
          {
            field: 'dead',
            sentence: `Dead is ${job.dead}; it can be at most the ${job.total} bees there were. The job is left out.`,
          },
        ]
      : [];
  }

  protected add(): void {
    const last = this.store.readings()?.bee.landing?.worst ?? 5;
    const job: RigJob = {
      id: `j-${crypto.randomUUID().slice(0, 13)}`,
      speed: Math.round(last * 10) / 10,
      dead: 0,
      total: 8000,
    };
    this.store.edit((rig) => ({ ...rig, jobs: [...rig.jobs, job] }));
  }

  protected remove(id: string): void {
    this.store.edit((rig) => without(rig, 'jobs', id));
    this.#toast.show('Job removed', () => {
      this.store.undo();
    });
  }

  protected take(): void {
    const limit = this.limit();
    if (!limit) return;
    const speed = Math.min(L.speed.max, Math.max(L.speed.min, Math.round(limit.speed * 10) / 10));
    this.store.edit((rig) => ({ ...rig, bees: { ...rig.bees, limit: speed } }));
    this.#toast.show(`Landing limit ${figureText(speed, 'speed', this.system())}`, () => {
      this.store.undo();
    });
  }

  protected limitNow(): string {
    const rig = this.store.document();
    return rig ? figureText(rig.bees.limit, 'speed', this.system()) : '';
  }
}
