import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type { DeviceReadingDto } from '@yewridge/contract/devices';
import { API_BASE } from '@yewridge/contract/shared';
import type { IsoDate } from '@yewridge/core/season';
import type { Observable } from 'rxjs';
import { map } from 'rxjs/operators';
import { failuresInWords } from '../http/api-failure';

@Injectable({ providedIn: 'root' })
export class ReadingsApi {
  readonly #http = inject(HttpClient);

  /** One device's readings from a day on, oldest first. */
  of(deviceId: string, from: IsoDate): Observable<readonly DeviceReadingDto[]> {
    return this.#http
      .get<{ readonly items: readonly DeviceReadingDto[] }>(`${API_BASE}/readings`, { params: { deviceId, from } })
      .pipe(
        failuresInWords(),
        map(({ items }) => items),
      );
  }
}
