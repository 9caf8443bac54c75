import { Injectable, signal } from '@angular/core';
import { readChoice, writeChoice } from '../kept/kept-choice';
import { decimalText } from '../units/format';

export const CURRENCIES = ['€', '£', '$', 'CHF', 'kr', 'zł', 'Kč', 'Ft'] as const;
export type Currency = (typeof CURRENCIES)[number];

const KEY = 'yewridge.currency';

/** The money prices are told in: a sign before or after figures, nothing is converted. Remembered on this device. */
@Injectable({ providedIn: 'root' })
export class CurrencyChoice {
  readonly #currency = signal<Currency>(readChoice(KEY, CURRENCIES) ?? '€');
  readonly currency = this.#currency.asReadonly();

  choose(currency: Currency): void {
    this.#currency.set(currency);
    writeChoice(KEY, currency);
  }
}

/** `23.80`; whole sums of ten and more without cents where `round`. */
export const moneyText = (sum: number, round = false): string => decimalText(sum, round && sum >= 10 ? 0 : 2);
/** `€ 24`. */
export const moneySaid = (sum: number, currency: string, round = false): string =>
  `${currency} ${moneyText(sum, round)}`;
