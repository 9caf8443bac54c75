import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { EvidenceSpell, ExposureSeason } from '@yewridge/core/evidence';
import { addDays, daysBetween } from '@yewridge/core/season';
import { stayLink } from '../../../shared/routes/paths';
import { figureText } from '../../../shared/units/format';
import { UnitChoice } from '../../../shared/units/unit-choice';
import { count, endSaid } from '../data/evidence-words';
import { CLUSTER } from './rod';

const WIDTH = 300;
const ROW = 22;
const BAR = 15;
const MONTHS = new Intl.DateTimeFormat('en-GB', { month: 'short', timeZone: 'UTC' });

/** The stays of one place by year, on one calendar; each leads to its record. */
@Component({
  selector: 'yw-place-years',
  imports: [RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <svg [attr.width]="width" [attr.height]="height()" role="group" [attr.aria-label]="'Stays by year'">
      @for (month of months(); track month.name) {
        <line class="month" y1="0" [attr.x1]="month.x" [attr.x2]="month.x" [attr.y2]="height() - 16" />
        <text class="name" [attr.x]="month.x + 3" [attr.y]="height() - 3">{{ month.name }}</text>
      }
      @for (row of rows(); track row.season; let n = $index) {
        <text class="year" x="0" [attr.y]="n * step + 15">{{ row.season }}</text>
        @for (stay of row.stays; track stay.id) {
          <a [routerLink]="stay.link" [attr.aria-label]="stay.words">
            <title>{{ stay.words }}</title>
            <rect [attr.x]="stay.x" [attr.y]="n * step + 3" [attr.width]="stay.w" [attr.height]="bar" />
            @if (stay.kg !== '') {
              <text class="kg" text-anchor="end" [attr.x]="stay.x + stay.w - 8" [attr.y]="n * step + 15">
                {{ stay.kg }}
              </text>
            }
            @if (stay.caught) {
              <path
                [attr.d]="cluster"
                [attr.transform]="'translate(' + (stay.x + stay.w) + ' ' + (n * step + 10) + ')'"
              />
            }
          </a>
        }
      }
    </svg>
    <ol class="tally">
      @for (row of rows(); track row.season) {
        <li>{{ row.tally }}</li>
      }
    </ol>
  `,
  styleUrl: './place-years.scss',
})
export class PlaceYears {
  readonly #system = inject(UnitChoice).system;
  readonly spells = input.required<readonly EvidenceSpell[]>();
  readonly seasons = input.required<readonly ExposureSeason[]>();

  protected readonly width = WIDTH;
  protected readonly step = ROW;
  protected readonly bar = BAR;
  protected readonly cluster = CLUSTER;
  readonly #years = computed(() => {
    const used = new Set(this.spells().map(({ season }) => season));
    return this.seasons()
      .filter(({ season }) => used.has(season))
      .reverse();
  });
  protected readonly height = computed(() => this.#years().length * ROW + 18);
  readonly #perDay = computed(() => {
    const [first] = this.#years();
    return first ? (WIDTH - 36 - 8) / Math.max(1, daysBetween(first.start, first.end)) : 1;
  });
  protected readonly months = computed(() => {
    const [first] = this.#years();
    if (!first) return [];
    const days = daysBetween(first.start, first.end);
    return Array.from({ length: days }, (_, n) => n)
      .filter((n) => n === 0 || addDays(first.start, n).endsWith('-01'))
      .map((n) => ({ name: MONTHS.format(Date.parse(addDays(first.start, n))), x: 36 + n * this.#perDay() }));
  });
  protected readonly rows = computed(() =>
    this.#years().map(({ season, start }) => {
      const mine = this.spells().filter((spell) => spell.season === season);
      const caught = mine.filter(({ event }) => event === 1).length;
      const days = mine.reduce((sum, one) => sum + one.days, 0);
      return {
        season,
        tally: `${caught} in ${count(days)}`,
        stays: mine.map((spell) => ({
          id: spell.id,
          link: stayLink(spell.deploymentId),
          x: 36 + daysBetween(start, spell.start) * this.#perDay(),
          w: Math.max(2, spell.days * this.#perDay()),
          caught: spell.event === 1,
          kg: spell.massKg === null ? '' : figureText(spell.massKg, 'mass', this.#system()),
          words: `${spell.trap}, ${season}: ${endSaid(spell)}`,
        })),
      };
    }),
  );
}
