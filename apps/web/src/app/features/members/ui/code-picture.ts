import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { labelCode } from '../../../shared/print/label-code';

/** An address as a code that a phone’s camera reads. */
@Component({
  selector: 'yw-code-picture',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<svg [attr.viewBox]="box()" role="img" [attr.aria-label]="says()">
    <rect width="100%" height="100%" class="ground" />
    <path [attr.d]="code().path" class="squares" />
  </svg>`,
  styles: `
    svg {
      display: block;
      width: 176px;
      height: 176px;
      shape-rendering: crispedges;
    }
    /* A camera wants dark on light, in the dark themes too. */
    .ground {
      fill: #fff;
    }
    .squares {
      fill: #000;
    }
  `,
})
export class CodePicture {
  readonly address = input.required<string>();
  /** What scanning it does. */
  readonly says = input.required<string>();
  protected readonly code = computed(() => labelCode(this.address()));
  protected readonly box = computed(() => `0 0 ${this.code().size} ${this.code().size}`);
}
