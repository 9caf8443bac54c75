/** All that the records hold for Evidence: every stretch at risk with what is known of it, and what does not count, and why. */
import { assessDesign } from '../bench/index.js';
import { tellsOfSeason } from '../catches/index.js';
import {
  type EvidenceSpell,
  type ExposureSeason,
  type ExposureWindow,
  trapSpells,
  USUAL_WINDOW,
} from '../evidence/index.js';
import { type IsoDate, seasonDay, sizeTrend } from '../season/index.js';
import type { Corrected, CorrectionUse } from '../evidence/words.js';
import { groupedBy } from '../shared/groups/index.js';
import type { BaitLine, CatchLine, FieldNow, StayLine, TrapLine } from './lines.js';
import type { Learnt } from './lures.js';
import type { LearntScouts } from './scouts-learnt.js';
import { type SeasonSheet, scoutsTable } from './season-sheet.js';
import { seasonsOf, type SummaryRows } from './summary.js';

export interface EvidenceSources extends Pick<SummaryRows, 'stays' | 'emptyLooks' | 'catches' | 'window'> {
  readonly traps: readonly TrapLine[];
  readonly baits: readonly BaitLine[];
  readonly scouts: LearntScouts;
  /** What weighings told of each carrier, in use or not. */
  readonly learnt: ReadonlyMap<string, Learnt>;
  /** Which speaks where the log has earned a word. */
  readonly uses: Readonly<Record<Corrected, CorrectionUse>>;
}
/** A stay that hung on no day that counts. */
export interface OutsideStay {
  readonly deploymentId: string;
  readonly siteId: string;
  readonly site: string;
  readonly trap: string;
  readonly hungOn: IsoDate;
  readonly takenDownOn: IsoDate | null;
}
export interface EvidenceRecords {
  readonly today: IsoDate;
  readonly window: ExposureWindow & { readonly said: boolean };
  readonly seasons: readonly ExposureSeason[];
  readonly spells: readonly EvidenceSpell[];
  readonly outside: readonly OutsideStay[];
  /** Different traps that hung this season: what a keeper has to find out with. */
  readonly trapsNow: number;
  /** Swarms that came into traps, by the day of the season, with the mass somebody told. */
  readonly sizes: {
    readonly points: readonly {
      readonly id: string;
      readonly date: IsoDate;
      readonly day: number;
      readonly massKg: number;
    }[];
    readonly trend: ReturnType<typeof sizeTrend>;
  };
  /** As the season's own page has them. */
  readonly scouts: SeasonSheet['scouts'];
  /** What weighings told of carriers: how fast each empties beside the rule of thumb. */
  readonly lures: readonly (Learnt & { readonly carrier: string })[];
  readonly uses: EvidenceSources['uses'];
}

/** A site that earned that name by catching says nothing of why it caught. */
const CIRCULAR = 'lastCatchSite';
const NO_LURE = 'none';
const MOST_SIZES = 2000;

/** Room and door of a trap as it was built; nothing where its design cannot be read. */
function roomOf(trap: TrapLine | undefined): { readonly volumeM3: number | null; readonly entranceM2: number | null } {
  const assessed = trap ? assessDesign(trap.asBuilt) : null;
  if (!assessed?.ok) return { volumeM3: null, entranceM2: null };
  return { volumeM3: assessed.readings.room.net, entranceM2: assessed.readings.door.area };
}

/** What was put into a stay, each scent with its carrier once; `none` where no lure was written. */
function lureOf(baits: readonly BaitLine[]): string {
  const each = new Set(baits.map(({ carrier, substance }) => `${substance}/${carrier}`));
  return each.size === 0 ? NO_LURE : [...each].sort().join('+');
}

export function evidenceRecords(rows: EvidenceSources, now: FieldNow): EvidenceRecords {
  const { stays } = rows;
  const seasons = seasonsOf(stays, rows.window, now);
  const inTraps = rows.catches.flatMap(({ deploymentId, ...rest }) =>
    deploymentId === null ? [] : [{ ...rest, deploymentId }],
  );
  const spells =
    stays.length === 0
      ? []
      : trapSpells({ deployments: stays, visits: rows.emptyLooks, catches: inTraps }, { asOf: now.today, seasons });
  const stayOf = new Map(stays.map((stay) => [stay.id, stay]));
  const trapOf = new Map(rows.traps.map((trap) => [trap.id, { ...trap, ...roomOf(trap) }]));
  const baitsOf = groupedBy(rows.baits, ({ deploymentId }) => deploymentId);
  const massOf = new Map(inTraps.map(({ deploymentId, massKg }) => [deploymentId, massKg]));
  const known = spells.flatMap((spell): EvidenceSpell[] => {
    const stay = stayOf.get(spell.deploymentId);
    if (!stay) return [];
    const trap = trapOf.get(stay.trapId);
    return [
      {
        ...spell,
        site: stay.site,
        trap: trap?.number ?? '',
        massKg: spell.event === 1 ? (massOf.get(stay.id) ?? null) : null,
        facts: {
          site: stay.siteId,
          trap: stay.trapId,
          landmark: stay.landmark === CIRCULAR ? null : stay.landmark,
          shade: stay.shade,
          comb: stay.comb,
          lure: lureOf(baitsOf.get(stay.id) ?? []),
          heightM: stay.heightM,
          facingDeg: stay.facingDeg,
          volumeM3: trap?.volumeM3 ?? null,
          entranceM2: trap?.entranceM2 ?? null,
        },
      },
    ];
  });
  const counts = new Set(known.map(({ deploymentId }) => deploymentId));
  const latest = seasons.at(-1)?.season;
  return {
    today: now.today,
    window: { ...(rows.window ?? USUAL_WINDOW[now.hemisphere]), said: rows.window !== null },
    seasons,
    spells: known,
    outside: stays
      .filter(({ id, hungOn }) => !counts.has(id) && hungOn <= now.today)
      .map((stay) => outside(stay, trapOf.get(stay.trapId)?.number ?? '')),
    trapsNow: new Set(known.flatMap(({ season, trapId }) => (season === latest ? [trapId] : []))).size,
    sizes: sizesOf(rows.catches, now),
    scouts: scoutsTable(rows.scouts),
    lures: [...rows.learnt].map(([carrier, of]) => ({ carrier, ...of })),
    uses: rows.uses,
  };
}

const outside = ({ id, siteId, site, hungOn, takenDownOn }: StayLine, trap: string): OutsideStay => ({
  deploymentId: id,
  siteId,
  site,
  trap,
  hungOn,
  takenDownOn,
});

function sizesOf(catches: readonly CatchLine[], { hemisphere }: FieldNow): EvidenceRecords['sizes'] {
  const points = catches.flatMap(({ id, massKg, method, arrivedOn, foundOn }) => {
    if (massKg === null || !tellsOfSeason(method)) return [];
    const date = arrivedOn ?? foundOn;
    return [{ id, date, day: seasonDay(date, hemisphere).day, massKg }];
  });
  // All pairs are compared: of more, the latest.
  const latest = [...points].sort((a, b) => (a.date < b.date ? -1 : a.date > b.date ? 1 : 0)).slice(-MOST_SIZES);
  return { points: latest, trend: sizeTrend(latest) };
}
