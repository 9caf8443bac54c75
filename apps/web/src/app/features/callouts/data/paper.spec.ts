import type { CallDto } from '@yewridge/contract/callouts';
import { callOut, piece } from '../testing/calls';
import { honeyLabel, honeyLabelPdf } from './honey-label';
import { pastCosts } from './past-costs';

const cut = { kind: 'structure', state: 'closed', stoppedAt: '2026-05-14T19:00:00' } as const;
const job = (
  call: Parameters<typeof callOut>[0] = {},
  taken: NonNullable<Parameters<typeof callOut>[1]>['taken'] = {},
) => callOut({ ...cut, ...call }, { taken, pieces: [piece('honey', 1)] });

describe('the label of a bucket of honey', () => {
  it('says what it is good for, whence it is, and until when it stays apart', () => {
    const label = honeyLabel(job({ place: 'Mill house' }, { broodLook: 'clean' }))!;
    expect(label.head).toBe('May be eaten');
    expect(label.lines[0]).toBe('Honey and comb from Mill house, 14 May 2026.');
    expect(label.lines[1]).toBe('In quarantine until 25 Jun 2026: own tools, own stand.');
    expect(label.lines[2]).toContain('Never for other colonies.');
  });

  it('follows the look at the brood and what was sprayed', () => {
    const head = (call: Parameters<typeof callOut>[0], look: 'clean' | 'doubtful' | 'notDone') =>
      honeyLabel(job(call, { broodLook: look }))!;
    expect(head({}, 'notDone').head).toBe('Only back to these bees');
    expect(head({}, 'doubtful').head).toBe('Not to be used');
    expect(head({}, 'doubtful').lines[1]).toBe('In quarantine until somebody has inspected the colony.');
    expect(head({ poison: 'suspected' }, 'clean').head).toBe('Not to be used');
  });

  it('there is none where no honey was cut, or nobody said when', () => {
    expect(honeyLabel(callOut(cut, { taken: {}, pieces: [piece('brood', 1)] }))).toBeNull();
    expect(honeyLabel(job({ stoppedAt: null, startedAt: null }))).toBeNull();
  });

  it('is a page of 90 by 50 mm', async () => {
    const pdf = await (await honeyLabelPdf(honeyLabel(job())!)).text();
    const [width, height] = /\/MediaBox \[0 0 ([\d.]+) ([\d.]+)\]/.exec(pdf)!.slice(1).map(Number);
    expect((width! / 72) * 25.4).toBeCloseTo(90, 1);
    expect((height! / 72) * 25.4).toBeCloseTo(50, 1);
    expect(pdf).toContain('Only back to these bees');
  });
});

describe('what other jobs took', () => {
  const named = (id: string, call: Parameters<typeof callOut>[0] = {}): CallDto => {
    const one = job(call);
    return { ...one, call: { ...one.call, id } };
  };
  const mine = named('mine');

  it('is the range of what was kept of jobs of this kind, and nothing where nothing was', () => {
    const jobs = [
      mine,
      named('a', { fee: 60, travelKm: 12 }),
      named('b', { fee: 140 }),
      named('c', {}),
      named('d', { kind: 'hangingSwarm', fee: 900 }),
    ];
    expect(pastCosts(jobs, mine)).toBe('Your 2 others of this kind: fee 60 to 140, way 12 km.');
    expect(pastCosts([mine, named('c', {})], mine)).toBeNull();
  });

  it('one job alone is said as one, and its own fee never counts', () => {
    expect(pastCosts([named('mine', { fee: 5 }), named('a', { travelKm: 7.5 })], mine)).toBe(
      'Your other job of this kind: way 7.5 km.',
    );
  });
});
