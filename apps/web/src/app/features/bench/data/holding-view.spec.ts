import { type Design, startingPoint } from '@yewridge/core/bench';
import { holdingView } from './holding-view';

const box = startingPoint('holding-box');
const meshed = (meshArea: number, swarm: number): Design => ({
  ...box,
  gaps: (box.gaps ?? []).map((gap) => ({ ...gap, meshArea })),
  load: { swarm, flow: 'dearth', limit: 10 },
});

describe('air for nurse bees', () => {
  it('the holding box as it starts is judged, with minutes for three moods on two days', () => {
    const view = holdingView(box, 'metric')!;
    expect(view.sentence).toMatch(/cm² of open mesh is .* for 10000 nurse bees/);
    expect(view.rows.map(({ times }) => times.length)).toEqual([3, 3]);
  });

  it('wide mesh is enough for few bees, none is too little for many', () => {
    expect(holdingView(meshed(0.06, 0.3), 'metric')?.level).not.toBe('look');
    const tight = holdingView(meshed(1e-4, 3), 'metric')!;
    expect(tight.level).toBe('look');
    expect(tight.sentence).toContain('too little for 30000 nurse bees');
  });

  it('a mesh that nobody measured is not guessed', () => {
    const gaps = (box.gaps ?? []).map(({ meshArea: _, ...gap }) => gap);
    expect(holdingView({ ...box, gaps }, 'metric')).toBeNull();
  });
});
