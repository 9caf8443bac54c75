import { TestBed } from '@angular/core/testing';
import { CurrencyChoice, moneySaid, moneyText } from './currency-choice';

describe('money', () => {
  it('has two decimals, or none from ten on where it is told round', () => {
    expect([moneyText(23.8), moneyText(24.14, true), moneyText(9.99, true), moneyText(10, true)]).toEqual([
      '23.80',
      '24',
      '9.99',
      '10',
    ]);
    expect(moneySaid(3, 'CHF')).toBe('CHF 3.00');
  });
  it('is told in the sign that was chosen, and remembered on this device', () => {
    localStorage.clear();
    const choice = TestBed.inject(CurrencyChoice);
    expect(choice.currency()).toBe('€');
    choice.choose('£');
    expect([choice.currency(), localStorage.getItem('yewridge.currency')]).toEqual(['£', '£']);
    localStorage.clear();
  });
});
