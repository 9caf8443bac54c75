import { Injectable } from '@angular/core';
import type {
  BatteryReadingDto,
  FreezeReason,
  GateSettingDto,
  ManometerReadingDto,
  RigVersionDto,
} from '@yewridge/contract/suction';
import type { Observable } from 'rxjs';
import { KeptRigs } from '../../../shared/documents/kept-rigs';
import { failuresInWords } from '../../../shared/http/api-failure';
import { serverReadings } from '../../../shared/streams/server-events';

@Injectable({ providedIn: 'root' })
export class RigsApi extends KeptRigs {
  versions(id: string): Observable<readonly RigVersionDto[]> {
    return this.http.get<readonly RigVersionDto[]>(`${this.address}/${id}/versions`).pipe(failuresInWords());
  }

  freeze(id: string, revision: number, reason: FreezeReason): Observable<RigVersionDto> {
    return this.http
      .post<RigVersionDto>(`${this.address}/${id}/versions`, { revision, reason })
      .pipe(failuresInWords());
  }

  /** Readings of the manometer as they come, for as long as somebody listens. Errors when the stream cannot be opened. */
  manometer(id: string, { opening, portClosed }: GateSettingDto): Observable<ManometerReadingDto> {
    return serverReadings(`${this.address}/${id}/manometer?opening=${opening}&portClosed=${portClosed}`);
  }

  /** Minutes of the battery's monitor while the rig runs; errors when there is none. */
  battery(id: string): Observable<BatteryReadingDto> {
    return serverReadings(`${this.address}/${id}/battery`);
  }
}
