import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import type { EffectRow, Effects } from '@yewridge/core/evidence';
import { WorkingPanel } from '../../../shared/layout/working-panel';
import { rawLink } from '../../../shared/routes/paths';
import type { OfferedAsk } from '../data/standard-asks';
import { catchesSaid, count, many, verdictShort } from '../data/evidence-words';
import { effectWorking } from '../data/evidence-working';
import { RATIO_TICKS, ratioPlace, RatioRange } from './ratio-range';

/** Questions put to the records together: range, verdict, the catches behind it, and what it rests on. */
@Component({
  selector: 'yw-effect-list',
  imports: [MatButtonModule, RatioRange, RouterLink, WorkingPanel],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './effect-list.html',
  styleUrl: './effect-list.scss',
})
export class EffectList {
  readonly effects = input.required<Effects>();
  readonly asked = input.required<readonly OfferedAsk[]>();
  /** Questions that could be asked besides. */
  readonly more = input.required<readonly OfferedAsk[]>();
  readonly working = input(false);
  readonly ask = output<string>();
  readonly dropped = output<string>();

  protected readonly ticks = RATIO_TICKS.map(({ ratio, name }) => ({ name, left: 100 * ratioPlace(ratio) }));
  protected readonly openId = signal<string | null>(null);
  protected readonly rows = computed(() =>
    this.effects().rows.flatMap((row) => {
      const offered = this.asked().find(({ ask }) => ask.id === row.id);
      return offered ? [{ row, offered, ...said(row, offered) }] : [];
    }),
  );
  protected readonly silent = computed(() =>
    this.asked()
      .filter(({ ask }) => this.effects().silent.includes(ask.id))
      .map(({ title }) => title),
  );
  protected readonly foot = computed(() => {
    const { dropped, older, comparisons } = this.effects();
    const oldest =
      older === 0
        ? ''
        : ` The oldest ${many(older, 'stretch', 'stretches')} are left out: one answer takes 2\u202f000.`;
    const left =
      dropped === 0
        ? ''
        : ` ${many(dropped, 'stretch is', 'stretches are')} left out: something asked here was not written down.`;
    return `${many(comparisons, 'question', 'questions')} at once: the more are asked, the more one of them must show before it leans.${left}${oldest}`;
  });
  protected readonly raw = rawLink;
}

function said(row: EffectRow, { ask }: OfferedAsk) {
  const short = verdictShort(row, ask);
  const mark = /^[A-Za-z]+/.exec(short)?.[0] ?? '';
  return {
    behind:
      ask.kind === 'sides'
        ? `${count(row.a.events)} and ${catchesSaid(row.b.events)}`
        : `${catchesSaid(row.a.events)} at all of them`,
    mark,
    rest: short.slice(mark.length),
    leans: row.verdict.code === 'leaning' || row.verdict.code === 'clear',
    working: effectWorking(row, ask),
  };
}
