import type { RecordDto } from '@yewridge/contract/season';
import { bloomAnomaly, dateOfSeasonDay, type Hemisphere, type IsoDate, seasonDay } from '@yewridge/core/season';
import { monthDay } from '../../../shared/season/season-words';

type Bloom = Pick<RecordDto<'phenology'>, 'id' | 'species' | 'stage' | 'on'>;

export const STAGE_NAMES = { firstBloom: 'first bloom', fullBloom: 'full bloom', endBloom: 'end of bloom' } as const;

export interface BloomRow {
  readonly species: string;
  readonly stage: Bloom['stage'];
  readonly name: string;
  /** What is known of it: this year's day against the others, or when it usually is. */
  readonly says: string;
  /** Its record of this season, if there is one. */
  readonly id: string | null;
}

/** Days on either side of its usual day in which a bloom is asked for. */
const ASKED_DAYS = 28;
const MOST_ROWS = 6;

/** Blooms of other years that are due about now, and what this season has shown. */
export function bloomRows(blooms: readonly Bloom[], today: IsoDate, half: Hemisphere): readonly BloomRow[] {
  const now = seasonDay(today, half);
  const groups = new Map<string, Bloom[]>();
  for (const bloom of blooms) {
    const key = `${bloom.species.toLocaleLowerCase()} ${bloom.stage}`;
    groups.set(key, [...(groups.get(key) ?? []), bloom]);
  }
  const rows = [...groups.values()].flatMap((all) => {
    const [any] = all;
    if (!any) return [];
    const dated = all.map(({ id, on }) => ({ id, on, ...seasonDay(on, half) })).sort((a, b) => (a.on < b.on ? -1 : 1));
    const mine = dated.find(({ season }) => season === now.season) ?? null;
    const others = dated.filter(({ season }) => season < now.season);
    const mean = others.length === 0 ? null : others.reduce((sum, { day }) => sum + day, 0) / others.length;
    const away = mean === null ? 0 : Math.abs(mean - now.day);
    if (!mine && (mean === null || away > ASKED_DAYS)) return [];
    const anomaly = mine ? bloomAnomaly([mine, ...others], now.season) : null;
    return [
      {
        species: any.species,
        stage: any.stage,
        name: `${any.species}, ${STAGE_NAMES[any.stage]}`,
        says: mine ? `${monthDay(mine.on)}${lagWords(anomaly?.mean ?? null)}` : usualWords(mean, now.season, half),
        id: mine?.id ?? null,
        away: mine ? Math.abs(mine.day - now.day) : away,
      },
    ];
  });
  return rows
    .sort((a, b) => a.away - b.away || (a.name < b.name ? -1 : 1))
    .slice(0, MOST_ROWS)
    .map(({ away: _away, ...row }) => row);
}

function lagWords(days: number | null): string {
  if (days === null) return ', the first year it is noted';
  const whole = Math.round(Math.abs(days));
  if (whole === 0) return ', as in other years';
  return `, ${whole} ${whole === 1 ? 'day' : 'days'} ${days > 0 ? 'late' : 'early'}`;
}

const usualWords = (mean: number | null, season: number, half: Hemisphere): string =>
  mean === null ? '' : `usually ${monthDay(dateOfSeasonDay(season, half, mean))}`;
