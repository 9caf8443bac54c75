import {
  booleanAttribute,
  ChangeDetectionStrategy,
  Component,
  computed,
  input,
  linkedSignal,
  output,
  signal,
} from '@angular/core';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { MatTimepickerModule } from '@angular/material/timepicker';
import { DateTime } from 'luxon';
import { DAY_PROVIDERS, hourOf } from './day-adapter';
import { NamedField } from './named-field';

/** An hour and minute, typed or taken from a list of half hours; said when it is whole and the field is left. */
@Component({
  selector: 'yw-hour',
  imports: [MatFormFieldModule, MatInputModule, MatTimepickerModule, NamedField],
  providers: DAY_PROVIDERS,
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<mat-form-field appearance="outline" subscriptSizing="dynamic" [ywNamed]="label()">
      <input
        #box
        matInput
        autocomplete="off"
        [matTimepicker]="hours"
        [matTimepickerOpenOnClick]="false"
        [attr.aria-label]="label()"
        [attr.aria-invalid]="fault() !== null"
        [value]="shown()"
        (blur)="leave(box.value)"
      />
      <mat-timepicker-toggle matIconSuffix [for]="hours" aria-label="Open list of hours" />
      <mat-timepicker #hours interval="30m" (selected)="take($event.value)" />
    </mat-form-field>
    @if (fault(); as fault) {
      <small role="alert">{{ fault }}</small>
    }`,
  styleUrl: './moment.scss',
})
export class HourField {
  /** What it is called, for whoever cannot see the words beside it. */
  readonly label = input.required<string>();
  /** HH:mm as it is kept; '' for none. */
  readonly value = input.required<string>();
  /** Whether it may not be left empty. */
  readonly needed = input(false, { transform: booleanAttribute });
  /** HH:mm, or '' when it was taken away. */
  readonly given = output<string>();

  readonly fault = signal<string | null>(null);
  /** HH:mm as it stands there now; '' for none, or what is no hour. */
  readonly hour = linkedSignal(() => this.value());
  protected readonly shown = computed(() => (this.value() === '' ? null : DateTime.fromISO(this.value())));

  protected leave(text: string): void {
    const hour = hourOf(text) ?? '';
    const unreadable = hour === '' && (text.trim() !== '' || this.needed());
    this.fault.set(unreadable ? 'The hour is not whole: type hour and minute, like 17:05.' : null);
    this.#say(hour);
  }

  protected take(hour: DateTime | null): void {
    this.fault.set(null);
    this.#say(hour?.toFormat('HH:mm') ?? '');
  }

  #say(hour: string): void {
    if (hour === this.hour()) return;
    this.hour.set(hour);
    if (this.fault() === null) this.given.emit(hour);
  }
}
