import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type { DeviceDto, DevicesDto, NewDeviceDto, RegisterDeviceDto } from '@yewridge/contract/devices';
import { API_BASE } from '@yewridge/contract/shared';
import type { Observable } from 'rxjs';
import { failuresInWords } from '../../../shared/http/api-failure';

const DEVICES = `${API_BASE}/devices`;

@Injectable({ providedIn: 'root' })
export class DevicesApi {
  readonly #http = inject(HttpClient);

  all(): Observable<DevicesDto> {
    return this.#http.get<DevicesDto>(DEVICES).pipe(failuresInWords());
  }
  register(device: RegisterDeviceDto): Observable<NewDeviceDto> {
    return this.#http.post<NewDeviceDto>(DEVICES, device).pipe(failuresInWords());
  }
  remove(id: string): Observable<DeviceDto> {
    return this.#http.delete<DeviceDto>(`${DEVICES}/${id}`).pipe(failuresInWords());
  }
}
