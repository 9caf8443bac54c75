import {
  beesText,
  besideLimits,
  distanceText,
  figureText,
  percentText,
  shareText,
  sizesText,
  stepsText,
  temperatureText,
} from './format';
import { fieldText, parseField } from './parse';

describe('figures', () => {
  for (const [value, quantity, metric, imperial] of [
    [0.466725, 'length', '466.7 mm', '18-3/8 in'],
    [0.205, 'length', '205 mm', '8-1/16 in'],
    [0.003175, 'part', '3.2 mm', '1/8 in'],
    [0.0427511, 'volume', '42.8 L', '11.3 gal'],
    [0.00125, 'area', '12.5 cm²', '1.94 in²'],
    [-0.00001, 'length', '0 mm', '0 in'],
  ] as const) {
    it(`${value} of ${quantity} is ${metric} or ${imperial}`, () => {
      expect(figureText(value, quantity, 'metric')).toBe(metric);
      expect(figureText(value, quantity, 'imperial')).toBe(imperial);
    });
  }

  it('a figure beside a limit is as fine as tells on which side it lies', () => {
    const shown = (cm2: number, system: 'metric' | 'imperial' = 'metric'): string =>
      besideLimits(cm2 * 1e-4, [10e-4, 16e-4], 'area', system).text;
    expect([9.98, 10, 10.02, 10.3].map((cm2) => shown(cm2))).toEqual(['9.98', '10.0', '10.02', '10.3']);
    expect([15.94, 16, 16.04].map((cm2) => shown(cm2))).toEqual(['15.9', '16.0', '16.04']);
    // 10.26 cm² is inside a band that begins at 1.55 in².
    expect(shown(10.26, 'imperial')).toBe('1.59');
    expect(besideLimits(0.2, [0.2001], 'length', 'imperial').text).toBe('7-7/8');
  });

  it('water in a gauge is millimetres or inches, a moment goes with its forces', () => {
    expect([figureText(300, 'column', 'metric'), figureText(300, 'column', 'imperial')]).toEqual(['31 mm', '1.2 in']);
    expect([figureText(20, 'moment', 'metric'), figureText(20, 'moment', 'imperial')]).toEqual(['20 N m', '15 lbf ft']);
    expect([figureText(0.5, 'comb', 'metric'), figureText(0.5, 'comb', 'imperial')]).toEqual(['0.5 m²', '5.4 ft²']);
  });

  it('sizes are said in one unit, shares in whole percent', () => {
    expect(sizesText([0.466725, 0.1905], 'imperial')).toBe('18-3/8 × 7-1/2');
    expect(percentText(0.8666)).toBe('87 %');
  });
});

describe('what a keeper types', () => {
  const field = { label: 'Volume', kind: 'volume', range: { min: 0, above: true, max: 1 }, system: 'metric' } as const;

  for (const [text, cubicMetres] of [
    ['27,5', 0.0275],
    ['27.5 L', 0.0275],
    ['7 gal', 0.026497882],
    ['10 quarts', 0.00946352946],
  ] as const) {
    it(`"${text}" is ${cubicMetres} m3`, () => {
      const read = parseField(text, field);
      expect(read.ok ? read.value : NaN).toBeCloseTo(cubicMetres, 9);
    });
  }

  for (const [text, sentence] of [
    ['', 'Volume is empty. It can be more than 0.0 L and at most 1000.0 L.'],
    ['a lot', 'Volume: “a lot” is not a volume.'],
    ['2000', 'Volume is 2000.0 L; it can be more than 0.0 L and at most 1000.0 L.'],
    ['-1', 'Volume is -1.0 L;'],
  ] as const) {
    it(`"${text}" is refused in words`, () => {
      const read = parseField(text, field);
      expect(read.ok ? '' : read.sentence).toContain(sentence);
    });
  }

  for (const [kind, text, si] of [
    ['mass', '1.5', 1.5],
    ['mass', '3.3 lb', 1.496854821],
    ['mass', '800 g', 0.8],
    ['force', '250 kg', 2451.6625],
    ['force', '2.5 kN', 2500],
    ['force', '550lb', 2446.521888393],
    ['height', '3.5', 3.5],
    ['height', '11 ft', 3.3528],
    ['area', '1700', 0.17],
    ['area', '20 in2', 0.0129032],
    ['percent', '60 %', 0.6],
    ['degrees', '160', 160],
    ['number', '1,5', 1.5],
  ] as const) {
    it(`a ${kind} of “${text}” is ${si} in SI`, () => {
      const read = parseField(text, { label: 'It', kind, range: {}, system: 'metric' });
      expect(read.ok ? read.value : NaN).toBeCloseTo(si, 6);
    });
  }

  for (const [kind, text, sentence] of [
    ['mass', '1,220', 'It: “1,220” can be read in two ways. Leave the comma out.'],
    ['mass', '5 km', 'It: “5 km” is not a mass. Write it like'],
    ['force', '-3', 'It is -3 N; it can be'],
    ['percent', '120', 'It is 120 %; it can be'],
    ['degrees', '61', 'It is 61°; it can be'],
  ] as const) {
    it(`a ${kind} of “${text}” is refused in words`, () => {
      const range = { min: 0, max: kind === 'degrees' ? 60 : 1 };
      const read = parseField(text, { label: 'It', kind, range, system: 'metric' });
      expect(read.ok ? '' : read.sentence).toContain(sentence);
    });
  }

  it('what is shown in a field is read back as what it was', () => {
    for (const kind of ['mass', 'force', 'height', 'area', 'percent', 'degrees', 'number'] as const) {
      for (const system of ['metric', 'imperial'] as const) {
        const text = fieldText(0.5, kind, system);
        const read = parseField(text, { label: 'It', kind, range: {}, system });
        expect(read.ok && fieldText(read.value, kind, system))
          .withContext(`${kind} ${system}`)
          .toBe(text);
      }
    }
  });

  it('half a frame is no number of frames', () => {
    const read = parseField('2.5', { label: 'How many', kind: 'count', range: { min: 0, max: 60 }, system: 'metric' });
    expect(read.ok).toBeFalse();
  });

  it('small shares get the figures they deserve, and bees are told to the hundred', () => {
    expect([0.0057, 0.0099, 0.01, 0.024, 0.1, 0.999].map(shareText)).toEqual([
      '0.57 %',
      '0.99 %',
      '1.0 %',
      '2.4 %',
      '10 %',
      '100 %',
    ]);
    expect([49, 50, 15_649, 1_234_567].map(beesText)).toEqual(['0', '100', '15 600', '1 234 600']);
    expect(temperatureText(311.55, 'metric', 1)).toBe('38.4 °C');
  });

  it('a way over ground is told in tens, then in tenths of what one drives by', () => {
    const ways = (metres: readonly number[], system: 'metric' | 'imperial'): readonly string[] =>
      metres.map((one) => distanceText(one, system));
    expect(ways([0, 4, 6, 238, 994.9, 995, 3049], 'metric')).toEqual([
      '0 m',
      '0 m',
      '10 m',
      '240 m',
      '990 m',
      '1.0 km',
      '3.0 km',
    ]);
    expect(ways([90, 303.2, 303.3, 1609.344, 3000], 'imperial')).toEqual([
      '300 ft',
      '990 ft',
      '0.2 mi',
      '1.0 mi',
      '1.9 mi',
    ]);
  });

  it('a few steps are never none', () => {
    expect([stepsText(0.2, 'metric'), stepsText(12.4, 'metric'), stepsText(10, 'imperial')]).toEqual([
      '1 m',
      '12 m',
      '33 ft',
    ]);
  });
});
