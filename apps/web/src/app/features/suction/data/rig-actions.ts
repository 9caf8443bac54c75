import { inject, Injectable } from '@angular/core';
import { type Rig, RIG_LIMITS } from '@yewridge/core/suction';
import { KeptActions } from '../../../shared/documents/kept-actions';
import { rigLink, suctionLink } from '../../../shared/routes/paths';
import { RigListStore } from './rig-list-store';
import { RigsApi } from './rigs-api';

@Injectable({ providedIn: 'root' })
export class RigActions extends KeptActions<Rig> {
  constructor() {
    super({
      api: inject(RigsApi),
      list: inject(RigListStore),
      one: rigLink,
      all: suctionLink,
      nameLength: RIG_LIMITS.nameLength,
    });
  }
}
