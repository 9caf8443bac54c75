import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import { MatRadioModule } from '@angular/material/radio';
import { type Design, type Dispute, type School, type SchoolChoice, SETUP_LIMITS } from '@yewridge/core/bench';
import { disputeViews } from '../data/school-view';

/** One school a disputed question, with what it gains and what the field tests say it costs. */
@Component({
  selector: 'yw-school-list',
  imports: [MatRadioModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <header><h2>Schools</h2></header>
    @for (view of views(); track view.dispute) {
      <section class="row" [class.open]="open() === view.dispute">
        <button
          type="button"
          class="head"
          [attr.aria-expanded]="open() === view.dispute"
          (click)="toggle(view.dispute)"
        >
          <span class="question">{{ view.question }}</span>
          <b>{{ view.chosen.name }}</b>
          <span class="line">{{ view.others }}</span>
        </button>
        @if (open() === view.dispute) {
          <mat-radio-group
            [attr.aria-label]="view.question"
            [value]="view.chosen.school"
            (change)="choose(view.dispute, $event.value, view.reason)"
          >
            @for (option of view.options; track option.school) {
              <mat-radio-button [value]="option.school"
                ><b>{{ option.name }}</b> {{ option.costs }} by the field experiments; gains
                {{ option.gains }}</mat-radio-button
              >
            }
          </mat-radio-group>
          <label class="reason">
            <span>My reason</span>
            <input
              #why
              type="text"
              [maxLength]="most"
              [value]="view.reason"
              (input)="choose(view.dispute, view.chosen.school, why.value)"
              (blur)="left.emit()"
            />
          </label>
        } @else if (view.reason !== '') {
          <p class="why">{{ view.reason }}</p>
        }
      </section>
    }
    <p class="foot">These follow the published nest-choice tests. Choose another and you see what it costs.</p>
  `,
  styleUrl: './school-list.scss',
})
export class SchoolList {
  readonly design = input.required<Design>();
  readonly chosen = output<{ readonly dispute: Dispute; readonly choice: SchoolChoice | undefined }>();
  readonly left = output();

  protected readonly most = SETUP_LIMITS.reasonLength;
  protected readonly open = signal<Dispute | null>(null);
  protected readonly views = computed(() => disputeViews(this.design()));

  protected toggle(dispute: Dispute): void {
    this.open.update((open) => (open === dispute ? null : dispute));
  }

  /** The field tests without a reason are no choice at all. */
  protected choose(dispute: Dispute, school: School, reason: string): void {
    const choice = school === 'field' && reason === '' ? undefined : { school, reason };
    this.chosen.emit({ dispute, choice });
  }
}
