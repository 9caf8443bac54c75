import { ChangeDetectionStrategy, Component, computed, inject, linkedSignal, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { MatTableModule } from '@angular/material/table';
import { RouterLink } from '@angular/router';
import type { DeviceReadingDto, DevicesDto } from '@yewridge/contract/devices';
import { catchError, EMPTY, exhaustMap, filter, Subject, switchMap, take } from 'rxjs';
import { ReadingStream } from '../../../shared/devices/reading-stream';
import type { ApiFailure } from '../../../shared/http/api-failure';
import { PageHeader } from '../../../shared/layout/page-header';
import { Failed, Waiting } from '../../../shared/layout/states';
import { viewOf } from '../../../shared/season/view-store';
import { UnitChoice } from '../../../shared/units/unit-choice';
import { type DeviceLine, deviceLines, devicesAnswer, withReading } from '../data/device-words';
import { DevicesApi } from '../data/devices-api';
import { RecentReadings } from '../data/recent-readings';
import { DayCourses } from '../ui/day-courses';
import { RegisterForm } from '../ui/register-form';

/** Sensors and stations: what they last told, three days of each, and how one of the keeper's own is let in. */
@Component({
  selector: 'yw-devices-page',
  imports: [PageHeader, Waiting, Failed, MatTableModule, RouterLink, DayCourses, RegisterForm],
  providers: [RecentReadings],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './devices-page.html',
  styleUrl: './devices-page.scss',
})
export class DevicesPage {
  readonly #api = inject(DevicesApi);
  readonly #system = inject(UnitChoice).system;
  readonly #recent = inject(RecentReadings);
  protected readonly stream = inject(ReadingStream);
  protected readonly view = viewOf(() => this.#api.all());
  protected readonly columns = ['name', 'bees', 'inside', 'mass', 'days', 'told', 'act'];
  /** What came in and is not in what was fetched: fetched anew, an answer from before them must not take them off again. */
  readonly #since = linkedSignal<DevicesDto | null, readonly DeviceReadingDto[]>({
    source: this.view.data,
    computation: (view, before) => (before?.value ?? []).filter(({ seq }) => seq > (view?.seq ?? 0)),
  });
  /** As fetched, with every reading that came in since. */
  readonly #devices = computed(() => {
    const view = this.view.data();
    return view && this.#since().reduce(withReading, view);
  });
  protected readonly lines = computed(() => {
    const devices = this.#devices();
    return devices ? deviceLines(devices, this.#system()) : [];
  });
  protected readonly answer = computed(() => {
    const devices = this.#devices();
    return devices ? devicesAnswer(devices) : 'Devices';
  });
  protected readonly problem = signal<string | null>(null);
  protected readonly removing = signal<string | null>(null);
  protected readonly remove$ = new Subject<string>();

  constructor() {
    const view$ = this.view.data$.pipe(filter((view) => view !== null));
    view$.pipe(takeUntilDestroyed()).subscribe(({ devices, now }) => {
      this.#recent.follow(
        devices.filter(({ kind }) => kind === 'trapSensor').map(({ id }) => id),
        now,
      );
    });
    view$
      .pipe(
        take(1),
        switchMap(({ seq }) => this.stream.after(seq)),
        takeUntilDestroyed(),
      )
      .subscribe((reading) => {
        this.#recent.add(reading);
        this.#since.update((since) => [...since, reading]);
      });
    this.remove$
      .pipe(
        exhaustMap((id) =>
          this.#api.remove(id).pipe(
            catchError((failure: ApiFailure) => {
              this.problem.set(failure.message);
              return EMPTY;
            }),
          ),
        ),
        takeUntilDestroyed(),
      )
      .subscribe(() => {
        this.removing.set(null);
        this.view.reload();
      });
  }

  protected readonly byId = (_: number, { id }: DeviceLine): string => id;

  protected recent({ id }: DeviceLine): readonly DeviceReadingDto[] {
    return this.#recent.of(id);
  }
}
