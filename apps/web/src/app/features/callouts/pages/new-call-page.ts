import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import type { Fields } from '@yewridge/contract/season';
import { ActOutbox } from '../../../shared/acts/act-outbox';
import { QUESTIONS } from '../../../shared/calls/call-words';
import { PageHeader } from '../../../shared/layout/page-header';
import { valueOfForm } from '../../../shared/records/form-state';
import { RecordField } from '../../../shared/records/record-field';
import { recordForm } from '../../../shared/records/record-form';
import { callLink, callsLink } from '../../../shared/routes/paths';
import { made } from '../../../shared/season/records-api';
import { JobClock } from '../data/job-clock';

/** A call is taken: what one can tap while somebody talks. Everything else is asked once it is logged. */
@Component({
  selector: 'yw-new-call-page',
  imports: [PageHeader, RecordField, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <yw-page-header place="Catches">
      <a crumb [routerLink]="calls">All calls</a>
      <span answer>Somebody rings: where, and what?</span>
    </yw-page-header>
    <section class="sheet">
      <h2>What do they see?</h2>
      <div class="kinds" role="group" aria-label="What do they see?">
        @for (kind of kinds; track kind.name) {
          <button type="button" [attr.aria-pressed]="said().kind === kind.change.kind" (click)="say(kind.change)">
            {{ kind.name }}
          </button>
        }
      </div>
      <h2>Where is it?</h2>
      <yw-record-field table="callouts" field="place" says="place" [control]="form.controls.place" />
      <h2>Who rings?</h2>
      <yw-record-field table="callouts" field="caller" says="name" [control]="form.controls.caller" />
      <yw-record-field table="callouts" field="callback" says="ring back at" [control]="form.controls.callback" />
      <p class="note">Name and number stay here: they are in no file that leaves unless you tick it.</p>
      <button type="button" class="keep" [attr.aria-disabled]="missing() !== null" (click)="keep()">
        Log the call
      </button>
      @if (missing() && tried()) {
        <p role="alert">{{ missing() }}</p>
      }
    </section>
  `,
  styleUrl: './new-call-page.scss',
})
export class NewCallPage {
  readonly #outbox = inject(ActOutbox);
  readonly #router = inject(Router);
  readonly #clock = inject(JobClock);
  protected readonly calls = callsLink();
  protected readonly form = recordForm('callouts');
  protected readonly said = valueOfForm<{ readonly [F in keyof Fields<'callouts'>]: Fields<'callouts'>[F] | null }>(
    this.form,
  );
  protected readonly tried = signal(false);
  protected readonly kinds = [
    ...(QUESTIONS['what']?.answers ?? []),
    { name: 'They cannot say', change: { kind: 'unknown' as const } },
  ];
  protected readonly missing = computed(() => {
    const { kind, place } = this.said();
    if (kind === null) return 'Still to say: what they see, even if they cannot say.';
    return (place ?? '').trim() === '' ? 'Still to say: where it is.' : null;
  });

  protected say(change: Partial<Fields<'callouts'>>): void {
    this.form.patchValue(change);
  }

  protected keep(): void {
    this.tried.set(true);
    const calledAt = this.#clock.minute();
    const { place, kind, ...said } = this.said();
    if (this.missing() !== null || kind === null || calledAt === null) return;
    const call = made('callouts', {
      ...said,
      kind,
      place: (place ?? '').trim(),
      calledAt,
      // Nobody has asked yet.
      poison: 'unknown',
      permission: 'unknown',
      state: 'called',
    });
    this.#outbox.do({ says: `A call logged, ${(place ?? '').trim()}`, changes: [call] });
    void this.#router.navigate([...callLink(call.id)]);
  }
}
