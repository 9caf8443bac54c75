import { DESIGN_LIMITS, designProblems } from '@yewridge/core/bench';
import { withValue, valueAt } from '../../../shared/documents/value-at';
import { readingsOf, SAMPLE } from '../testing/sample-design';
import { changeOpening, changeShape } from './design-edits';
import type { Field } from '../../../shared/fields/field';
import { contentFields, entranceFields, sectionFields } from './fields';
import { entranceRows, sectionRows } from './stack-rows';

describe('bench: the stack in rows', () => {
  it('lists sections from the top down, with size, volume and what hangs in them', () => {
    const rows = sectionRows(SAMPLE, readingsOf(SAMPLE), [], 'metric');
    expect(rows.map(({ name, figure, line }) => `${name} ${figure} ${line}`)).toEqual([
      'Nuc 22.3 L 468 × 194 × 246',
      'Base 13.6 L 468 × 194 × 150',
    ]);
    expect(rows.map(({ index }) => index)).toEqual([1, 0]);
  });

  it('says how a door is made, where it stands and how large it is', () => {
    const [row] = entranceRows(SAMPLE, readingsOf(SAMPLE), [], 'imperial');
    expect(`${row?.name} ${row?.figure} ${row?.line}`).toBe('Door 1.58 in² Ø1-1/2, nail 1/8, front, 1-3/4 up');
  });

  it('hangs each fault on its own row and field', () => {
    const faulty = withValue(
      withValue(SAMPLE, 'sections[1].contents[1].count', 9),
      'entrances[0].opening.guard.count',
      13,
    );
    const problems = designProblems(faulty);
    expect(sectionRows(faulty, null, problems, 'metric').map(({ faults }) => faults.map(({ field }) => field))).toEqual(
      [['contents'], []],
    );
    expect(entranceRows(faulty, null, problems, 'metric')[0]?.faults.map(({ field }) => field)).toEqual([
      'opening.guard',
    ]);
  });

  it('every field of every shape and door finds its value in the document', () => {
    const holds = (part: unknown, fields: readonly Field[]): void => {
      for (const { path, kind } of fields) {
        const value = valueAt(part, path);
        expect(typeof value === 'number' || value === undefined)
          .withContext(path)
          .toBeTrue();
        expect(kind === 'volume')
          .withContext(path)
          .toBe(path === 'shape.volume');
      }
    };
    const [base, nuc] = SAMPLE.sections;
    for (const kind of ['box', 'cylinder', 'cone', 'frustum', 'measured'] as const) {
      const section = changeShape(base!, kind);
      holds(section, sectionFields({ ...section, sizes: 'outside' }));
    }
    for (const kind of ['hole', 'slot', 'notch', 'disc'] as const) {
      const entrance = changeOpening(SAMPLE.entrances[0]!, kind);
      holds(entrance, entranceFields(entrance));
    }
    for (const content of nuc!.contents) holds(content, contentFields(content));
  });

  it('a form allows what the server allows', () => {
    const ranges = new Set(sectionFields(SAMPLE.sections[0]!).map(({ range }) => range.max));
    expect(ranges).toEqual(new Set([DESIGN_LIMITS.size.max, DESIGN_LIMITS.wall.max]));
  });
});
