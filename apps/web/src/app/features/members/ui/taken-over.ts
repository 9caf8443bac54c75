import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { ActOutbox } from '../../../shared/acts/act-outbox';
import { things } from '../../../shared/acts/things';
import { readHandedOver } from '../data/handed-over';

/** What waited on a device that was signed out for good, and was handed over as a file, is taken in. */
@Component({
  selector: 'yw-taken-over',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <label class="quiet">
      Take in what a signed-out device handed over
      <input #file class="visually-hidden" type="file" accept=".json,application/json" (change)="take(file)" />
    </label>
    @if (said(); as said) {
      <p role="status">{{ said }}</p>
    }
    @if (problem(); as problem) {
      <p class="fault" role="alert">{{ problem }}</p>
    }
  `,
  styles: `
    :host {
      display: block;
      margin-top: var(--s4);
    }
    label {
      cursor: pointer;
    }
    label:focus-within {
      outline: 2px solid var(--yew);
      outline-offset: 2px;
    }
    p {
      margin: var(--s2) 0 0;
    }
    .fault {
      color: var(--clay);
    }
  `,
})
export class TakenOver {
  readonly #outbox = inject(ActOutbox);
  protected readonly said = signal<string | null>(null);
  protected readonly problem = signal<string | null>(null);

  protected async take(input: HTMLInputElement): Promise<void> {
    const [file] = input.files ?? [];
    const held = file ? readHandedOver(await file.text()) : null;
    input.value = '';
    this.said.set(null);
    this.problem.set(null);
    if (!file) return;
    if (!held) {
      this.problem.set(
        `${file.name} is no file that a signed-out device handed over. It is called yewridge-waiting.json.`,
      );
      return;
    }
    this.#outbox.takeOver(held.acts);
    const by = held.by === null ? '' : ` done by ${held.by}`;
    this.said.set(`${things(held.acts.length)}${by} taken in, under your name.`);
  }
}
