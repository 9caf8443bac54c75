import { inOrder, type TrapRow } from './trap-rows';

const row = (number: string, by: TrapRow['by'] = {}): TrapRow => ({
  id: number,
  link: [],
  sought: number,
  number,
  design: '',
  gross: '',
  mass: '',
  combs: '',
  state: '',
  where: { icon: 'good', says: '' },
  by: { number, ...by },
});
const numbers = (rows: readonly TrapRow[]): readonly string[] => rows.map(({ number }) => number);

describe('the order of built traps', () => {
  it('counts numbers as a keeper does: V-2 before V-10', () => {
    const rows = ['V-10', 'V-2', 'V-1'].map((number) => row(number));
    expect(numbers(inOrder(rows, { active: 'number', direction: 'asc' }))).toEqual(['V-1', 'V-2', 'V-10']);
    expect(numbers(inOrder(rows, { active: 'number', direction: 'desc' }))).toEqual(['V-10', 'V-2', 'V-1']);
  });

  it('puts what was never weighed last, whichever way, and equal ones by their numbers', () => {
    const rows = [
      row('V-1', { mass: null }),
      row('V-3', { mass: 9 }),
      row('V-2', { mass: 9 }),
      row('V-4', { mass: 12 }),
    ];
    expect(numbers(inOrder(rows, { active: 'mass', direction: 'asc' }))).toEqual(['V-2', 'V-3', 'V-4', 'V-1']);
    expect(numbers(inOrder(rows, { active: 'mass', direction: 'desc' }))).toEqual(['V-4', 'V-2', 'V-3', 'V-1']);
  });

  it('leaves what it was given as it was', () => {
    const rows = [row('V-2'), row('V-1')];
    inOrder(rows, { active: 'number', direction: 'asc' });
    expect(numbers(rows)).toEqual(['V-2', 'V-1']);
  });
});
