import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type { DesignVersionDto } from '@yewridge/contract/stores';
import type { Design } from '@yewridge/core/bench';
import type { Observable } from 'rxjs';
import { failuresInWords } from '../http/api-failure';
import { KeptApi } from './kept-api';

@Injectable({ providedIn: 'root' })
export class DesignsApi extends KeptApi<Design> {
  constructor() {
    super(inject(HttpClient), 'designs');
  }

  versions(id: string): Observable<readonly DesignVersionDto[]> {
    return this.http.get<readonly DesignVersionDto[]>(`${this.address}/${id}/versions`).pipe(failuresInWords());
  }
}
