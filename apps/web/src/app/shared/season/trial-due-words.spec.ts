import type { TrialDueDto } from '@yewridge/contract/rounds';
import { trialDueLine } from './trial-due-words';

const TRAP = { trapId: 't1', number: 'V-01', way: 'old comb', siteId: 'weir', site: 'Old weir', stayId: null };
const OTHER = { ...TRAP, trapId: 't2', number: 'V-02', way: 'no comb', siteId: 'rook', site: 'Rook elm' };
const due = (more: Partial<TrialDueDto> = {}): TrialDueDto => ({
  trialId: 'comb',
  trial: 'Old comb or none',
  block: 1,
  kind: 'hang',
  on: '2026-05-20',
  traps: [TRAP, OTHER],
  partner: null,
  ...more,
});

describe('what a trial asks for, in words', () => {
  it('is both traps of a pair on one day, each with its way', () => {
    expect(trialDueLine(due(), '2026-05-14')).toEqual({
      what: 'Hang V-01 and V-02 on one day',
      where: 'Old weir and Rook elm',
      why: 'V-01: old comb; V-02: no comb. The trial Old comb or none begins on Wed 20 May.',
      when: 'by Wed 20 May',
      query: { trap: 't1', site: 'weir' },
    });
  });

  it('is today, or late, by the day it begins', () => {
    expect(trialDueLine(due({ traps: [TRAP] }), '2026-05-20')).toEqual(
      jasmine.objectContaining({ what: 'Hang V-01', when: 'Today', why: jasmine.stringContaining('begins today') }),
    );
    expect(trialDueLine(due(), '2026-05-21')).toEqual(
      jasmine.objectContaining({ when: 'Late', why: jasmine.stringContaining('began on Wed 20 May') }),
    );
  });

  it('is the other of a pair where one was looked at', () => {
    const look = due({ kind: 'look', on: '2026-05-14', traps: [{ ...TRAP, stayId: 's1' }], partner: 'V-02' });
    expect(trialDueLine(look, '2026-05-14')).toEqual(
      jasmine.objectContaining({
        what: 'Look at V-01 too',
        when: 'Today',
        why: jasmine.stringContaining('V-02 was looked at today'),
      }),
    );
    expect(trialDueLine(look, '2026-05-15').when).toBe('Due');
  });

  it('names no site where none was said', () => {
    const nowhere = due({ traps: [{ ...TRAP, siteId: null, site: null }] });
    expect(trialDueLine(nowhere, '2026-05-14')).toEqual(
      jasmine.objectContaining({ where: 'a place of yours', query: { trap: 't1' } }),
    );
  });
});
