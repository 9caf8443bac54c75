import { KEPT, LIMITS, place, plan, spot, stance } from '../testing/next-plan';
import { dropAct, keepAct, letGoAct, newSpotAct, reasonAct, spotAct, spotGoneAct, stanceAct } from './next-acts';

const fieldsOf = (changes: readonly object[]): readonly unknown[] =>
  changes.map((change) => ('fields' in change ? change.fields : 'binned'));

describe('what is said of places', () => {
  it('is a pin or a bar of a site; what stood there before is changed', () => {
    const { act, place: at } = stanceAct(place('a'), 'barred', 2027, null);
    expect(at).toBe('a');
    expect(fieldsOf(act.changes)).toEqual([
      { season: 2027, siteId: 'a', spotId: null, stance: 'barred', reason: null },
    ]);
    const again = stanceAct(place('a'), 'barred', 2027, stance('1', 'a')).act;
    expect(again.changes).toEqual([jasmine.objectContaining({ id: '1', only: ['stance'] })]);
  });

  it('makes a spot of a point along an edge before it is pinned', () => {
    const { act, place: at } = stanceAct(place('edge', { kind: 'edge' }), 'pinned', 2027, null);
    const [made, pin] = act.changes;
    expect(made).toEqual(jasmine.objectContaining({ table: 'spots', id: at }));
    expect(fieldsOf(pin ? [pin] : [])).toEqual([jasmine.objectContaining({ spotId: at, siteId: null })]);
  });

  it('tells of a place that is thought of what it is like, and nothing else', () => {
    const { changes } = spotAct(spot('s'), { landmark: 'loneTree' });
    expect(changes).toEqual([jasmine.objectContaining({ id: 's', only: ['landmark'] })]);
    expect(spotAct(spot('s'), { name: 'Old pear' }).says).toBe('Old pear: what it is like');
  });

  it('lets go, gives a reason, and takes one away', () => {
    expect(letGoAct('At a', stance('1', 'a')).changes).toEqual([jasmine.objectContaining({ op: 'delete', id: '1' })]);
    const reason = (text: string) => fieldsOf(reasonAct('At a', stance('1', 'a'), text).changes);
    expect(reason('two people')).toEqual([jasmine.objectContaining({ reason: 'two people' })]);
    expect(reason('')).toEqual([jasmine.objectContaining({ reason: null })]);
  });

  it('thinks of a place, moves a spot, makes one where a site was dropped, and forgets it with its pin', () => {
    const fresh = newSpotAct({ lat: 47.4, lon: 13.2 }, 'Thought of 1');
    expect(fieldsOf(fresh.act.changes)).toEqual([
      jasmine.objectContaining({ name: 'Thought of 1', lat: 47.4, lon: 13.2, landmark: null }),
    ]);
    const to = { lat: 47.5, lon: 13.3 };
    expect(dropAct(place('s', { kind: 'spot' }), to, spot('s'))).toEqual(
      jasmine.objectContaining({ id: 's', act: jasmine.objectContaining({ says: 'Thought s moved' }) }),
    );
    const beside = dropAct(place('a'), to, null);
    expect(fieldsOf(beside.act.changes)).toEqual([jasmine.objectContaining({ name: 'By At a', ...to })]);
    expect(spotGoneAct(spot('s'), stance('1', 's')).changes.length).toBe(2);
  });

  describe('and is kept as a plan', () => {
    const known = (more: Partial<Parameters<typeof keepAct>[1]> = {}): Parameters<typeof keepAct>[1] => ({
      places: [place('a'), place('b', { kind: 'spot' })],
      spots: [spot('b')],
      stances: new Map([['b', stance('1', 'b', { siteId: null, spotId: 'b' })]]),
      placing: null,
      picks: [],
      season: 2027,
      today: '2026-05-14',
      limits: LIMITS,
      ...more,
    });

    it('with a site made of each spot: nobody was asked, its pin goes along, the spot goes', () => {
      const { changes } = keepAct(plan(), known());
      expect(changes.map((change) => `${change.op} ${change.table}`)).toEqual([
        'put placings',
        'put picks',
        'put sites',
        'delete stances',
        'put stances',
        'delete spots',
        'put picks',
      ]);
      const site_ = changes[2];
      expect(fieldsOf(changes)[2]).toEqual(jasmine.objectContaining({ name: 'At b', permission: 'unknown' }));
      expect(fieldsOf(changes)[4]).toEqual(jasmine.objectContaining({ siteId: site_?.id, spotId: null }));
      expect(fieldsOf(changes)[6]).toEqual(jasmine.objectContaining({ siteId: site_?.id, swarms: 0.1 }));
    });

    it('once a season: a later one takes its place, and what it leaves out goes', () => {
      const placing = {
        ...KEPT,
        id: 'p',
        season: 2027,
        keptOn: '2026-05-01',
        traps: 3,
        apartM: 300,
        stopS: 0,
        budgetS: null,
        permission: 'noNo',
        edgesM: null,
        swarms: 1,
        notes: null,
      } as const;
      const pick = (id: string, siteId: string) => ({ ...KEPT, id, placingId: 'p', siteId, swarms: 0.2 });
      const { changes } = keepAct(
        plan({ chosen: [{ id: 'a', swarms: 0.27 }] }),
        known({ placing, picks: [pick('1', 'a'), pick('2', 'old')] }),
      );
      expect(changes.map(({ op, table, id }) => `${op} ${table} ${id}`)).toEqual([
        'put placings p',
        'put picks 1',
        'delete picks 2',
      ]);
      expect(fieldsOf(changes)[0]).toEqual(jasmine.objectContaining({ traps: 2, apartM: 200, keptOn: '2026-05-14' }));
    });
  });
});
