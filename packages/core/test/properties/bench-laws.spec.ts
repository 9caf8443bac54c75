import fc from 'fast-check';
import {
  addForTarget,
  cavity,
  convert,
  entrance,
  formatInches,
  holeForArea,
  openingArea,
  parseLength,
  sectionGeometry,
  slotWidth,
  volumeUncertainty,
  type Section,
} from '@yewridge/core/bench';
import { METRES_PER_INCH, type Unit, UNITS } from '@yewridge/core/shared/units';
import { boxes, RUNS, sections } from './arbitraries.js';

const holds = (property: fc.IProperty<[unknown]> | fc.IProperty<[unknown, unknown]>): void => {
  fc.assert(property as fc.IProperty<unknown>, RUNS);
  expect().nothing();
};
const near = (a: number, b: number, rel = 1e-9): boolean => Math.abs(a - b) <= rel * Math.max(1e-12, Math.abs(b));

const throwsCode = (ask: () => unknown, code: string): boolean => {
  try {
    ask();
    return false;
  } catch (error) {
    return (error as { code?: string }).code === code;
  }
};

describe('bench: laws of volume', () => {
  it('a stack holds what its sections hold together', () => {
    holds(
      fc.property(fc.array(sections, { minLength: 1, maxLength: 6 }), (stack) =>
        near(
          cavity({ sections: stack }).gross,
          stack.reduce((sum, one) => sum + sectionGeometry(one).volume, 0),
        ),
      ),
    );
  });

  it('the order of the sections does not change what they hold', () => {
    holds(
      fc.property(fc.array(sections, { minLength: 2, maxLength: 6 }), (stack) =>
        near(cavity({ sections: [...stack].reverse() }).net, cavity({ sections: stack }).net),
      ),
    );
  });

  it('the volume of every taped shape grows with the cube of its size', () => {
    const doubled = (value: unknown): unknown =>
      typeof value === 'number'
        ? value * 2
        : typeof value === 'object' && value !== null
          ? Object.fromEntries(Object.entries(value).map(([key, one]) => [key, doubled(one)]))
          : value;
    holds(
      fc.property(
        sections.filter((section) => section.kind !== 'measured'),
        (section) => near(sectionGeometry(doubled(section) as Section).volume, 8 * sectionGeometry(section).volume),
      ),
    );
  });

  it('a frame more never leaves more room, clear space or net volume', () => {
    const fill = fc.constantFrom('empty', 'starter', 'foundation', 'comb', 'oldComb');
    holds(
      fc.property(fill, fc.integer({ min: 0, max: 9 }), (kind, count) => {
        const room = (n: number): ReturnType<typeof cavity> =>
          cavity({
            sections: [
              {
                kind: 'box',
                length: 0.466725,
                width: 0.37465,
                height: 0.244475,
                contents: [{ kind: 'frames', frame: 'langstroth-deep', count: n, fill: kind }],
              },
            ],
          });
        const fewer = room(count);
        const more = room(count + 1);
        return more.net < fewer.net && more.clear < fewer.clear && more.openRoom < fewer.openRoom;
      }),
    );
  });

  it('the interval contains the volume and grows with the coverage asked for', () => {
    holds(
      fc.property(fc.array(sections, { minLength: 1, maxLength: 5 }), (stack) => {
        const two = volumeUncertainty({ sections: stack });
        const three = volumeUncertainty({ sections: stack, coverage: 3 });
        return two.low <= two.volume && two.volume <= two.high && three.expanded > two.expanded;
      }),
    );
  });

  it('a box with an open room never claims more than it holds', () => {
    holds(
      fc.property(fc.array(sections, { minLength: 1, maxLength: 6 }), (stack) => {
        const room = cavity({ sections: stack });
        return room.openRoom <= room.gross * (1 + 1e-12) && room.openFraction <= 1 + 1e-12;
      }),
    );
  });

  it('the slopes behind the uncertainty are the slopes of the volume', () => {
    const tube: Section = { kind: 'cylinder', axis: 'lying', diameter: 0.4, length: 0.6, cut: 0.15 };
    const nudge = 1e-6;
    const slope = (change: Partial<Record<'diameter' | 'length' | 'cut', number>>): number =>
      (sectionGeometry({ ...tube, ...change }).volume - sectionGeometry(tube).volume) / nudge;
    const byHand = Math.hypot(
      slope({ diameter: 0.4 + nudge }),
      slope({ length: 0.6 + nudge }),
      slope({ cut: 0.15 + nudge }),
    );
    const { standard } = volumeUncertainty({ sections: [tube], readError: 0.001, scaleError: 0 });
    expect(standard).toBeCloseTo(byHand * 0.001, 7);
  });
});

