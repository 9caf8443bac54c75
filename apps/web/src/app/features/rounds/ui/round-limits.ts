import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { HourField } from '../../../shared/fields/hour-field';
import { type Option, PickList } from '../../../shared/fields/pick';
import { dayShort } from '../../../shared/season/season-words';
import { figureText } from '../../../shared/units/format';
import { UnitChoice } from '../../../shared/units/unit-choice';
import type { Asked, StartPlace } from '../data/round-asked';
import { spanText } from '../data/round-words';

const NONE = 'none';
const LADDERS_M = [0, 2, 3, 4, 5, 6, 8, 10] as const;
const STOPS_S = [0, 120, 300, 600] as const;
const BOXES = [0, 1, 2, 3, 4, 6] as const;

/** What a round keeps to: which day, from where, when, until when, who, and what is in the car. */
@Component({
  selector: 'yw-round-limits',
  imports: [HourField, PickList],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <label
      ><span>Day</span><yw-pick label="Day" [options]="dayOptions()" [value]="day()" (chosen)="went.emit($event)"
    /></label>
    <label
      ><span>Set out from</span
      ><yw-pick label="Set out from" [options]="places()" [value]="asked().fromName" (chosen)="from($event)"
    /></label>
    <label
      ><span>Leave at</span
      ><yw-hour label="Leave at" needed [value]="asked().leaveAt" (given)="changed.emit({ leaveAt: $event })"
    /></label>
    <label
      ><span>Home by</span
      ><yw-hour label="Home by" [value]="asked().backBy ?? ''" (given)="changed.emit({ backBy: $event || null })"
    /></label>
    @for (one of choices(); track one.label) {
      <label
        ><span>{{ one.label }}</span
        ><yw-pick [label]="one.label" [options]="one.options" [value]="one.value" (chosen)="one.take($event)"
      /></label>
    }
  `,
  styles: `
    :host {
      display: grid;
      grid-template-columns: repeat(auto-fill, minmax(136px, 1fr));
      gap: 6px 12px;
    }
    label {
      min-width: 0;
    }
    label span {
      display: block;
      color: var(--ink-2);
      font-size: var(--t-xs);
    }
    @media (max-width: 720px) {
      :host {
        grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
      }
    }
  `,
})
export class RoundLimits {
  readonly asked = input.required<Asked>();
  readonly day = input.required<string>();
  readonly days = input.required<readonly string[]>();
  readonly starts = input.required<readonly StartPlace[]>();
  readonly changed = output<Partial<Asked>>();
  readonly went = output<string>();
  readonly #system = inject(UnitChoice).system;

  protected readonly dayOptions = computed(() =>
    this.days().map((id, n) => ({ id, name: n === 0 ? 'Today' : n === 1 ? 'Tomorrow' : dayShort(id) })),
  );
  protected readonly places = computed((): readonly Option[] => {
    const names = this.starts().map(({ name }) => name);
    const { fromName } = this.asked();
    return [...new Set([...(names.includes(fromName) ? [] : [fromName]), ...names])].map((name) => ({
      id: name,
      name,
    }));
  });
  protected readonly choices = computed(() => {
    const { homeAgain, people, ladderM, boxes, stopS } = this.asked();
    const numbers = (all: readonly number[], own: number | null, name: (n: number) => string): readonly Option[] =>
      [...new Set([...all, ...(own === null ? [] : [own])])]
        .sort((a, b) => a - b)
        .map((n) => ({ id: String(n), name: name(n) }));
    const metres = (m: number): string => figureText(m, 'height', this.#system());
    const read = (id: string): number | null => (id === NONE ? null : Number(id));
    return [
      {
        label: 'At the end',
        value: homeAgain ? 'home' : 'last',
        options: [
          { id: 'home', name: 'home again' },
          { id: 'last', name: 'at the last stop' },
        ],
        take: (id: string) => {
          this.changed.emit({ homeAgain: id === 'home' });
        },
      },
      {
        label: 'Who drives',
        value: String(people),
        options: [
          { id: '1', name: 'one car' },
          { id: '2', name: 'two cars, two rounds' },
        ],
        take: (id: string) => {
          this.changed.emit({ people: Number(id) });
        },
      },
      {
        label: 'Ladder in the car',
        value: ladderM === null ? NONE : String(ladderM),
        options: [
          { id: NONE, name: 'long enough' },
          ...numbers(LADDERS_M, ladderM, (m) => (m === 0 ? 'no ladder' : `reaches ${metres(m)}`)),
        ],
        take: (id: string) => {
          this.changed.emit({ ladderM: read(id) });
        },
      },
      {
        label: 'Boxes of bees it takes',
        value: boxes === null ? NONE : String(boxes),
        options: [{ id: NONE, name: 'room enough' }, ...numbers(BOXES, boxes, (n) => (n === 0 ? 'none' : String(n)))],
        take: (id: string) => {
          this.changed.emit({ boxes: read(id) });
        },
      },
      {
        label: 'Added a stop',
        value: String(stopS ?? 0),
        options: numbers(STOPS_S, stopS, (s) => (s === 0 ? 'nothing' : spanText(s))),
        take: (id: string) => {
          this.changed.emit({ stopS: Number(id) });
        },
      },
    ];
  });

  protected from(name: string): void {
    const place = this.starts().find((one) => one.name === name);
    if (place) this.changed.emit({ fromName: place.name, fromLat: place.lat, fromLon: place.lon });
  }
}
