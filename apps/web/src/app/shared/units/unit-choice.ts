import { Injectable, signal } from '@angular/core';
import { UNIT_SYSTEMS, type UnitSystem } from '@yewridge/core/shared/units';
import { readChoice, writeChoice } from '../kept/kept-choice';

const KEY = 'yewridge.units';

/** Metric or imperial, chosen in one place and remembered on this device. */
@Injectable({ providedIn: 'root' })
export class UnitChoice {
  readonly #system = signal<UnitSystem>(readChoice(KEY, UNIT_SYSTEMS) ?? 'metric');
  readonly system = this.#system.asReadonly();

  choose(system: UnitSystem): void {
    this.#system.set(system);
    writeChoice(KEY, system);
  }

  toggle(): void {
    this.choose(this.#system() === 'metric' ? 'imperial' : 'metric');
  }
}
