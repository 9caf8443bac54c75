import { type CheckCode, type Design, designChecks, type DesignFix, designLoad } from '@yewridge/core/bench';
import { readingsOf, SAMPLE } from '../testing/sample-design';
import { withValue } from '../../../shared/documents/value-at';
import { checkSentence, fixWords } from './check-words';
import { newSection, upsideDown, withHanging } from './design-edits';
import { differences } from './differences';
import { hangLines } from './load-view';

const saidOf = (design: Design, code: CheckCode, system: 'metric' | 'imperial' = 'metric'): string => {
  const found = designChecks(design, readingsOf(design)).find((check) => check.code === code);
  return found ? checkSentence(found, design, system) : 'not said';
};

describe('bench: checks of the stack in words', () => {
  const narrow = withValue(SAMPLE, 'sections[1].shape.width', 0.19);
  const gapped = withValue({ ...SAMPLE, entrances: [] }, 'sections[0].shape.width', 0.3);

  it('an open joint tells its gap and its area, and is closed by a board', () => {
    expect(saidOf(gapped, 'joint-open')).toMatch(
      /^“Nuc” and what it stands on do not close: a gap of 34 mm, 318\.\d cm² in all\. Light, rain and bees come in/,
    );
    const [fix] = designChecks(gapped, readingsOf(gapped)).find(({ code }) => code === 'joint-open')!.fixes;
    expect(fixWords(fix as DesignFix, 'metric')).toBe('Put a 12 mm board with a hole between them');
    expect(saidOf(fix!.design, 'joint-open')).toBe('not said');
  });

  it('room under frames is priced in wild comb, in one system of units', () => {
    expect(saidOf(SAMPLE, 'room-under-frames')).toMatch(
      /^164\.2 mm of room under the frames of “Nuc”: bees may fill it with 0\.4 m² of wild comb, as much as 4 of these frames/,
    );
    expect(saidOf(SAMPLE, 'room-under-frames', 'imperial')).not.toMatch(/\d (?:mm|m²)/);
    expect(saidOf(narrow, 'room-under-frames')).toContain('wild comb');
  });

  it('a feeder that leaves no room for a frame says how many go in', () => {
    const contents = [...SAMPLE.sections[1]!.contents, { kind: 'feeder', volume: 0.004 }];
    const fed = withValue(SAMPLE, 'sections[1].contents', contents);
    expect(saidOf(fed, 'feeder-too-tight')).toBe(
      '5 frames and the feeder do not go into “Nuc”: a feeder as long as the frames takes 38.6 mm, which leaves room for 4',
    );
  });

  it('bars of a tube that lies are told where they hang, and what cannot work', () => {
    const tube = (length: number, count = 6): Design => ({
      ...SAMPLE,
      entrances: [],
      sections: [
        {
          ...newSection('cylinder'),
          id: 'tube',
          label: 'Tube',
          shape: { kind: 'cylinder', axis: 'lying', diameter: 0.305, length: 0.6, cut: 0 },
          contents: [{ kind: 'topBars', length, width: 0.03, depth: 0.012, count }],
        },
      ],
    });
    expect(saidOf(tube(0.24), 'bars-below-crown')).toContain('The bars hang 58.4 mm below the crown of “Tube”');
    expect(saidOf(tube(0.24, 20), 'bars-shut')).toContain('the room ends at them');
    expect(saidOf(tube(0.32), 'bars-not-in')).toBe('Bars of 320 mm do not go into “Tube”, 305 mm wide inside');
    expect(saidOf(tube(0.24, 30), 'bars-too-many')).toBe('30 bars do not go side by side into “Tube”, 600 mm long');
  });

  it('which way a board stands is asked, with both answers', () => {
    const sold = withValue(SAMPLE, 'sections[0].soldAs', { kind: 'fence', nominal: 6 });
    expect(saidOf(sold, 'board-which-way')).toMatch(/^Which way does the board of “Base” stand\? It is 139\.7 mm wide/);
    const { fixes } = designChecks(sold, readingsOf(sold)).find(({ code }) => code === 'board-which-way')!;
    expect(fixes.map((fix) => fixWords(fix, 'metric'))).toEqual([
      'It makes the height, 150 mm',
      'It makes the width, 194 mm',
    ]);
  });

  it('frames are held as the keeper likes', () => {
    const fix = (code: DesignFix['code'], amount: number): string =>
      fixWords({ code, amount, design: SAMPLE }, 'metric');
    expect(fix('hold-with-nails', 0)).toBe('Hold them with nails');
    expect([0.022, 0].map((amount) => fix('hold-with-spacer', amount))).toEqual([
      'Hold them with a 22 mm block',
      'Hold them with blocks beside the lugs',
    ]);
  });
});

describe('bench: a pot either way up', () => {
  it('turned over its ends change places, and what is built into them', () => {
    const pot = { ...newSection('cone'), roofInset: 0.003 };
    const turned = upsideDown(pot);
    expect(turned.shape).toEqual(jasmine.objectContaining({ kind: 'cone', diameterBottom: 0.3, diameterTop: 0.4 }));
    expect([turned.floorInset, turned.roofInset]).toEqual([0.003, 0]);
    expect(upsideDown(turned)).toEqual(pot);
    const cooler = newSection('frustum');
    expect(upsideDown(upsideDown(cooler))).toEqual(cooler);
    expect(upsideDown(newSection('box')).shape.kind).toBe('box');
  });
});

describe('bench: more ways to hang than one', () => {
  const strut = withHanging(SAMPLE, 0, 'tree-bracket');
  const both = withHanging(strut, 1, 'strap');

  it('are said one after the other, and one taken away moves the next up', () => {
    expect([both.hanging?.style, both.alsoHangs]).toEqual(['tree-bracket', [{ style: 'strap' }]]);
    const left = withHanging(both, 0, 'none');
    expect([left.hanging?.style, left.alsoHangs]).toEqual(['strap', undefined]);
    expect(withHanging(left, 0, 'none').hanging).toBeUndefined();
  });

  it('what was read off a label stays with its place', () => {
    const labelled = withValue(both, 'alsoHangs[0].workingLoad', 2000);
    expect(withHanging(labelled, 1, 'wire').alsoHangs).toEqual([{ style: 'wire', workingLoad: 2000 }]);
  });

  it('each is judged as if it carried alone, by its name', () => {
    const load = designLoad(both, readingsOf(both).room.net);
    const lines = hangLines(both, load, 'metric').map(({ sentence }) => sentence);
    expect(lines[0]).toContain('as if it carried all of it alone');
    expect(lines.filter((line) => line.startsWith('Bracket on a tree: ')).length).toBe(2);
    expect(lines.filter((line) => line.startsWith('Strapped to a trunk: ')).length).toBe(2);
    expect(hangLines(strut, designLoad(strut, 0.03), 'metric')[0]?.sentence).not.toContain('alone');
  });

  it('a change of them is told', () => {
    expect(differences(strut, both, 'metric')).toContain(
      'Hanging: Bracket on a tree → Bracket on a tree and Strapped to a trunk',
    );
  });
});
