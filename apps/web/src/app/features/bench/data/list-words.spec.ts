import type { DesignDto } from '@yewridge/contract/bench';
import { type Design, designDrawing } from '@yewridge/core/bench';
import { chartTheme } from '../../../shared/charts/chart-theme';
import { designLoad } from '@yewridge/core/bench';
import { figureOf } from '../../../shared/units/format';
import { withValue } from '../../../shared/documents/value-at';
import { readingsOf, SAMPLE } from '../testing/sample-design';
import { comparedPoints, comparisonChart } from './comparison-chart';
import type { DesignRow } from './design-list-store';
import { doorDetail } from './door-detail';
import { layoutMiniature, commonScale } from '../../../shared/drawing/drawing-layout';
import { listAnswer } from './list-answer';
import { savedWords, sheetDate } from '../../../shared/documents/saved-words';
import { designAnswer } from './page-words';
import { shapeSizes, stackTable } from './stack-table';

const NOW = '2026-05-14T16:20:00.000Z';
const row = (document: Design | null, name = 'Nuc'): DesignRow => {
  const design: DesignDto = {
    id: name,
    revision: 1,
    document: { ...(document ?? SAMPLE), name },
    createdAt: NOW,
    updatedAt: NOW,
    deletedAt: null,
  };
  return { design, computed: document && { readings: readingsOf(document), drawing: designDrawing(document) } };
};
const large = withValue(SAMPLE, 'sections[0].shape.height', 0.3);
const doorless: Design = { ...SAMPLE, entrances: [] };

describe('bench: the answer of the list', () => {
  for (const [rows, says] of [
    [[], 'No design yet'],
    [[row(null)], 'No design that can be computed yet'],
    [[row(SAMPLE)], '1 design, 36.0 L; 1 has a door of the right size'],
    [[row(SAMPLE), row(large), row(null)], '3 designs, 36.0 to 49.6 L; 2 have a door of the right size'],
    [[row(doorless)], '1 design, 36.0 L; none has a door of the right size'],
  ] as const) {
    it(`says “${says}”`, () => {
      expect(listAnswer(rows, 'metric')).toBe(says);
    });
  }
});

describe('bench: designs side by side', () => {
  it('shows what can be computed, with the band of doors and names that are only names', () => {
    const points = comparedPoints([row(SAMPLE, 'A <b>bold</b> nuc'), row(null)]);
    expect(points.length).toBe(1);
    const option = comparisonChart(points, 'metric')(chartTheme(document.documentElement));
    const [series] = option['series'] as [{ data: { value: number[] }[]; markArea: { data: { yAxis: number }[][] } }];
    expect(series.data[0]?.value.map((value) => Math.round(value * 10) / 10)).toEqual([36, 10.2]);
    expect(series.markArea.data[0]?.map(({ yAxis }) => yAxis)).toEqual([10, 16]);
    const tooltip = (option['tooltip'] as { formatter: (of: unknown) => string }).formatter({
      data: { point: points[0] },
    });
    expect(tooltip).not.toContain('<b>');
    expect(tooltip).toContain('36.0 L gross, 10.2 cm² door');
  });

  it('draws all to one scale, that of the largest', () => {
    const drawings = [designDrawing(SAMPLE), designDrawing(large)];
    const scale = commonScale(drawings, 238, 78);
    const place = { left: 0, top: 0, width: 250, height: 96 };
    const [small, tall] = drawings.map((drawing) => layoutMiniature(drawing, place, scale)[0]);
    expect((tall?.bottom ?? 0) - (tall?.top ?? 0)).toBeLessThanOrEqual(78.1);
    expect(((tall?.bottom ?? 0) - (tall?.top ?? 0)) / ((small?.bottom ?? 0) - (small?.top ?? 1))).toBeCloseTo(
      0.57 / 0.42,
      2,
    );
    expect(small?.bottom).toBe(tall?.bottom ?? NaN);
  });
});

