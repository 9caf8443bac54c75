import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { MatSelectModule } from '@angular/material/select';
import { SizeField } from '../../../shared/units/size-field';
import { stepsText } from '../../../shared/units/format';
import { UnitChoice } from '../../../shared/units/unit-choice';
import { EDGE_STEPS_M, type Limits } from '../data/next-asked';
import { hoursText } from '../data/next-words';

const APART_M = [0, 100, 200, 300, 500, 800] as const;
const BUDGETS_S = [3600, 5400, 7200, 10_800, 14_400] as const;
const STOPS_S = [0, 300, 600, 900, 1200] as const;
const NONE = 'none';

/** What a plan keeps to: how many traps, how far apart, how long a round, which permissions, which places. */
@Component({
  selector: 'yw-plan-limits',
  imports: [MatSelectModule, SizeField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <yw-size-field
      label="Traps"
      kind="count"
      bare
      [range]="range"
      [value]="limits().traps"
      (changed)="changed.emit({ traps: $event })"
    />
    <span>traps</span>
    @for (one of choices(); track one.label) {
      <span class="one">
        <span>{{ one.before }}</span>
        <mat-select
          [aria-label]="one.label"
          [value]="one.value"
          panelWidth=""
          (selectionChange)="one.take($event.value)"
        >
          @for (option of one.options; track option.id) {
            <mat-option [value]="option.id">{{ option.name }}</mat-option>
          }
        </mat-select>
      </span>
    }
  `,
  styles: `
    :host {
      display: flex;
      flex-wrap: wrap;
      gap: 4px 14px;
      align-items: center;
      font-size: var(--t-s);
    }
    yw-size-field {
      width: 132px;
    }
    @media (max-width: 720px) {
      yw-size-field {
        width: 220px;
      }
    }
    .one {
      display: inline-flex;
      gap: 4px;
      align-items: center;
      color: var(--ink-2);
    }
    mat-select {
      width: auto;
      min-width: 64px;
      min-height: 28px;
      color: var(--ink);
      font-weight: 600;
      line-height: 28px;
    }
  `,
})
export class PlanLimits {
  readonly limits = input.required<Limits>();
  readonly changed = output<Partial<Limits>>();
  readonly #system = inject(UnitChoice).system;
  protected readonly range = { min: 1, max: 500 };

  protected readonly choices = computed(() => {
    const limits = this.limits();
    const metres = (m: number): string => stepsText(m, this.#system());
    const own = (all: readonly number[], value: number | null): readonly number[] =>
      value === null || all.includes(value) ? all : [...all, value].sort((a, b) => a - b);
    const numbers = (all: readonly number[], value: number | null, name: (n: number) => string) =>
      own(all, value).map((n) => ({ id: String(n), name: name(n) }));
    const read = (id: string): number | null => (id === NONE ? null : Number(id));
    return [
      {
        before: 'at least',
        label: 'How far apart',
        value: String(limits.apartM),
        options: numbers(APART_M, limits.apartM, (m) => (m === 0 ? 'any distance apart' : `${metres(m)} apart`)),
        take: (id: string) => {
          this.changed.emit({ apartM: Number(id) });
        },
      },
      {
        before: 'one round',
        label: 'Time of one round at the traps',
        value: limits.budgetS === null ? NONE : String(limits.budgetS),
        options: [
          { id: NONE, name: 'as long as it takes' },
          ...numbers(BUDGETS_S, limits.budgetS, (s) => `at most ${hoursText(s)}`),
        ],
        take: (id: string) => {
          this.changed.emit({ budgetS: read(id) });
        },
      },
      {
        before: 'the way',
        label: 'Minutes added a stop',
        value: String(limits.stopS),
        options: numbers(STOPS_S, limits.stopS, (s) => (s === 0 ? 'nothing a stop' : `${hoursText(s)} a stop`)),
        take: (id: string) => {
          this.changed.emit({ stopS: Number(id) });
        },
      },
      {
        before: 'places',
        label: 'Which permissions',
        value: limits.permission,
        options: [
          { id: 'noNo', name: 'any without a no' },
          { id: 'granted', name: 'only with a yes that holds' },
        ],
        take: (id: string) => {
          this.changed.emit({ permission: id === 'granted' ? 'granted' : 'noNo' });
        },
      },
      {
        before: 'edges',
        label: 'Places along edges',
        value: limits.edgesM === null ? NONE : String(limits.edgesM),
        options: [{ id: NONE, name: 'none' }, ...numbers(EDGE_STEPS_M, limits.edgesM, (m) => `every ${metres(m)}`)],
        take: (id: string) => {
          this.changed.emit({ edgesM: read(id) });
        },
      },
    ];
  });
}
