import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import type { RecordDto } from '@yewridge/contract/season';
import { dayShort } from '../season/season-words';
import { UnitChoice } from '../units/unit-choice';
import { ActOutbox } from './act-outbox';
import { asksSame } from './met-act';
import { bothSaid } from './met-words';

/** Acts of which another device said something else: both values, and the keeper picks. */
@Component({
  selector: 'yw-met-acts',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @for (one of met(); track one.id) {
      @if (one.same) {
        <section role="alert">
          <p>
            <strong>The same swarm?</strong> {{ one.says }}: another device logged a swarm there on
            {{ one.on }} already.
          </p>
          <p>Of another swarm hang the trap again first, and log it with that hanging: this report is let go.</p>
          <button type="button" class="button" (click)="outbox.choose(one.id, 'mine')">The same: add mine to it</button>
          <button type="button" class="button" (click)="outbox.choose(one.id, 'other')">Another swarm</button>
        </section>
      } @else {
        <section role="alert">
          <p><strong>Two values.</strong> {{ one.says }}: another device said something else since.</p>
          <table>
            <thead>
              <tr>
                <td></td>
                <th scope="col">yours</th>
                <th scope="col">there</th>
              </tr>
            </thead>
            <tbody>
              @for (field of one.fields; track field.name) {
                <tr>
                  <th scope="row">{{ field.name }}</th>
                  <td>{{ field.mine }}</td>
                  <td>{{ field.there }}</td>
                </tr>
              }
            </tbody>
          </table>
          <button type="button" class="button" (click)="outbox.choose(one.id, 'mine')">Keep yours</button>
          <button type="button" class="button" (click)="outbox.choose(one.id, 'other')">Keep what is there</button>
        </section>
      }
    }
  `,
  styles: `
    section {
      padding: var(--s3) var(--s4);
      border-left: 3px solid var(--clay);
      background: var(--clay-2);
      color: var(--ink);
    }
    p {
      margin: 0;
    }
    table {
      margin: 6px 0 10px;
      border-collapse: collapse;
    }
    th,
    td {
      padding: 2px var(--s5) 2px 0;
      font-weight: 400;
      text-align: left;
    }
    tbody td {
      font-weight: 600;
    }
    button {
      min-height: 44px;
      margin-right: var(--s2);
    }
  `,
})
export class MetActs {
  protected readonly outbox = inject(ActOutbox);
  readonly #units = inject(UnitChoice);
  protected readonly met = computed(() =>
    this.outbox.met().map((one) => ({
      id: one.id,
      says: one.act.says,
      same: asksSame(one),
      on: asksSame(one) ? dayShort((one.current as RecordDto<'catches'>).foundOn) : '',
      fields: bothSaid(one, this.#units.system()),
    })),
  );
}
