import type { HandDto } from '@yewridge/contract/members';
import type { HangingDto } from '@yewridge/contract/rounds';
import type { ActDto, RecordDto } from '@yewridge/contract/season';
import type { IsoDate } from '@yewridge/core/season';
import type { DueGroup } from '../../../shared/season/due-words';
import { changed, made } from '../../../shared/season/records-api';

export type Errand = RecordDto<'errands'>;

/** What one member was given for today, and how far they are. */
export interface Share {
  readonly memberId: string;
  readonly name: string;
  readonly mine: boolean;
  readonly stays: readonly string[];
  readonly done: number;
  readonly note: string | null;
}

/** Shares of a day, one's own first. A stop is done once somebody looked at the trap that day. */
export function sharesOf(
  errands: readonly Errand[],
  traps: readonly Pick<HangingDto, 'deploymentId' | 'lastVisitOn'>[],
  { today, me }: { readonly today: IsoDate; readonly me: string | null },
): readonly Share[] {
  const looked = new Set(traps.flatMap((trap) => (trap.lastVisitOn === today ? [trap.deploymentId] : [])));
  const shares = new Map<string, Share>();
  for (const { on, memberId, memberName, deploymentId, note } of errands) {
    if (on !== today) continue;
    const one = shares.get(memberId) ?? {
      memberId,
      name: memberName,
      mine: memberId === me,
      stays: [],
      done: 0,
      note: null,
    };
    shares.set(memberId, {
      ...one,
      stays: [...one.stays, deploymentId],
      done: one.done + (looked.has(deploymentId) ? 1 : 0),
      note: note ?? one.note,
    });
  }
  return [...shares.values()].sort((a, b) => Number(b.mine) - Number(a.mine) || a.name.localeCompare(b.name));
}

/** `Ivo: 2 of 5 looked at`. */
export function shareWords({ name, mine, stays, done }: Share): string {
  const who = mine ? 'Yours today' : name;
  const all = stays.length === 1 ? '1 trap' : `all ${stays.length}`;
  return done === stays.length ? `${who}: ${all} looked at` : `${who}: ${done} of ${stays.length} looked at`;
}

/** The list with one's own stops first, and whose the others are. */
export function sharedGroups(groups: readonly DueGroup[], shares: readonly Share[]): readonly DueGroup[] {
  const whose = new Map(shares.flatMap((share) => share.stays.map((stay) => [stay, share] as const)));
  if (whose.size === 0) return groups;
  const said = groups.map(({ name, lines }) => ({
    name,
    lines: lines.map((line) => {
      const share = whose.get(line.stayId);
      const given = share && !share.mine ? `Given to ${share.name}.` : '';
      return given === '' ? line : { ...line, also: line.also === '' ? given : `${line.also} ${given}` };
    }),
  }));
  const isMine = (stayId: string): boolean => whose.get(stayId)?.mine === true;
  const mine = said.flatMap(({ lines }) => lines.filter(({ stayId }) => isMine(stayId)));
  const rest = said
    .map(({ name, lines }) => ({ name, lines: lines.filter(({ stayId }) => !isMine(stayId)) }))
    .filter(({ lines }) => lines.length > 0);
  return mine.length === 0 ? rest : [{ name: 'Yours today', lines: mine }, ...rest];
}

/** Traps are given to somebody for a day; one that was another's today becomes theirs. */
export function giveAct(
  stays: readonly string[],
  hand: HandDto,
  { today, note, known }: { readonly today: IsoDate; readonly note: string; readonly known: readonly Errand[] },
): ActDto {
  const said = { memberId: hand.id, memberName: hand.name, note: note.trim() === '' ? null : note.trim() };
  return {
    says: `${stays.length === 1 ? '1 trap' : `${stays.length} traps`} given to ${hand.name} for today`,
    changes: stays.map((deploymentId) => {
      const one = known.find((errand) => errand.on === today && errand.deploymentId === deploymentId);
      return one ? changed('errands', one, said) : made('errands', { on: today, deploymentId, ...said });
    }),
  };
}
