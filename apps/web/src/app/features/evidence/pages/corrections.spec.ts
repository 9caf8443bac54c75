import { TestbedHarnessEnvironment } from '@angular/cdk/testing/testbed';
import { MatDatepickerInputHarness } from '@angular/material/datepicker/testing';
import { MatSlideToggleHarness } from '@angular/material/slide-toggle/testing';
import { MatTableHarness } from '@angular/material/table/testing';
import { corrections, landingRows, switchedSaid } from '../data/correction-words';
import { correctionsAnswer, windowFault } from '../data/evidence-words';
import { evidence, stays } from '../testing/evidence-harness';
import { EvidenceScreen, SPELLS } from '../testing/evidence-screen-harness';
import { CorrectionsPage } from './corrections-page';

const SCOUTS = {
  looks: 40,
  arrivals: 5,
  earned: true,
  tuned: true,
  table: [{ perMin: 25, rule: 0.34, own: 0.21 }],
};
const told = (more: Parameters<typeof evidence>[1] = {}) => evidence(SPELLS, { scouts: SCOUTS, ...more });
const KEPT = { revision: 3, updatedAt: '2026-05-14T10:00:00Z', deletedAt: null };

describe('what the log corrects', () => {
  const screen = new EvidenceScreen();
  afterEach(() => {
    screen.shut();
  });
  const loader = () => TestbedHarnessEnvironment.loader(screen.fixture);
  const toggle = (label: string) => loader().getHarness(MatSlideToggleHarness.with({ label }));

  it('stands as rule, yours and used, each with its switch', async () => {
    await screen.shown(CorrectionsPage, told());
    expect(screen.text('h1')).toBe('Your log speaks in 1 of 3');
    const table = await loader().getHarness(
      MatTableHarness.with({ selector: '[aria-label="Do scouts foretell a swarm?"]' }),
    );
    expect(await table.getCellTextByIndex()).toEqual([['25', '34 %', '21 %', 'yours']]);
    const uses = [await toggle('Foretell swarms by the log'), await toggle('Judge places by the log')];
    expect(await Promise.all(uses.map((one) => one.isChecked()))).toEqual([true, true]);
  });

  it('is switched by one touch, and kept as what was said', async () => {
    await screen.shown(CorrectionsPage, told());
    await (await toggle('Foretell swarms by the log')).toggle();
    expect(screen.fieldsOf(0)).toEqual([jasmine.objectContaining({ what: 'scouts', use: 'rule' })]);
  });

  it('that was switched before is changed, not said twice', async () => {
    const kept = { ...KEPT, id: 'k', what: 'scouts', use: 'rule' };
    const ruled = told({
      scouts: { ...SCOUTS, tuned: false },
      uses: { scouts: 'rule', lures: 'log', places: 'log' },
    });
    await screen.shown(CorrectionsPage, ruled, { tables: { corrections: [kept] } });
    expect(screen.all()).toContain('You hold to the rule of thumb.');
    await (await toggle('Foretell swarms by the log')).toggle();
    expect(screen.acts[0]?.changes[0]).toEqual(jasmine.objectContaining({ id: 'k', revision: 3 }));
    expect(screen.fieldsOf(0)).toEqual([jasmine.objectContaining({ use: 'log' })]);
  });

  it('of landing stands rig by rig, and leads to its losses', async () => {
    const document = { name: 'Loft rig', bees: { limit: 4.5 }, jobs: [] };
    await screen.shown(CorrectionsPage, told(), { tables: { rigs: [{ id: 'loft', document }] } });
    const table = await loader().getHarness(
      MatTableHarness.with({ selector: '[aria-label="How hard may bees land?"]' }),
    );
    const [row] = await table.getCellTextByIndex();
    expect([row?.[0], row?.[1], row?.[3]]).toEqual(['Loft rig', '4.5 m/s', 'the rule, 4.5 m/s']);
    expect(screen.element.querySelector('a[href="/suction/loft/losses"]')).not.toBeNull();
  });

  it('says of nothing that it was earned in an empty log', async () => {
    await screen.shown(CorrectionsPage, evidence([]));
    expect(screen.text('h1')).toBe('Rules of thumb speak for all of it');
    expect(screen.all()).toContain('No lure was weighed yet.');
    expect(screen.all()).toContain('so far 0.');
  });

  it('says that the records could not be fetched', async () => {
    await screen.shown(CorrectionsPage, null);
    expect(screen.all()).toContain('The records could not be fetched');
  });

  describe('and the days that count', () => {
    const type = async (label: string, text: string): Promise<void> => {
      const box = await loader().getHarness(MatDatepickerInputHarness.with({ selector: `[aria-label="${label}"]` }));
      await box.setValue(text);
      await box.blur();
      await screen.settled();
    };

    it('are the usual ones until somebody says others; both days are then kept', async () => {
      await screen.shown(CorrectionsPage, told());
      expect(screen.all()).toContain('Usual here: 1 Apr to 15 Jul');
      expect(screen.all()).not.toContain('Back to the usual days');
      await type('First day that counts', '1 May 2026');
      expect(screen.fieldsOf(0)).toEqual([jasmine.objectContaining({ fromDay: '05-01', untilDay: '07-15' })]);
    });

    it('that were said go back to the usual ones', async () => {
      const said = { ...KEPT, id: 'w', fromDay: '05-01', untilDay: '06-30', notes: null };
      await screen.shown(CorrectionsPage, told({ window: { from: '05-01', until: '06-30', said: true } }), {
        tables: { windows: [said] },
      });
      await screen.press('Back to the usual days');
      expect(screen.acts[0]?.changes).toEqual([jasmine.objectContaining({ op: 'delete', table: 'windows', id: 'w' })]);
    });

    it('that leave no day are refused in a sentence, and nothing is kept', async () => {
      await screen.shown(CorrectionsPage, told());
      await type('Last day that counts', '1 April 2026');
      expect(screen.text('section [role="alert"]')).toContain('The first and the last day are one');
      expect(screen.acts).toEqual([]);
    });
  });
});

