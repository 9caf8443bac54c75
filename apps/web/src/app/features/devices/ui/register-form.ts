import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { takeUntilDestroyed, toSignal } from '@angular/core/rxjs-interop';
import { FormControl, FormGroup, ReactiveFormsModule } from '@angular/forms';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { DEVICE_LIMITS, type DeviceKind, type DevicesDto, type NewDeviceDto } from '@yewridge/contract/devices';
import { catchError, EMPTY, exhaustMap, Subject } from 'rxjs';
import { FindPick } from '../../../shared/fields/find-pick';
import { PickList } from '../../../shared/fields/pick';
import { type ApiFailure, whyNot } from '../../../shared/http/api-failure';
import { sendExample } from '../data/device-words';
import { DevicesApi } from '../data/devices-api';
import { WhereItGoes } from './where-it-goes';

/** A device of the keeper's own is let in: what it is, where it hangs, and its key, which is shown once. */
@Component({
  selector: 'yw-register-form',
  imports: [ReactiveFormsModule, MatFormFieldModule, MatInputModule, PickList, FindPick, WhereItGoes],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './register-form.html',
  styleUrl: './register-form.scss',
})
export class RegisterForm {
  readonly view = input.required<DevicesDto>();
  readonly registered = output();

  readonly #api = inject(DevicesApi);
  protected readonly most = DEVICE_LIMITS.name;
  protected readonly kinds = [
    { id: 'trapSensor', name: 'a sensor in a trap' },
    { id: 'weatherStation', name: 'a weather station' },
  ];
  protected readonly form = new FormGroup({
    kind: new FormControl<DeviceKind>('trapSensor', { nonNullable: true }),
    trapId: new FormControl<string | null>(null),
    name: new FormControl('', { nonNullable: true }),
  });
  readonly #values = toSignal(this.form.valueChanges, { initialValue: this.form.value });
  protected readonly kind = computed(() => this.#values().kind ?? 'trapSensor');
  protected readonly trapId = computed(() => this.#values().trapId ?? null);
  protected readonly traps = computed(() =>
    this.view().traps.map(({ trapId, number, site }) => ({ id: trapId, name: site ? `${number}, ${site}` : number })),
  );
  protected readonly problem = signal<string | null>(null);
  protected readonly made = signal<NewDeviceDto | null>(null);
  protected readonly register$ = new Subject<void>();
  protected readonly example = computed(() => {
    const one = this.made();
    return one ? sendExample(one.device.id, one.key, one.device.kind, this.view().now) : '';
  });

  constructor() {
    this.register$
      .pipe(
        // Pressed twice, one device is registered.
        exhaustMap(() => {
          const fault = this.#fault();
          this.problem.set(fault);
          if (fault !== null) return EMPTY;
          const { kind, trapId, name } = this.form.getRawValue();
          return this.#api.register({ kind, name: name.trim(), trapId: kind === 'trapSensor' ? trapId : null }).pipe(
            catchError((failure: ApiFailure) => {
              this.problem.set(whyNot(failure));
              return EMPTY;
            }),
          );
        }),
        takeUntilDestroyed(),
      )
      .subscribe((made) => {
        this.made.set(made);
        this.form.controls.name.setValue('');
        this.registered.emit();
      });
  }

  protected set(kind: string): void {
    this.form.controls.kind.setValue(kind as DeviceKind);
  }

  #fault(): string | null {
    const { kind, trapId, name } = this.form.getRawValue();
    if (kind === 'trapSensor' && trapId === null) return 'Choose the trap it hangs in.';
    return name.trim() === '' ? 'Give it a name, as it is written on it.' : null;
  }
}
