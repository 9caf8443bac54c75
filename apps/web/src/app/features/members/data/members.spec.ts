import type { GuestViewDto, NetworkDto } from '@yewridge/contract/members';
import { haversine } from '@yewridge/core/ground';
import { guestAnswer, guestMap } from './guest-map';
import { linkAddress, nameFault, othersWait, passphraseFault, secretIn, waitsHere } from './member-words';

const view = (change: Partial<GuestViewDto> = {}): GuestViewDto => ({
  today: '2026-05-14',
  season: 2026,
  hanging: 2,
  catches: 1,
  arrivals: [],
  cells: [],
  ...change,
});
const network = (addresses: readonly string[]): NetworkDto => ({
  open: addresses.length > 0,
  addresses,
  authority: null,
  fault: null,
});

describe('what is said to whoever comes in', () => {
  it('a passphrase is long enough, typed twice alike', () => {
    expect(passphraseFault('11 letters.', '11 letters.')).toContain('11 characters are fewer than 12');
    expect(passphraseFault('12 letters..', '12 letters..')).toBeNull();
    expect(passphraseFault('12 letters..', '12 letters.')).toContain('The two passphrases differ');
    expect([nameFault(' '), nameFault('Ivo')]).toEqual(['Type a name: it stands under what is written.', null]);
    expect([waitsHere(1, 'Ivo'), waitsHere(3, null)]).toEqual([
      '1 thing done by Ivo waits on this device',
      '3 things wait on this device',
    ]);
    expect([othersWait(0, 'Ivo', 'Ada'), othersWait(2, 'Ivo', ' ivo '), othersWait(2, null, 'Ada')]).toEqual([
      null,
      null,
      null,
    ]);
    expect(othersWait(2, 'Ivo', 'Ada')).toContain('would be sent under your name');
  });

  it('a link leads to where phones reach this computer, else to this computer; its secret stands behind the #', () => {
    const door = network(['https://192.168.1.20:8148', 'https://laptop:8148']);
    expect(linkAddress({ role: 'helper' }, 'SECRET', door)).toBe('https://192.168.1.20:8148/join#SECRET');
    expect(linkAddress({ role: 'guest' }, 'SECRET', door)).toBe('https://192.168.1.20:8148/look#SECRET');
    for (const none of [null, network([])])
      expect(linkAddress({ role: 'keeper' }, 'SECRET', none)).toBe(`${location.origin}/join#SECRET`);
  });

  it('what is no secret is not sent as one', () => {
    expect(secretIn('fr4G-H9GEKaKtdZkcvWliDwOF7_cKKATIOsh3yAplTE')).toBe('fr4G-H9GEKaKtdZkcvWliDwOF7_cKKATIOsh3yAplTE');
    for (const none of [null, '', 'short', 'has blanks in it, and is long', 'x'.repeat(101)])
      expect(secretIn(none)).withContext(String(none)).toBeNull();
  });
});

describe('the map of a guest', () => {
  const cells = [
    { lat: 47.41, lon: 13.2, hanging: 1, catches: 2 },
    { lat: 47.4, lon: 13.22, hanging: 0, catches: 9 },
  ];

  it('shows squares where they lie, to one scale in both directions', () => {
    const map = guestMap(view({ cells }))!;
    const [first, second] = map.cells as [(typeof map.cells)[0], (typeof map.cells)[0]];
    const apart = Math.hypot(second.x - first.x, second.y - first.y);
    const real = haversine(cells[0]!, cells[1]!);
    expect(Math.abs(apart - real) / real).toBeLessThan(0.001);
    expect(first.y).toBeLessThan(second.y);
    expect([first.says, second.says]).toEqual([
      '1 trap hangs, 2 catches this season',
      '0 traps hang, 9 catches this season',
    ]);
  });

  it('has a dot a catch, as many as go into a square, each inside it', () => {
    for (const { x, dots } of guestMap(view({ cells }))!.cells)
      for (const dot of dots) expect(Math.abs(dot - x)).toBeLessThan(250 - 34);
    expect(guestMap(view({ cells }))!.cells.map(({ dots }) => dots.length)).toEqual([2, 5]);
  });

  it('is none where no site is placed; the answer is one sentence', () => {
    expect(guestMap(view())).toBeNull();
    expect(guestAnswer(view())).toBe('2 traps hang; 1 swarm was caught in 2026');
    expect(guestAnswer(view({ hanging: 1, catches: 0 }))).toBe('1 trap hangs; no swarm was caught yet in 2026');
  });
});