describe('words of what the log corrects', () => {
  const factor = { landmark: 'hedgerow', stays: 9, events: 5, days: 400, rule: 1, own: 1.6, lo: 1.2, hi: 2.1 };
  const places = (earned: boolean, use: 'rule' | 'log' = 'log') =>
    corrections(evidence(stays(2, 0), { uses: { scouts: 'log', lures: 'log', places: use } }), [
      { ...factor, earned },
    ])[2];

  it('of a kind of place tell its range, the catches behind it, and which is used', () => {
    expect(places(true)?.rows).toEqual([
      {
        what: 'Hedgerow',
        rule: '1.00 times',
        yours: '1.60 times, 1.20 to 2.10; 5 catches in 400 days',
        used: 'yours',
      },
    ]);
    expect(places(false)?.rows[0]?.used).toBe('the rule');
    expect(places(true, 'rule')?.rows[0]?.used).toBe('the rule');
  });

  it('of a carrier tell how fast it empties beside the table', () => {
    const lures = [{ carrier: 'swabInBag', multiplier: 1.32, gsd: 1.2, weighings: 2 }];
    const [row] = corrections(evidence([], { lures }), [])[1]?.rows ?? [];
    expect(row?.what).toBe('Swab in a bag');
    expect(row?.yours).toBe('1.32, within 1.20 times, 2 weighings');
    expect(row?.used).toBe('yours');
  });

  it('of a bee vacuum tell the usual limit, that of its jobs or why there is none, and the one that is set', () => {
    const rig = { id: 'loft', name: 'Loft rig', limit: 4.5, jobs: [] };
    expect(landingRows([rig, { ...rig, id: 'own', limit: 5 }], [], 'metric')).toEqual([
      {
        id: 'loft',
        what: 'Loft rig',
        rule: '4.5 m/s',
        yours: 'Fewer than 8 jobs count: the usual limit stays.',
        used: 'the rule, 4.5 m/s',
      },
      jasmine.objectContaining({ id: 'own', used: 'set by you, 5.0 m/s' }),
    ]);
  });

  it('say who speaks, and in how many', () => {
    const all = corrections(evidence([], { scouts: SCOUTS }), []);
    expect(all.map(switchedSaid)).toEqual([
      'The log speaks where it has earned it.',
      'The rule of thumb speaks until the log has earned it.',
      'The rule of thumb speaks until the log has earned it.',
    ]);
    expect(correctionsAnswer(all)).toBe('Your log speaks in 1 of 3');
    expect(correctionsAnswer([])).toBe('What the log corrects');
  });

  it('refuse a day that is not in every year, and one day for both', () => {
    expect(windowFault({ fromDay: '02-29', untilDay: '07-15' })).toContain('29 February is not in every year');
    expect(windowFault({ fromDay: '04-01', untilDay: '04-01' })).toContain('are one');
    expect(windowFault({ fromDay: '10-01', untilDay: '01-15' })).toBeNull();
  });
});
