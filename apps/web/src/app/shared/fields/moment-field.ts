import { ChangeDetectionStrategy, Component, computed, input, output, signal, viewChild } from '@angular/core';
import { DayField } from './day-field';
import { HourField } from './hour-field';

/** A day and its hour; said when both are there, and when both were taken away. */
@Component({
  selector: 'yw-moment',
  imports: [DayField, HourField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<yw-day #day [label]="label() + ', day'" [value]="parts().day" (given)="say($event, hour.hour())" />
    <yw-hour #hour [label]="label() + ', hour'" [value]="parts().hour" (given)="say(day.day(), $event)" />
    @if (half(); as half) {
      <small role="alert">{{ half }}</small>
    }`,
  styles: `
    :host {
      display: flex;
      flex-wrap: wrap;
      gap: var(--s2);
      min-width: 0;
    }
    yw-day {
      flex: 3 1 140px;
    }
    yw-hour {
      flex: 2 1 104px;
    }
    small {
      flex-basis: 100%;
      color: var(--clay);
      font-size: var(--t-xs);
    }
  `,
})
export class MomentField {
  /** What it is called, for whoever cannot see the words beside it. */
  readonly label = input.required<string>();
  /** ISO minute of the place, `2026-05-13T17:05`; '' for none. */
  readonly value = input.required<string>();
  readonly given = output<string>();

  protected readonly dayField = viewChild.required(DayField);
  protected readonly hourField = viewChild.required(HourField);
  /** Whether what stands there is a minute, or nothing. */
  readonly whole = computed(
    () => this.half() === null && this.dayField().fault() === null && this.hourField().fault() === null,
  );
  protected readonly half = signal<string | null>(null);
  protected readonly parts = computed(() => ({ day: this.value().slice(0, 10), hour: this.value().slice(11, 16) }));

  protected say(day: string, hour: string): void {
    const missing = day === '' ? 'day' : hour === '' ? 'hour' : null;
    const none = day === '' && hour === '';
    this.half.set(
      none || missing === null ? null : `Still to say: ${missing === 'day' ? 'on what day' : 'at what hour'}.`,
    );
    if (none || missing === null) this.given.emit(none ? '' : `${day}T${hour}`);
  }
}