describe('bench: laws of making it fit', () => {
  it('what was asked for, set under the box, reaches the target', () => {
    holds(
      fc.property(boxes, fc.double({ min: 0.001, max: 2, noNaN: true }), (box, target) => {
        if (box.kind !== 'box') return false;
        const current = sectionGeometry(box).volume;
        const { size } = addForTarget({
          current,
          target,
          option: { kind: 'base', length: box.length, width: box.width },
        });
        const reached = size === 0 ? current : cavity({ sections: [{ ...box, height: size }, box] }).gross;
        return size === 0 ? current >= target : near(reached, target);
      }),
    );
  });

  it('a pot that tapers is as high as its volume needs, or is refused when it comes to a point too soon', () => {
    const diameter = fc.double({ min: 0.1, max: 0.8, noNaN: true });
    const need = 0.001;
    holds(
      fc.property(diameter, fc.double({ min: -0.5, max: 0.5, noNaN: true }), (wide, taper) => {
        const whole = taper < 0 ? (Math.PI * wide ** 3) / (12 * -taper) : Infinity;
        const ask = (): number =>
          addForTarget({ current: 0, target: need, option: { kind: 'cone', diameter: wide, taper } }).size;
        if (whole < need * 0.999) return throwsCode(ask, 'NO_SOLUTION');
        if (whole < need * 1.001) return true;
        const height = ask();
        const pot = { kind: 'cone' as const, diameterBottom: wide, diameterTop: wide + taper * height, height };
        return near(sectionGeometry(pot).volume, need, 1e-6);
      }),
    );
  });
});

describe('bench: laws of the door', () => {
  it('a guard takes area and never gives any', () => {
    const diameter = fc.double({ min: 0.02, max: 0.1, noNaN: true });
    holds(
      fc.property(diameter, fc.integer({ min: 1, max: 3 }), (wide, count) => {
        const bare = openingArea({ kind: 'hole', diameter: wide });
        const guarded = openingArea({ kind: 'hole', diameter: wide, guard: { count, diameter: 0.003 } });
        return (
          guarded.area < bare.area && guarded.clear < bare.clear && guarded.area > bare.area - count * 0.003 * wide
        );
      }),
    );
  });

  it('two doors let in as much as both together, in any order', () => {
    const hole = fc.record({
      kind: fc.constant('hole' as const),
      diameter: fc.double({ min: 0.005, max: 0.06, noNaN: true }),
    });
    holds(
      fc.property(
        hole,
        hole,
        (a, b) =>
          near(entrance({ openings: [a, b] }).area, openingArea(a).area + openingArea(b).area) &&
          near(entrance({ openings: [b, a] }).area, entrance({ openings: [a, b] }).area),
      ),
    );
  });

  it('the exact hole for an area has that area, nails and all', () => {
    const target = fc.double({ min: 0.0003, max: 0.004, noNaN: true });
    holds(
      fc.property(target, fc.integer({ min: 0, max: 2 }), (area, bars) => {
        const { exact } = holeForArea({ target: area, bars, barDiameter: 0.003 });
        return near(
          openingArea({ kind: 'hole', diameter: exact, guard: { count: bars, diameter: 0.003 } }).area,
          area,
          1e-6,
        );
      }),
    );
  });

  it('the slot beside its reducer block has the wanted area', () => {
    const target = fc.double({ min: 0.0005, max: 0.003, noNaN: true });
    holds(
      fc.property(target, fc.double({ min: 0.008, max: 0.02, noNaN: true }), (area, height) => {
        const { width, blockLength } = slotWidth({ target: area, height, fullWidth: 0.4 });
        return near(openingArea({ kind: 'slot', width, height }).area, area) && near((blockLength ?? 0) + width, 0.4);
      }),
    );
  });
});

describe('units: laws', () => {
  const names = Object.keys(UNITS) as Unit[];

  it('there and back again gives the same value for every pair of a quantity', () => {
    holds(
      fc.property(fc.constantFrom(...names), fc.double({ min: 1e-6, max: 1e6, noNaN: true }), (from, value) =>
        names
          .filter((to) => UNITS[to].quantity === UNITS[from].quantity)
          .every((to) => near(convert({ value: convert({ value, from, to }), from: to, to: from }), value, 1e-12)),
      ),
    );
  });

  it('inches as we write them read back as the same sixteenth', () => {
    holds(
      fc.property(fc.integer({ min: 1, max: 4000 }), (sixteenths) => {
        const value = (sixteenths / 16) * METRES_PER_INCH;
        return near(parseLength({ text: formatInches({ value }) }), value);
      }),
    );
  });

  for (const [text, metres] of [
    ['18 3/8', 0.466725],
    ['46,7 cm', 0.467],
    ['9 5/8"', 0.244475],
    ['5\'-10 1/2"', 1.7907],
    ['1.5 ft', 0.4572],
    ["6'", 1.8288],
    ['1.2 metres', 1.2],
    ['3/8', 0.009525],
    ['.5 in', 0.0127],
    ['9\u2044', null],
    ['-3 mm', null],
    ['3/0', null],
    ['12.', null],
    ['6 6', null],
    ["6' -", null],
    ['()', null],
    ['300', null],
  ] as const) {
    it(metres === null ? `"${text}" is refused` : `"${text}" is ${metres} m`, () => {
      if (metres === null)
        expect(() => parseLength({ text })).toThrowMatching((error: { code?: string }) => error.code === 'FORMAT');
      else expect(parseLength({ text })).toBeCloseTo(metres, 10);
    });
  }
});
