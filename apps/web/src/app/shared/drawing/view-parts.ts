import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import type { PartRef } from '@yewridge/core/bench';
import type { PlacedPart } from './drawing-layout';

/** The parts of one view: each role has its own line, fill and hatch, so that it reads without colour. */
@Component({
  // An SVG group: there is no element of our own inside a drawing.
  // eslint-disable-next-line @angular-eslint/component-selector
  selector: 'svg:g[ywViewParts]',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @for (part of parts(); track $index) {
      <svg:path
        [attr.d]="part.path"
        [attr.class]="part.role"
        [class.other]="part.hatch === 1"
        [class.chosen]="chosen() !== null && part.ref?.id === chosen()"
        (click)="part.ref && picked.emit(part.ref)"
      />
    }
  `,
  styleUrl: './view-parts.scss',
})
export class ViewParts {
  readonly parts = input.required<readonly PlacedPart[]>();
  /** Id of the section or entrance that is being worked on. */
  readonly chosen = input<string | null>(null);
  readonly picked = output<PartRef>();
}
