import type { HangingDto } from '@yewridge/contract/rounds';
import { TRAP_CONDITIONS, type TrapDto } from '@yewridge/contract/stores';
import { assessDesign } from '@yewridge/core/bench';
import type { UnitSystem } from '@yewridge/core/shared/units';
import { trapLink } from '../../../shared/routes/paths';
import { figureText } from '../../../shared/units/format';
import { CONDITION_NAMES, trapLines } from './trap-words';

/** A built trap as a line of the list, and what it is sorted by. */
export interface TrapRow {
  readonly id: string;
  readonly link: readonly string[];
  /** What a search looks in. */
  readonly sought: string;
  readonly number: string;
  readonly design: string;
  readonly gross: string;
  readonly mass: string;
  readonly combs: string;
  readonly state: string;
  readonly where: { readonly icon: 'ground' | 'look' | 'good'; readonly says: string };
  readonly by: Readonly<Record<string, number | string | null>>;
}

/** Where it is, or what keeps it here. */
function whereOf(trap: TrapDto, today: string, hanging: HangingDto | undefined): TrapRow['where'] {
  if (hanging) return { icon: 'ground', says: `${hanging.beesIn ? 'bees in, at' : 'hangs at'} ${hanging.site}` };
  const look = trapLines(trap.document, today).find(({ level }) => level === 'look');
  return look ? { icon: 'look', says: look.sentence } : { icon: 'good', says: 'can go out' };
}

export function trapRow(
  trap: TrapDto,
  how: {
    readonly today: string;
    readonly system: UnitSystem;
    readonly hanging: ReadonlyMap<string, HangingDto>;
  },
): TrapRow {
  const { document } = trap;
  const assessment = assessDesign(document.asBuilt);
  const gross = assessment.ok ? assessment.readings.room.gross : null;
  const where = whereOf(trap, how.today, how.hanging.get(trap.id));
  const design = `${document.asBuilt.name}, version ${trap.designVersion}`;
  return {
    id: trap.id,
    link: trapLink(trap.id),
    sought: `${document.number} ${document.asBuilt.name}`.toLocaleLowerCase(),
    number: document.number,
    design,
    gross: gross === null ? 'sizes do not fit' : figureText(gross, 'volume', how.system),
    mass: document.massKg === null ? 'not weighed' : figureText(document.massKg, 'mass', how.system),
    combs: document.darkCombs === 0 ? 'none' : `${document.darkCombs}`,
    state: CONDITION_NAMES[document.condition],
    where,
    by: {
      number: document.number,
      design,
      gross,
      mass: document.massKg,
      combs: document.darkCombs,
      state: TRAP_CONDITIONS.indexOf(document.condition),
      where: `${where.icon === 'good' ? 0 : where.icon === 'look' ? 1 : 2} ${where.says}`,
    },
  };
}

const NAMES = new Intl.Collator('en-GB', { numeric: true });

/** Sorted by one column; what it does not tell of comes last either way, and equal ones by their numbers. */
export function inOrder(
  rows: readonly TrapRow[],
  { active, direction }: { readonly active: string; readonly direction: 'asc' | 'desc' | '' },
): readonly TrapRow[] {
  const way = direction === 'desc' ? -1 : 1;
  return [...rows].sort((a, b) => {
    const [one, other] = [a.by[active] ?? null, b.by[active] ?? null];
    if (one === null || other === null)
      return Number(one === null) - Number(other === null) || NAMES.compare(a.number, b.number);
    const order =
      typeof one === 'number' && typeof other === 'number' ? one - other : NAMES.compare(`${one}`, `${other}`);
    return way * order || NAMES.compare(a.number, b.number);
  });
}
