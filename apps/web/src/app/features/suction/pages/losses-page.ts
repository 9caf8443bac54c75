import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal, untracked } from '@angular/core';
import { RouterLink } from '@angular/router';
import { MatCheckboxModule } from '@angular/material/checkbox';
import { ownLimit } from '@yewridge/core/callouts';
import { fitLoss, lossAt, RIG_LIMITS } from '@yewridge/core/suction';
import type { EChartsCoreOption } from 'echarts/core';
import { CallStore } from '../../../shared/calls/call-store';
import { Chart } from '../../../shared/charts/chart';
import type { ChartTheme } from '../../../shared/charts/chart-theme';
import { undoKeys } from '../../../shared/documents/undo-keys';
import { withValue } from '../../../shared/documents/value-at';
import { ChoiceLine } from '../../../shared/fields/choice-line';
import type { Field, PartChange } from '../../../shared/fields/field';
import { FieldList } from '../../../shared/fields/field-list';
import { DayField } from '../../../shared/fields/day-field';
import { KeptTexts } from '../../../shared/kept/kept-texts';
import { FigureTable } from '../../../shared/layout/figure-table';
import { callLink } from '../../../shared/routes/paths';
import { dayLong } from '../../../shared/season/season-words';
import { UndoToast } from '../../../shared/layout/undo-toast';
import { decimalText, figureText, shareText } from '../../../shared/units/format';
import { UnitChoice } from '../../../shared/units/unit-choice';
import { lossesChart, lossesSays } from '../data/losses-chart';
import { callJobs, callJobSaid } from '../../../shared/calls/call-jobs';
import { BEES_BY_NAMES, FIELD_LIMITS, judgedJob, LIMIT_WORDS } from '../../../shared/calls/own-jobs';
import { without } from '../data/rig-edits';
import { RigStore } from '../data/rig-store';
import { RigFrame } from '../ui/rig-frame';
import { Segments } from '../../../shared/fields/segments';

const L = RIG_LIMITS;
const JOB_FIELDS: readonly Field[] = [
  { path: 'speed', label: 'They landed at', kind: 'speed', range: L.jobSpeed, otherwise: null },
  { path: 'dead', label: 'Dead', kind: 'count', range: { min: 0, max: L.jobBees.max }, otherwise: null },
  { path: 'total', label: 'Of bees in all', kind: 'count', range: L.jobBees, otherwise: null },
];
const SPEEDS = [0, 3, 4.5, 6, 7.5, 9];
const FEW_BEES = 150;

/** Dead bees of past jobs against the speed they landed with, and the keeper's own limit. */
@Component({
  selector: 'yw-losses-page',
  imports: [RouterLink, FigureTable, Segments, MatCheckboxModule, RigFrame, FieldList, ChoiceLine, DayField, Chart],
  providers: [RigStore, KeptTexts],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './losses-page.html',
  styleUrls: ['./side-page.scss', './losses-page.scss'],
})
export class LossesPage {
  readonly id = input.required<string>();
  readonly store = inject(RigStore);
  protected readonly system = inject(UnitChoice).system;
  protected readonly jobFields = JOB_FIELDS;
  protected readonly beesBy = BEES_BY_NAMES;
  /** Share dead that the keeper accepts. */
  protected readonly share = signal(0.02);
  protected readonly shares = [0.01, 0.02, 0.05].map((value) => ({ id: `${value}`, name: `${shareText(value)} dead` }));
  readonly #toast = inject(UndoToast);

