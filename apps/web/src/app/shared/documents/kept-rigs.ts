import { HttpClient } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import type { Rig } from '@yewridge/core/suction';
import { KeptApi } from './kept-api';

/** Rigs as the server keeps them. */
@Injectable({ providedIn: 'root' })
export class KeptRigs extends KeptApi<Rig> {
  constructor() {
    super(inject(HttpClient), 'rigs');
  }
}
