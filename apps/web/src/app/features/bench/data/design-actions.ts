import { inject, Injectable } from '@angular/core';
import { type Design, DESIGN_LIMITS, type Shape } from '@yewridge/core/bench';
import { KeptActions } from '../../../shared/documents/kept-actions';
import { benchLink, designLink } from '../../../shared/routes/paths';
import { newDesign } from './design-edits';
import { DesignListStore } from './design-list-store';
import { DesignsApi } from '../../../shared/documents/designs-api';

@Injectable({ providedIn: 'root' })
export class DesignActions extends KeptActions<Design> {
  constructor() {
    super({
      api: inject(DesignsApi),
      list: inject(DesignListStore),
      one: designLink,
      all: benchLink,
      nameLength: DESIGN_LIMITS.nameLength,
    });
  }

  start(kind: Shape['kind']): void {
    const name = `New ${
      new Map<Shape['kind'], string>([
        ['box', 'box'],
        ['cylinder', 'tube'],
        ['cone', 'pot'],
        ['frustum', 'tapered box'],
      ]).get(kind) ?? 'cavity'
    }`;
    this.create(newDesign(kind, name));
  }
}
