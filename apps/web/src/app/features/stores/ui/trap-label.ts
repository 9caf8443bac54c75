import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { TrapDto } from '@yewridge/contract/stores';
import { labelCode } from '../../../shared/print/label-code';

/** What is printed and stuck on a trap: its number, the code of its page, whose it is. */
@Component({
  selector: 'yw-trap-label',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <svg
      [attr.viewBox]="'0 0 ' + code().size + ' ' + code().size"
      role="img"
      [attr.aria-label]="'Code that opens ' + address()"
      shape-rendering="crispEdges"
    >
      <rect width="100%" height="100%" fill="white" />
      <path [attr.d]="code().path" fill="black" />
    </svg>
    <div>
      <p class="number">{{ trap().document.number }}</p>
      <p>{{ trap().document.asBuilt.name }}, version {{ trap().designVersion }}</p>
      <p class="owner">{{ trap().document.owner === '' ? 'Owner line: not said' : trap().document.owner }}</p>
      <p class="small">Swarm trap in use. Bees may be inside: please leave it closed and call the owner.</p>
    </div>
  `,
  styles: `
    :host {
      display: grid;
      grid-template-columns: 34mm 1fr;
      gap: 3mm;
      width: 90mm;
      min-height: 38mm;
      padding: 3mm;
      box-sizing: border-box;
      border: 1px solid var(--rule-2);
      background: white;
      color: black;
      break-inside: avoid;
    }
    svg {
      width: 34mm;
      height: 34mm;
    }
    p {
      margin: 0 0 1mm;
      font-size: 9pt;
      line-height: 1.25;
    }
    .number {
      font: 600 26pt/1 var(--head);
      font-feature-settings: 'lnum' 1;
    }
    .owner {
      font-weight: 600;
    }
    .small {
      font-size: 7.5pt;
    }
  `,
})
export class TrapLabel {
  readonly trap = input.required<TrapDto>();
  /** Where its page is. */
  readonly address = input.required<string>();

  protected readonly code = computed(() => labelCode(this.address()));
}
