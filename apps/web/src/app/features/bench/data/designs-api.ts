import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type { Design } from '@yewridge/core/bench';
import { KeptApi } from '../../../shared/documents/kept-api';

@Injectable({ providedIn: 'root' })
export class DesignsApi extends KeptApi<Design> {
  constructor() {
    super(inject(HttpClient), 'designs');
  }
}
