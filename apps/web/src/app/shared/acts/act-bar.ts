import { ChangeDetectionStrategy, Component, DestroyRef, inject } from '@angular/core';
import { KeyMap } from '../keys/key-map';
import { ActOutbox } from './act-outbox';
import { MetActs } from './met-acts';
import { things } from './things';

/** What was last done and the way back; what the server would not keep, and what it has not got yet. */
@Component({
  selector: 'yw-act-bar',
  imports: [MetActs],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @for (one of outbox.refused(); track one.id) {
      <p class="refused" role="alert">
        <span
          ><strong>{{ one.kept ? 'Kept, and back.' : 'Not kept.' }}</strong> {{ one.says }}: {{ one.sentence }}</span
        >
        <button type="button" (click)="outbox.dismiss(one.id)">I see</button>
      </p>
    }
    @if (outbox.met().length > 0) {
      @defer {
        <yw-met-acts />
      }
    }
    @for (one of outbox.aside(); track one.id) {
      <p class="refused" role="alert">
        <span
          ><strong>Set aside.</strong> {{ one.says }}: Yewridge could not take it, however often it was sent. It is kept
          on this device; what came after it goes on.</span
        >
        <button type="button" (click)="outbox.sendAgain(one.id)">Send again</button>
        <button type="button" (click)="outbox.letGo(one.id)">Let it go</button>
      </p>
    }
    @if (outbox.missed() > 0) {
      <p class="refused" role="alert">
        <span
          ><strong>The records were put back to an earlier state.</strong> {{ things(outbox.missed()) }} done on this
          device since {{ outbox.missed() === 1 ? 'is' : 'are' }} not in them.</span
        >
        <button type="button" (click)="outbox.offerAgain(true)">Send again</button>
        <button type="button" (click)="outbox.offerAgain(false)">Leave out</button>
      </p>
    }
    @if (outbox.onlyHere() && outbox.waiting() > 0) {
      <p class="refused" role="alert">
        <span
          ><strong>This device keeps nothing.</strong> Its storage is full or shut: {{ outbox.waiting() }} waiting in
          this page alone. Leave it open until they are kept.</span
        >
      </p>
    }
    @if (outbox.saidOnPage()) {
      <!-- The page says itself what was kept, and has the way back. -->
    } @else if (outbox.last(); as last) {
      <div class="last" role="status">
        <p>
          {{ last.says }}, {{ last.waiting ? (outbox.onlyHere() ? 'on its way' : 'kept on this device') : 'kept' }}.
          @if (outbox.unreachable()) {
            <strong>Yewridge cannot keep it yet: {{ outbox.waiting() }} waiting here.</strong>
          }
        </p>
        <button type="button" (click)="outbox.undoLast()">Undo</button>
      </div>
    } @else if (outbox.unreachable()) {
      <p class="last" role="status">
        Yewridge cannot keep it yet: {{ outbox.waiting() }} waiting here{{ outbox.onlyHere() ? '' : ', none is lost' }}.
      </p>
    }
  `,
  styles: `
    :host {
      display: block;
    }
    .last,
    .refused {
      display: flex;
      align-items: stretch;
      justify-content: space-between;
      gap: var(--s3);
      min-height: 56px;
      margin: 0;
      background: var(--ink);
      color: var(--paper);
      font-size: var(--t-m);
    }
    .refused {
      border-left: 3px solid var(--clay);
      background: var(--clay-2);
      color: var(--ink);
    }
    p,
    span {
      margin: 0;
      padding: 0 var(--s4);
      align-self: center;
    }
    button {
      min-width: 92px;
      border: 0;
      border-left: 1px solid currentcolor;
      background: none;
      color: inherit;
      font-weight: 600;
      cursor: pointer;
    }
    button:focus-visible {
      outline-color: currentcolor;
      outline-offset: -4px;
    }
  `,
})
export class ActBar {
  protected readonly outbox = inject(ActOutbox);
  protected readonly things = things;

  constructor() {
    inject(KeyMap).add(
      [
        {
          sequence: 'Ctrl+z',
          says: 'Take back what was last done',
          run: () => {
            this.outbox.undoLast();
          },
        },
      ],
      inject(DestroyRef),
    );
  }
}
