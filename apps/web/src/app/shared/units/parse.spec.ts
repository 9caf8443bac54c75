import type { NumberRange } from '@yewridge/core/shared/errors';
import { type FieldKind, parseField } from './parse';

const said = (text: string, range: NumberRange, kind: FieldKind = 'number'): string => {
  const read = parseField(text, { label: 'Dose', kind, range, system: 'metric' });
  return read.ok ? `${read.value}` : read.sentence;
};

describe('a typed value at the ends of its range', () => {
  it('takes the least and the most, and refuses a hair beyond either with the value and the range', () => {
    const range = { min: 1, max: 10 };
    expect(['0.99', '1', '10', '10.01'].map((text) => said(text, range))).toEqual([
      'Dose is 0.99; it can be at least 1 and at most 10.',
      '1',
      '10',
      'Dose is 10.01; it can be at least 1 and at most 10.',
    ]);
  });

  it('“more than 0” leaves zero out, and what is less with it', () => {
    const range = { min: 0, above: true, max: 1000 };
    expect(['-0.01', '0', '0.01'].map((text) => said(text, range))).toEqual([
      'Dose is -0.01; it can be more than 0 and at most 1000.',
      'Dose is 0; it can be more than 0 and at most 1000.',
      '0.01',
    ]);
  });

  it('an open end stays open', () => {
    expect(
      [said('-1e6', { max: 0 }), said('0', { max: 0 }), said('0.01', { max: 0 })].map((one) => one === '0'),
    ).toEqual([false, true, false]);
    expect(said('1000000', { min: 0 })).toBe('1000000');
  });

  it('the range is asked in the unit of the record, whatever is typed', () => {
    const two = { min: 0, max: 2 };
    expect([said('2 m', two, 'height'), said('200 cm', two, 'height')].map(Number)).toEqual([2, 2]);
    expect(said('201 cm', two, 'height')).toContain('at most 2');
    expect(said('-1', two, 'height')).toContain('at least 0');
  });

  it('nothing, words and half a number are each told what would do', () => {
    expect(said('', { min: 0, max: 5 })).toBe('Dose is empty. It can be at least 0 and at most 5.');
    expect(said('a few', { min: 0, max: 5 })).toContain('“a few” is not');
    expect(said('1/', { min: 0, max: 5 })).toContain('“1/” is not');
  });
});
