import { designProblems, designReadings } from '@yewridge/core/bench';
import { withValue, valueAt } from '../../../shared/documents/value-at';
import * as edits from './design-edits';

describe('bench: edits', () => {
  const box = edits.newDesign('box', 'Box');

  for (const kind of ['box', 'cylinder', 'cone', 'frustum', 'measured'] as const) {
    it(`begins a design of a ${kind} that can be computed, with a door, and with what may hang in it`, () => {
      const design = edits.addEntrance(edits.newDesign(kind, 'New'), 'hole').design;
      const [section] = design.sections;
      if (!section) throw new Error('no section');
      for (const content of edits.contentKinds(section)) {
        const hung = withValue(design, 'sections[0].contents', [edits.newContent(section, content)]);
        expect(designProblems(hung)).withContext(content).toEqual([]);
      }
    });
  }

  it('changes one value and shares the rest', () => {
    const wider = withValue(box, 'sections[0].shape.width', 0.4);
    expect(valueAt(wider, 'sections[0].shape.width')).toBe(0.4);
    expect(wider.entrances).toBe(box.entrances);
    expect(valueAt(box, 'sections[0].shape.width')).not.toBe(0.4);
  });

  it('sets a box on the stack with the plan of the box below', () => {
    const narrow = withValue(box, 'sections[0].shape.width', 0.19);
    const { design, id } = edits.addSection(narrow, 'box');
    expect(design.sections.at(-1)?.id).toBe(id);
    expect(valueAt(design, 'sections[1].shape.width')).toBe(0.19);
  });

  it('moves a section without losing any, also past the ends', () => {
    const three = edits.addSection(edits.addSection(box, 'cone').design, 'measured').design;
    const [first] = three.sections;
    const order = (to: number): readonly string[] =>
      edits.moveSection(three, first?.id ?? '', to).sections.map(({ shape }) => shape.kind);
    expect(order(1)).toEqual(['cone', 'box', 'measured']);
    expect(order(9)).toEqual(['cone', 'measured', 'box']);
    expect(order(-1)).toEqual(['box', 'cone', 'measured']);
  });

  it('takes frames out when a box becomes a tube, as they cannot hang there', () => {
    const [section] = withValue(box, 'sections[0].contents', [{ kind: 'frames', frame: 'dnm' }]).sections;
    if (!section) throw new Error('no section');
    expect(edits.changeShape(section, 'cylinder').contents).toEqual([]);
  });

  it('doubles a section beside itself, with what hangs in it', () => {
    const { design } = edits.duplicateSection(box, box.sections[0]?.id ?? '');
    expect(designReadings(design).room.gross).toBeCloseTo(2 * designReadings(box).room.gross, 9);
    expect(new Set(design.sections.map(({ id }) => id)).size).toBe(2);
  });

  it('a box of a hive is of no hive any more when its size is changed', () => {
    const hive = withValue(box, 'sections[0].standard', 'langstroth-10-deep');
    const id = hive.sections[0]?.id ?? '';
    expect(edits.changed(hive, id, 'label', 'Mine').sections[0]?.standard).toBe('langstroth-10-deep');
    expect(edits.changed(hive, id, 'shape.width', 0.4).sections[0]).not.toEqual(
      jasmine.objectContaining({ standard: 'langstroth-10-deep' }),
    );
  });

  it('what is said of the hanging lives under its own name, and can be unsaid', () => {
    const hung = edits.changed(edits.changed(box, 'whole', 'hanging', { style: 'wire' }), 'hanging', 'legs', 3);
    expect(hung.hanging).toEqual({ style: 'wire', legs: 3 });
    expect(edits.changed(hung, 'hanging', 'legs', undefined).hanging).toEqual({ style: 'wire' });
  });

  it('an opening besides the doors is added, changed and taken out again', () => {
    const { design, id } = edits.addGap(box, 'lid', 'Gap under the lid');
    expect(edits.pathOfPart(design, id)).toBe('gaps[0].');
    const [gap] = design.gaps ?? [];
    expect(gap && edits.changeGap(gap, 'mesh').opening.kind).toBe('mesh');
    expect(edits.removeGap(design, id).gaps).toEqual([]);
  });
});
