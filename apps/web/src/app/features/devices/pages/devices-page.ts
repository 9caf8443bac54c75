import { ChangeDetectionStrategy, Component, computed, inject, linkedSignal, signal } from '@angular/core';
import { takeUntilDestroyed, toObservable } from '@angular/core/rxjs-interop';
import type { DeviceKind, DevicesDto, NewDeviceDto } from '@yewridge/contract/devices';
import { EMPTY, exhaustMap, filter, Subject, switchMap, take } from 'rxjs';
import { catchError } from 'rxjs/operators';
import { ReadingStream } from '../../../shared/devices/reading-stream';
import type { ApiFailure } from '../../../shared/http/api-failure';
import { PageHeader } from '../../../shared/layout/page-header';
import { Failed, Waiting } from '../../../shared/layout/states';
import { viewOf } from '../../../shared/season/view-store';
import { UnitChoice } from '../../../shared/units/unit-choice';
import { deviceLines, devicesAnswer, sendExample, withReading } from '../data/device-words';
import { DevicesApi } from '../data/devices-api';
import { PickList } from '../../../shared/fields/pick';

/** Sensors and stations: what they last told, and how one of the keeper's own is let in. */
@Component({
  selector: 'yw-devices-page',
  imports: [PickList, PageHeader, Waiting, Failed],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './devices-page.html',
  styleUrl: './devices-page.scss',
})
export class DevicesPage {
  readonly #api = inject(DevicesApi);
  readonly #system = inject(UnitChoice).system;
  protected readonly stream = inject(ReadingStream);
  protected readonly view = viewOf(() => this.#api.all());
  /** As fetched, and every reading that came in since. */
  readonly #devices = linkedSignal<DevicesDto | null>(() => this.view.data());
  protected readonly lines = computed(() => {
    const devices = this.#devices();
    return devices ? deviceLines(devices, this.#system()) : [];
  });
  protected readonly answer = computed(() => {
    const devices = this.#devices();
    return devices ? devicesAnswer(devices) : 'Devices';
  });

  protected readonly kind = signal<DeviceKind>('trapSensor');
  protected readonly kinds = [
    { id: 'trapSensor', name: 'a sensor in a trap' },
    { id: 'weatherStation', name: 'a weather station' },
  ];
  protected readonly trapId = signal('');
  protected readonly trapOptions = computed(() =>
    (this.view.data()?.traps ?? []).map(({ trapId, number, site }) => ({
      id: trapId,
      name: site ? `${number}, ${site}` : number,
    })),
  );
  protected readonly name = signal('');
  protected readonly problem = signal<string | null>(null);
  protected readonly made = signal<NewDeviceDto | null>(null);
  protected readonly removing = signal<string | null>(null);
  protected readonly register$ = new Subject<void>();
  protected readonly remove$ = new Subject<string>();
  protected readonly example = computed(() => {
    const one = this.made();
    return one ? sendExample(one.device.id, one.key, one.device.kind, this.view.data()?.now ?? '') : '';
  });

  constructor() {
    const failed = (failure: ApiFailure): typeof EMPTY => {
      this.problem.set(failure.fields[0]?.message ?? failure.message);
      return EMPTY;
    };
    toObservable(this.view.data)
      .pipe(
        filter((view) => view !== null),
        take(1),
        switchMap(({ seq }) => this.stream.after(seq)),
        takeUntilDestroyed(),
      )
      .subscribe((reading) => {
        this.#devices.update((view) => view && withReading(view, reading));
      });
    this.register$
      .pipe(
        // Pressed twice, one device is registered.
        exhaustMap(() => {
          const fault = this.#fault();
          this.problem.set(fault);
          if (fault !== null) return EMPTY;
          const kind = this.kind();
          const trapId = kind === 'trapSensor' ? this.trapId() : null;
          return this.#api.register({ kind, name: this.name().trim(), trapId }).pipe(catchError(failed));
        }),
        takeUntilDestroyed(),
      )
      .subscribe((made) => {
        this.made.set(made);
        this.name.set('');
        this.view.reload();
      });
    this.remove$
      .pipe(
        exhaustMap((id) => this.#api.remove(id).pipe(catchError(failed))),
        takeUntilDestroyed(),
      )
      .subscribe(() => {
        this.removing.set(null);
        this.view.reload();
      });
  }

  #fault(): string | null {
    if (this.kind() === 'trapSensor' && this.trapId() === '') return 'Choose the trap it hangs in.';
    return this.name().trim() === '' ? 'Give it a name, as it is written on it.' : null;
  }
}
