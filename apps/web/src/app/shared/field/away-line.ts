import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { ActOutbox } from '../acts/act-outbox';
import { thingsWait } from '../acts/things';
import { WorkspaceStore } from '../workspace/workspace-store';
import { FieldLink } from './field-link';
import { timeOf } from './time-of';

/** Without a signal: of when what is shown is, and how much waits to be sent. Nothing while the server answers. */
@Component({
  selector: 'yw-away-line',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (says(); as says) {
      <p role="status">{{ says }}</p>
    }
  `,
  styles: `
    :host {
      display: block;
      grid-column: 1 / -1;
    }
    p {
      margin: 0 0 6px;
      padding: 6px 10px;
      border-left: 3px solid var(--heat);
      background: var(--heat-2);
      color: var(--ink);
      font-size: var(--t-s);
    }
  `,
})
export class AwayLine {
  readonly #link = inject(FieldLink);
  readonly #outbox = inject(ActOutbox);
  readonly #workspace = inject(WorkspaceStore).workspace;

  protected readonly says = computed(() => {
    if (!this.#link.away()) return null;
    const [asOf, workspace] = [this.#link.asOf(), this.#workspace()];
    const waits = waiting(this.#outbox.waiting());
    if (asOf === null || !workspace) return `No signal${waits === '' ? '' : `, ${waits}`}`;
    return `As of ${timeOf(asOf, workspace.now, workspace.timeZone)}${waits === '' ? ', no signal' : `, ${waits}`}`;
  });
}

const waiting = (count: number): string => (count === 0 ? '' : `${thingsWait(count)} to be sent`);