describe('bench: words of a page', () => {
  it('the answer names net volume, door and mass, or leaves out what is not known', () => {
    const load = designLoad(SAMPLE, readingsOf(SAMPLE).room.net);
    expect(designAnswer(readingsOf(SAMPLE), load, 'metric')).toEqual({
      net: { text: '33.5', unit: 'L' },
      door: { text: '10.2', unit: 'cm²' },
      mass: { text: figureOf(load.empty.mass, 'mass', 'metric').text, unit: 'kg' },
    });
    expect(designAnswer(readingsOf(doorless), null, 'metric')).toEqual(
      jasmine.objectContaining({ door: null, mass: null }),
    );
    expect(designAnswer(readingsOf(SAMPLE), { ...load, unweighed: ['keg'] }, 'metric')?.mass).toBeNull();
    expect(designAnswer(null, null, 'metric')).toBeNull();
  });

  const failure = {
    code: 'VALIDATION',
    message: 'No.',
    fields: [{ path: 'document.name', message: 'name is too long' }],
    current: null,
  } as const;
  for (const [state, says] of [
    [{ kind: 'saved', at: NOW }, 'saved 14 May, 18:20'],
    [{ kind: 'saving' }, 'saving …'],
    [{ kind: 'kept', failure }, 'kept on this device; Yewridge does not answer, trying again'],
    [{ kind: 'refused', failure }, 'not saved: name is too long'],
    [{ kind: 'conflict', theirs: row(SAMPLE).design }, 'not saved: changed elsewhere'],
  ] as const) {
    it(`a save that is ${state.kind} reads “${says}”`, () => {
      expect(savedWords(state, 'Europe/Vienna')).toBe(says);
    });
  }

  it('the sheet is dated by its last save, in the time of the place', () => {
    expect(sheetDate({ kind: 'saved', at: '2026-05-13T23:30:00.000Z' }, NOW, 'Europe/Vienna')).toBe('14 May');
    expect(sheetDate({ kind: 'saving' }, NOW, 'Europe/Vienna')).toBe('14 May');
    expect(sheetDate({ kind: 'saving' }, undefined, 'UTC')).toBe('');
  });
});

describe('bench: the sheet’s table and detail', () => {
  it('lists the stack from the top and counts what does not fit', () => {
    const table = stackTable(SAMPLE, readingsOf(SAMPLE), 'metric', 1);
    expect(table).toEqual({ rows: [{ name: 'Nuc', sizes: '468 × 194 × 246', volume: '22.3 L' }], more: 1 });
  });

  for (const [shape, says] of [
    [{ kind: 'cylinder', axis: 'lying', diameter: 0.304, length: 0.64, cut: 0.032 }, 'Ø304 × 640, cut 32'],
    [{ kind: 'cylinder', diameter: 0.3, length: 0.56 }, 'Ø300 × 560'],
    [{ kind: 'cone', diameterBottom: 0.4, diameterTop: 0.3, height: 0.36 }, 'Ø400 to Ø300 × 360'],
    [{ kind: 'measured', volume: 0.03 }, 'by filling'],
  ] as const) {
    it(`a ${shape.kind} reads “${says}”`, () => {
      expect(shapeSizes(shape, 'metric')).toBe(says);
    });
  }

  const place = { left: 0, top: 0, width: 178, height: 152 };
  const detail = (opening: object): ReturnType<typeof doorDetail> =>
    doorDetail(
      { ...SAMPLE.entrances[0]!, opening: opening as never },
      place,
      (metres) => `${Math.round(metres * 10000) / 10}`,
    );

  it('shows a nailed hole with the gaps its nail leaves', () => {
    const { gaps, nails, size, scale, bars } = detail({
      kind: 'hole',
      diameter: 0.038,
      guard: { count: 1, diameter: 0.003 },
    });
    expect(gaps.map(({ text }) => text)).toEqual(['17.5', '17.5']);
    expect([nails, size, scale, bars.length]).toEqual(['1 nail 3', 'Ø38', 'about 1 : 1.5', 1]);
  });

  it('draws a small hole at about its true size, and a long slot smaller', () => {
    expect(detail({ kind: 'hole', diameter: 0.022 }).scale).toBe('about true size');
    const slot = detail({ kind: 'slot', width: 0.3, height: 0.012 });
    expect([slot.scale, slot.size, slot.gaps.length, slot.nails]).toEqual(['about 1 : 8', '300 × 12', 0, null]);
  });
});