  protected readonly columns = [
    { id: 'speed', name: 'landing at' },
    { id: 'expected', name: 'dead expected', figure: true },
    { id: 'range', name: '9 in 10 lie in', figure: true },
  ];
  readonly #calls = inject(CallStore).calls;
  /** Jobs that call-outs with this rig have written themselves. */
  protected readonly fromCalls = computed(() =>
    callJobs(this.#calls() ?? [], this.id()).map((job) => ({
      ...job,
      link: callLink(job.id),
      when: dayLong(job.day),
      says: callJobSaid(job, this.system()),
    })),
  );
  readonly #counted = computed(() => [...this.store.counted(), ...this.fromCalls().flatMap(({ row }) => row ?? [])]);
  protected readonly fit = computed(() => fitLoss({ jobs: this.#counted(), speedKind: 'arrival' }));
  /** Only jobs that count: the curve is fitted to these. */
  readonly #dots = computed(() => this.#counted().map(({ speed, dead, total }) => ({ speed, share: dead / total })));
  readonly #limitSet = computed(() => this.store.document()?.bees.limit ?? 0);
  protected readonly chartSays = computed(() => lossesSays(this.#dots(), this.#limitSet(), this.system()));
  protected readonly chart = computed(() => {
    const asked = { fit: this.fit(), dots: this.#dots(), limit: this.#limitSet() };
    const system = this.system();
    return (theme: ChartTheme): EChartsCoreOption => lossesChart(asked, system, theme);
  });
  protected readonly rows = computed(() =>
    SPEEDS.map((speed) => {
      const at = lossAt({ fit: this.fit(), speed });
      return {
        cells: {
          speed: figureText(speed, 'speed', this.system()),
          expected: shareText(at.expected),
          range: `${shareText(at.low)} to ${shareText(at.high)}`,
        },
      };
    }),
  );
  protected readonly judged = computed(() => (this.store.document()?.jobs ?? []).map(judgedJob));
  protected readonly limit = computed(() =>
    ownLimit({ rows: this.#counted(), fieldLimits: FIELD_LIMITS, share: this.share() }),
  );
  protected readonly why = computed(() => LIMIT_WORDS[this.limit().reason]);
  protected readonly limitText = computed(() => figureText(this.limit().limit, 'speed', this.system()));
  protected readonly says = computed(() => {
    const fit = this.fit();
    if (fit.jobs === 0) return 'No job yet: this is the rule of thumb alone, 1 % at 5 m/s, doubling every 2.2 m/s.';
    const few = fit.effectiveBees < FEW_BEES ? ' That is little: the rule of thumb still counts for more.' : '';
    const doubt = fit.slopeDoubtful
      ? ' Your jobs do not yet show that speed matters.'
      : ' Your jobs show that speed matters.';
    const jobs = fit.jobs === 1 ? 'One job counts' : `${fit.jobs} jobs count`;
    return `${jobs} for as much as ${decimalText(fit.effectiveBees, 0)} bees would alone, since all bees of a job share its luck.${few}${doubt}`;
  });
  protected readonly answer = computed(() => {
    const { jobs, moved } = this.limit();
    const count = jobs === 1 ? '1 job counts' : `${jobs} jobs count`;
    return moved ? `${count}: land at ${this.limitText()} at most` : `${count}: the usual ${this.limitText()} stays`;
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

  /** A job nobody has told anything of yet. */
  protected add(): void {
    this.store.edit((rig) => ({ ...rig, jobs: [...rig.jobs, { id: `j-${crypto.randomUUID().slice(0, 13)}` }] }));
  }

  /** How fast they land by the rig as it is set now: a proposal. */
  protected readonly now = computed(() => {
    const worst = this.store.readings()?.bee.landing?.worst;
    return worst === undefined ? null : Math.round(worst * 10) / 10;
  });
  protected nowText(speed: number): string {
    return figureText(speed, 'speed', this.system());
  }

  protected remove(id: string): void {
    this.store.edit((rig) => without(rig, 'jobs', id));
    this.#toast.show('Job removed', () => {
      this.store.undo();
    });
  }

  protected take(): void {
    const { limit } = this.limit();
    // Down, never up: rounding must not pass the limit.
    const speed = Math.min(L.speed.max, Math.max(L.speed.min, Math.floor(limit * 10) / 10));
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
