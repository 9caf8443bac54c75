import { type Design, designChecks, fitOptions } from '@yewridge/core/bench';
import { withValue } from '../../../shared/documents/value-at';
import { readingsOf, SAMPLE } from '../testing/sample-design';
import {
  type CheckLine,
  checkLines,
  fitRemark,
  fitWords,
  combsAside,
  type ReadingLine,
  readingLines,
} from './readings-view';

const lines = (design: Design, system: 'metric' | 'imperial' = 'metric'): readonly ReadingLine[] =>
  readingLines(design, readingsOf(design), system);
const sentence = ({ pieces }: ReadingLine): string =>
  pieces.map((piece) => ('big' in piece ? piece.big : piece.small)).join(' ');
const lookedAt = (design: Design): readonly CheckLine[] => {
  const readings = readingsOf(design);
  return checkLines(design, readings, designChecks(design, readings), 'metric');
};
const checks = (design: Design): readonly string[] =>
  lookedAt(design).map(({ level, sentence: says }) => `${level}: ${says}`);
const opening = (value: object): Design => withValue(SAMPLE, 'entrances[0].opening', value);

describe('bench: readings in words', () => {
  it('says volume with its uncertainty, room and door in the reader’s units', () => {
    // 0.468 x 0.194 x 0.396 m; frames by the shop table: 0.666 + 4 x 0.437 L.
    expect(lines(SAMPLE).map(sentence)).toEqual([
      '36.0 ± 0.4 L gross, 33.5 L net; frames and bars take 2.4 L of it',
      '31.6 L left beside the combs',
      '30.2 L of open room to walk, 84 % of the box',
      '10.2 cm² of door, inside the band swarms choose',
    ]);
    expect(lines(SAMPLE, 'imperial').map(sentence)[0]).toBe(
      '9.5 ± 0.1 gal gross, 8.9 gal net; frames and bars take 0.6 gal of it',
    );
  });

  it('a comb in the middle parts the room: that is said, with what pushing it to one side gives', () => {
    const middle: Design = {
      ...SAMPLE,
      sections: SAMPLE.sections.map((section) => ({
        ...section,
        contents: section.contents.map((content) =>
          content.kind === 'frames' ? { ...content, count: 1, arrangement: 'centre' as const } : content,
        ),
      })),
    };
    const said = sentence(lines(middle)[2]!);
    expect(said).toMatch(/of the box: the larger side of the comb; they pass round it$/);
    const offer = lookedAt(middle)
      .flatMap(({ fixes }) => fixes ?? [])
      .find(({ act }) => act.startsWith('Push to one side'));
    expect(offer?.act).toMatch(/^Push to one side: [\d.]+ L open, \d+ % of the box$/);
    const aside = readingsOf(offer!.design).room;
    expect(aside.openRoom).toBeGreaterThan(readingsOf(middle).room.openRoom);
    expect(sentence(lines(offer!.design)[2]!)).not.toContain('pass round');
    expect(combsAside(offer!.design)).toBeNull();
  });

  it('says that there is no door, or none for bees', () => {
    expect(sentence(lines({ ...SAMPLE, entrances: [] })[3]!)).toBe('No door yet');
    const closed = opening({ kind: 'disc', diameter: 0.04, position: 'closed' });
    expect(sentence(lines(closed)[3]!)).toBe('No door that bees can pass');
  });

  it('every reading shows formula, inputs, source and how sure it is', () => {
    for (const { working } of lines(SAMPLE)) {
      for (const text of [working.formula, working.source, working.sure]) expect(text.length).toBeGreaterThan(20);
      expect(working.inputs.length).toBeGreaterThan(1);
    }
    expect(lines(SAMPLE)[0]!.working.inputs[0]).toEqual(['Base', '13.6 L']);
  });

  for (const [what, design, says] of [
    [
      'a wide hole',
      opening({ kind: 'hole', diameter: 0.04 }),
      'look: Birds enter a gap over 25 mm: a nail across it keeps them out',
    ],
    [
      'a slit',
      opening({ kind: 'slot', width: 0.18, height: 0.004 }),
      'look: An opening under 4.1 mm stops workers, so it does not count as a door',
    ],
    [
      'an excluder slot',
      opening({ kind: 'slot', width: 0.18, height: 0.005 }),
      'look: No gap reaches 5.5 mm: drones and most queens cannot pass',
    ],
    [
      'a low slot',
      opening({ kind: 'slot', width: 0.18, height: 0.006 }),
      'know: A gap under 6.4 mm is tight for laden bees',
    ],
    ['a nailed hole', SAMPLE, 'know: A mouse passes a gap over 9.5 mm: fine in swarm season, not for winter'],
    ['no opening', { ...SAMPLE, entrances: [] }, 'look: Nothing gets in: give it a door, or open the disc'],
    ['a good door', SAMPLE, 'good: The door is of the size swarms choose'],
    ['a box near its aim', { ...SAMPLE, target: 0.036 }, 'good: Within a tenth of the 36 L aimed at'],
    [
      'a frame deeper than its box and base',
      withValue(withValue(SAMPLE, 'sections[0].shape.height', 0.1), 'sections[1].shape.height', 0.12),
      'look: Frames in “Nuc” hang 11.8 mm past what is open below them',
    ],
  ] as const) {
    it(`checks: ${what}`, () => {
      expect(checks(design)).toContain(says);
    });
  }

  it('a bird door is mended by nails, and a box that holds bees is closed on purpose', () => {
    const wide = lookedAt(opening({ kind: 'hole', diameter: 0.09 })).find(({ sentence: says }) =>
      says.startsWith('Birds'),
    );
    const [mend] = wide?.fixes ?? [];
    expect(mend && checks(mend.design).some((line) => line.includes('Birds'))).toBeFalse();
    const held: Design = { ...SAMPLE, purpose: 'holding', entrances: [] };
    expect(checks(held).some((line) => line.includes('Nothing gets in'))).toBeFalse();
    expect(checks(held)).toContain('look: Bees held in it have no air: give it a mesh vent');
  });

  it('puts what to look at first and what is good last', () => {
    const order = lookedAt(SAMPLE).map(({ level }) => level);
    expect(order).toEqual(
      [...order].sort((a, b) => ['look', 'know', 'good'].indexOf(a) - ['look', 'know', 'good'].indexOf(b)),
    );
  });

  it('says when nothing is to be changed, and when no single change is enough', () => {
    const remark = (design: Design): string | null =>
      fitRemark(design, readingsOf(design), fitOptions({ design, system: 'metric', newId: 'new' }), 'metric');
    const pot = withValue({ ...SAMPLE, entrances: [] }, 'sections', [
      { ...SAMPLE.sections[0], shape: { kind: 'cone', diameterBottom: 0.15, diameterTop: 0.12, height: 0.15 } },
    ]);
    expect(remark(pot)).toBe('No single change brings this stack to 40 L.');
    expect(remark(SAMPLE)).toBeNull();
    const slot = opening({ kind: 'slot', width: 0.0625, height: 0.02 });
    expect(remark({ ...slot, target: 0.036 })).toBe('It fits: nothing to change.');
  });

  it('offers each way to fit with what it does and what comes of it', () => {
    const wide = opening({ kind: 'notch', width: 0.18, height: 0.02 });
    const notched = withValue(wide, 'entrances[0].height', 0);
    const words = (target: number): readonly { readonly act: string; readonly result: string }[] => {
      const design = { ...notched, target };
      return fitOptions({ design, system: 'metric', newId: 'new' }).map((option) => fitWords(option, design, 'metric'));
    };
    // Another box would go further past 40 L than this one falls short of it; past 55 L it is the nearest.
    expect(words(0.04)).toEqual([
      { act: 'Make it 40 L: raise the base by 44.6 mm', result: '40.0 L gross' },
      { act: 'Fit a reducer block of 115.5 mm', result: '12.5 cm² door' },
    ]);
    expect(words(0.055)).toContain({ act: 'Add a box like the top one', result: '58.3 L gross' });
  });
});
