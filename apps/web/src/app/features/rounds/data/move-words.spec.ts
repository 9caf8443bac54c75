import type { GroundDto, GroundSiteDto } from '@yewridge/contract/ground';
import type { TodayDto } from '@yewridge/contract/today';
import type { LandmarkFactor } from '@yewridge/core/evidence';
import { hanging } from '../../../shared/season/testing/hanging';
import { moveSaid, nobodyHome } from './move-words';

const TODAY = '2026-05-14';
const site = (id: string, lat: number, more: object = {}, hangs: readonly object[] = []): GroundSiteDto =>
  ({
    site: {
      id,
      name: `At ${id}`,
      lat,
      lon: 13.2,
      permission: 'granted',
      permissionUntil: null,
      landmark: null,
      shade: null,
      waterM: null,
      windExposed: null,
      ...more,
    },
    owner: null,
    hangs,
    stays: [],
  }) as unknown as GroundSiteDto;
const COLONIES = [
  { id: 'west', name: 'West apiary', lat: 47.4, lon: 13.2, swarms: 3 },
] as unknown as GroundDto['colonies'];
const FAR = site('far', 47.44, {}, [{ number: 'V-01' }]);
const season = (left: number): TodayDto['season'] =>
  ({ day: 2, curve: [1 - left, left] }) as unknown as TodayDto['season'];
const TRAP = hanging({ siteId: 'far', hungOn: '2026-04-14' });
const said = (
  sites: readonly GroundSiteDto[],
  left = 0.5,
  colonies = COLONIES,
  factors: readonly LandmarkFactor[] = [],
) => moveSaid(TRAP, { sites, colonies }, { season: season(left), today: TODAY, factors });

describe('a trap nobody comes to', () => {
  it('is one where another lure or another place is due, and no bees are in', () => {
    const due = (code: string, urgency: number) => ({
      ...TRAP.due,
      reasons: [{ code, urgency, tier: 'routine', from: TODAY, to: TODAY, weight: 30 }],
    });
    const home = (code: string, urgency: number, beesIn = false) =>
      nobodyHome({ ...TRAP, beesIn, due: due(code, urgency) as typeof TRAP.due });
    expect([home('changeLure', 30), home('moveTrap', 35), home('changeLure', 0), home('interval', 50)]).toEqual([
      true,
      true,
      false,
      false,
    ]);
    expect(home('moveTrap', 35, true)).toBeFalse();
  });

  it('is moved to the free place that catches most, with both figures and the share still to come', () => {
    const found = said([FAR, site('good', 47.405), site('poor', 47.43)]);
    expect(found?.head).toBe('Move it to At good');
    expect(found?.to).toEqual({ id: 'good', name: 'At good' });
    expect(found?.says).toMatch(
      /^Nobody home in 30 days here\. 50 % of this season’s swarms are still to come: at At good it should catch 0\.\d\d swarms of them, here 0\.0\d swarms\./,
    );
  });

  it('hangs on where nothing better is free, or its yes has ended', () => {
    expect(said([FAR])?.says).toContain('no other place with a yes is free');
    expect(said([FAR, site('good', 47.405, { permissionUntil: '2026-05-13' })])?.head).toBe('Let it hang');
    expect(said([FAR, site('good', 47.405, { permissionUntil: TODAY })])?.head).toBe('Move it to At good');
    expect(said([FAR, site('poor', 47.445)])?.says).toContain('At poor, gains next to nothing');
  });

  it('goes by what the log has earned, and says so', () => {
    const factor = { landmark: 'loneTree', rule: 1.3, own: 0.13, earned: true } as LandmarkFactor;
    const sites = [FAR, site('good', 47.405, { landmark: 'loneTree' }), site('plain', 47.406)];
    expect(said(sites)?.to?.id).toBe('good');
    const corrected = said(sites, 0.5, COLONIES, [factor]);
    expect(corrected?.to?.id).toBe('plain');
    expect(corrected?.says).toContain('by rules of thumb and what your log corrects.');
  });

  it('is left alone late in the season', () => {
    expect(said([FAR, site('good', 47.405)], 0.09)).toEqual({
      head: 'Leave it where it is',
      says: '9 % of this season’s swarms are still to come: too late in the season to bother. Think of another place for the next one.',
      to: null,
    });
  });

  it('is not spoken of where nobody can say: no colony, no clock, no place on the map', () => {
    expect(said([FAR, site('good', 47.405)], 0.5, [])).toBeNull();
    expect(
      moveSaid(TRAP, { sites: [FAR], colonies: COLONIES }, { season: null, today: TODAY, factors: [] }),
    ).toBeNull();
    expect(said([site('far', 47.44, { lat: null })])).toBeNull();
  });
});
