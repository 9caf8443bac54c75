import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { ExposureSeason, PlaceGroup, PlaceRow, Places } from '@yewridge/core/evidence';
import { siteLink } from '../../../shared/routes/paths';
import { decimalText, shareText } from '../../../shared/units/format';
import { catchesSaid, count } from '../data/evidence-words';
import { PlaceYears } from './place-years';
import { RANGE_PX, rateAt, RateRange, rateScale } from './rate-range';
import { Rod } from './rod';

const ROD_PX = 300;
const PX_A_DAY = 0.78;
const SMALL = 0.005;

interface Row {
  readonly place: PlaceRow;
  readonly tally: string;
  /** The whole row for whoever hears it. */
  readonly words: string;
  readonly facts: string;
  readonly chance: string;
  readonly came: string;
}
interface Group {
  readonly name: string | null;
  readonly group: PlaceGroup;
  readonly tally: string;
  readonly rows: readonly Row[];
}

/** Places with their days at risk, catches and ranges; a row opens on its stays. */
@Component({
  selector: 'yw-place-table',
  imports: [PlaceYears, RateRange, Rod, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './place-table.html',
  styleUrl: './place-table.scss',
})
export class PlaceTable {
  readonly places = input.required<Places>();
  readonly seasons = input.required<readonly ExposureSeason[]>();
  readonly nameA = input<string | null>(null);
  readonly nameB = input<string | null>(null);
  readonly open = input<string | null>(null);
  readonly opened = output<string | null>();

  protected readonly rodPx = ROD_PX;
  protected readonly siteLink = siteLink;
  protected readonly perDay = computed(() => {
    const most = Math.max(1, ...this.places().groups.flatMap(({ places }) => places.map(({ days }) => days)));
    return Math.min(PX_A_DAY, (ROD_PX - 30) / most);
  });
  protected readonly scale = computed(() =>
    rateScale(this.places().groups.flatMap(({ rate, places }) => [rate, ...places.map((place) => place.rate)])),
  );
  protected readonly tickAt = computed(() =>
    this.scale().ticks.map((tick) => ({
      name: decimalText(tick, 2, true),
      left: 100 * rateAt(tick, this.scale(), RANGE_PX),
    })),
  );
  protected readonly groups = computed<readonly Group[]>(() => {
    const names = { A: this.nameA(), B: this.nameB(), neither: 'in neither group', all: null } as const;
    return this.places().groups.map((group) => ({
      name: names[group.side],
      group,
      tally: tally(group),
      rows: group.places.map(rowOf),
    }));
  });
  protected toggle(id: string): void {
    this.opened.emit(this.open() === id ? null : id);
  }
}

const tally = ({ events, days }: { readonly events: number; readonly days: number }): string =>
  `${count(events)} in ${count(days)}`;

function rowOf(place: PlaceRow): Row {
  const { rate, events, days, site } = place;
  const range = `${decimalText(rate.lo100, 1)} to ${decimalText(rate.hi100, 1)}`;
  return {
    place,
    tally: tally(place),
    words: `${site}: ${catchesSaid(events)} in ${count(days)} trap-days, ${decimalText(rate.per100, 1)} in 100, ${range} (9 times in 10)${place.hardly ? '; hung too short to count for much' : ''}`,
    facts: [...new Set(place.spells.map(({ trap }) => trap))].join(', '),
    chance: shareText(Math.max(SMALL, rate.pAtLeastOne)),
    came: cameSaid(place),
  };
}

/** `Bees came after 22, 31 and 35 days; two stays stood empty.` */
function cameSaid({ spells }: PlaceRow): string {
  const came = spells.filter(({ event }) => event === 1).map(({ days }) => count(days));
  const empty = spells.length - came.length;
  const stood = empty === 0 ? '' : `${empty} ${empty === 1 ? 'stay' : 'stays'} stood empty.`;
  if (came.length === 0) return stood;
  const list = came.length === 1 ? came[0] : `${came.slice(0, -1).join(', ')} and ${came.at(-1) ?? ''}`;
  return `Bees came after ${list ?? ''} ${came.at(-1) === '1' && came.length === 1 ? 'day' : 'days'}. ${stood}`;
}
