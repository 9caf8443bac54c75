import type { EvidenceDto } from '@yewridge/contract/evidence';
import { type EffectAsk, type EvidenceSpell, type Fact, sidesOf } from '@yewridge/core/evidence';
import type { UnitSystem } from '@yewridge/core/shared/units';
import type { Cell, FigureRow } from '../../../shared/layout/figure-table';
import { stayLink } from '../../../shared/routes/paths';
import { dayLong } from '../../../shared/season/season-words';
import { count, endSaid } from './evidence-words';
import { FACT_SAID, factSaid } from './fact-words';

/** Why a stretch does not count; `null` where it does. */
function outWhy(spell: EvidenceSpell, fact: Fact | null, side: string | null): string | null {
  if (spell.season === null) return 'outside the days that count';
  if (spell.days === 0) return 'no day at risk';
  if (fact !== null && spell.facts[fact] === null) return `nobody said: ${FACT_SAID[fact]}`;
  return side === null ? 'on neither side' : null;
}

const stayCell = (of: { readonly trap: string; readonly site: string; readonly deploymentId: string }): Cell => ({
  text: `${of.trap} at ${of.site}`,
  link: stayLink(of.deploymentId),
});

const IN_ORDER = (a: EvidenceSpell, b: EvidenceSpell): number => (a.start < b.start ? -1 : a.start > b.start ? 1 : 0);

/** Every stay behind an answer: on which side, in or out of the count, and how it ended. */
export function rawRows(
  { spells, outside }: EvidenceDto,
  ask: EffectAsk | null,
  system: UnitSystem,
): { readonly inside: readonly FigureRow[]; readonly out: readonly FigureRow[]; readonly sides: boolean } {
  const fact = ask?.fact ?? null;
  const sideOf = ask?.kind === 'sides' ? sidesOf(ask) : null;
  const read = [...spells].sort(IN_ORDER).map((spell) => {
    const side = sideOf ? sideOf(spell) : 'A';
    const name = ask && sideOf && side !== null ? { A: ask.nameA, B: ask.nameB }[side] : '';
    return { spell, side, name, out: outWhy(spell, fact, side) };
  });
  const row = ({ spell, name, out }: (typeof read)[number]): FigureRow => ({
    cells: {
      stay: stayCell(spell),
      from: dayLong(spell.start),
      days: count(spell.days),
      fact: fact === null ? '' : factSaid(spell, fact, system),
      side: name,
      end: endSaid(spell),
      why: out ?? '',
    },
    quiet: out !== null,
  });
  const bySide = [...read].sort((a, b) => (a.side ?? 'Z').localeCompare(b.side ?? 'Z'));
  return {
    sides: sideOf !== null,
    inside: bySide.filter(({ out }) => out === null).map(row),
    out: [
      ...read.filter(({ out }) => out !== null).map(row),
      ...outside.map((stay): FigureRow => ({
        cells: {
          stay: stayCell(stay),
          from: dayLong(stay.hungOn),
          days: '0',
          fact: '',
          side: '',
          end: stay.takenDownOn === null ? 'still hanging' : `taken down on ${dayLong(stay.takenDownOn)}`,
          why: 'hung on no day that counts',
        },
        quiet: true,
      })),
    ],
  };
}
