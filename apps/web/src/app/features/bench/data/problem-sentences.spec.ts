import { type Design, designProblems } from '@yewridge/core/bench';
import { withValue } from '../../../shared/documents/value-at';
import { SAMPLE } from '../testing/sample-design';
import { problemSentence } from './problem-sentences';

const BASE = 'sections[0]';
const DOOR = 'entrances[0]';
const set = (path: string, value: unknown, from: Design = SAMPLE): Design => withValue(from, path, value);
const outside = set(`${BASE}.sizes`, 'outside');

describe('bench: faults in words', () => {
  for (const [what, design, says] of [
    [
      'walls thicker than the box',
      set(`${BASE}.wall`, 0.1, outside),
      'The walls leave no room inside: they are thicker than half this outside size.',
    ],
    [
      'a cut through the tube',
      set(`${BASE}.shape`, { kind: 'cylinder', axis: 'lying', diameter: 0.3, length: 0.5, cut: 0.3 }),
      'The cut takes away the whole tube',
    ],
    [
      'a cut on a standing tube',
      set(`${BASE}.shape`, { kind: 'cylinder', diameter: 0.3, length: 0.5, cut: 0.1 }),
      'Only a lying tube is sawn open',
    ],
    [
      'a cut that stays in the wall',
      set(`${BASE}.shape`, { kind: 'cylinder', axis: 'lying', diameter: 0.3, length: 0.5, cut: 0.01 }, outside),
      'The cut does not reach through the wall',
    ],
    [
      'a cone without width',
      set(`${BASE}.shape`, { kind: 'cone', diameterBottom: 0, diameterTop: 0, height: 0.3 }),
      'Both diameters are 0',
    ],
    [
      'corners too round',
      set(`${BASE}.shape`, {
        kind: 'frustum',
        bottom: { length: 0.4, width: 0.3 },
        top: { length: 0.4, width: 0.3 },
        height: 0.2,
        cornerRadius: 0.16,
      }),
      'The corners are rounder than the box is wide',
    ],
    [
      'frames in a tube',
      set('sections[1].shape', { kind: 'cylinder', diameter: 0.5, length: 0.3 }),
      'Frames hang in boxes only',
    ],
    [
      'a box too short for its frames',
      set('sections[1].shape.length', 0.44),
      'The frame is 447.7 mm long between its lugs; the box is 440 mm long inside.',
    ],
    [
      'six frames in five places',
      set('sections[1].contents[1].count', 5),
      'The frames need 209.6 mm across; the box is 194 mm wide inside.',
    ],
    [
      'frames too close',
      set('sections[1].contents[0].pitch', 0.02),
      'The frames stand 20 mm apart, closer than their top bars are wide.',
    ],
    [
      'a feeder larger than its box',
      set(`${BASE}.contents`, [{ kind: 'feeder', volume: 0.1 }]),
      'The contents take more room than the section has.',
    ],
    [
      'nails that fill the hole',
      set(`${DOOR}.opening.guard.count`, 13),
      'The nails fill the opening: together 39 mm across 38 mm.',
    ],
    [
      'slots larger than their disc',
      set(`${DOOR}.opening`, {
        kind: 'disc',
        diameter: 0.03,
        position: 'excluder',
        slots: 9,
        slotWidth: 0.0042,
        slotLength: 0.03,
      }),
      'The slots are larger than the disc',
    ],
    [
      'a round notch too low',
      set(DOOR, {
        ...SAMPLE.entrances[0],
        opening: { kind: 'notch', width: 0.08, height: 0.02, top: 'round' },
        height: 0,
      }),
      'A round top needs a height of at least half the width.',
    ],
    [
      'a hole over the roof',
      set(`${DOOR}.height`, 0.5),
      'At 500 mm the opening leaves the box; between 19 mm and 377 mm it lies in the wall.',
    ],
    [
      'a hole across the joint',
      set(`${DOOR}.height`, 0.15),
      'The opening crosses the joint at 150 mm above the floor.',
    ],
    ['nine holes in a row', set(`${DOOR}.count`, 9), 'The openings take 342 mm; the face is 194 mm wide inside there.'],
    ['no section', { ...SAMPLE, sections: [] }, 'A stack needs at least one section.'],
  ] as const) {
    it(`${what}: the sentence names the value and the range`, () => {
      const [problem] = designProblems(design);
      expect(problem && problemSentence(problem, 'metric')).toContain(says);
    });
  }

  it('speaks the reader’s units', () => {
    const [problem] = designProblems(set('sections[1].contents[1].count', 5));
    expect(problem && problemSentence(problem, 'imperial')).toContain(
      'The frames need 8-1/4 in across; the box is 7-5/8 in wide inside.',
    );
  });
});
