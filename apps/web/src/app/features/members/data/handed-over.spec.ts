import { made } from '../../../shared/season/records-api';
import { handedOver, readHandedOver } from './handed-over';

const look = { says: 'V-07: a few', changes: [made('visits', { deploymentId: 'd', at: '2026-05-14T18:20' })] };
const ACTS = [
  { id: 'a1', at: '2026-05-14T16:20:00.000Z', act: look },
  { id: 'a2', at: null, act: look },
];

describe('what a signed-out device hands over', () => {
  it('is read again as it was written', () => {
    const file = handedOver('Ivo', ACTS);
    expect(readHandedOver(JSON.stringify(file, null, 2))).toEqual(file);
    expect(readHandedOver(JSON.stringify(handedOver(null, [])))).toEqual(handedOver(null, []));
  });

  it('is nothing else: another file, a broken one, an act that is none', () => {
    const [first] = ACTS;
    for (const other of [
      '',
      'not json',
      'null',
      '[]',
      '{"format": "yewridge-backup", "acts": []}',
      '{"format": "yewridge-acts"}',
      JSON.stringify(handedOver('x', [{ ...first!, id: '../x' }])),
      JSON.stringify(handedOver('x', [{ ...first!, at: 5 as never }])),
      JSON.stringify(handedOver('x', [{ ...first!, act: null as never }])),
      JSON.stringify(handedOver('x', [{ ...first!, act: { says: 'x'.repeat(161), changes: [] } }])),
      JSON.stringify(handedOver('x', [{ ...first!, act: { says: 'x', changes: 'many' as never } }])),
    ]) {
      expect(readHandedOver(other)).withContext(other.slice(0, 60)).toBeNull();
    }
  });
});
