import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import { AwayLine } from '../field/away-line';
import { UnitSwitch } from '../units/unit-switch';
import { DemoClock } from '../workspace/demo-clock';

/** Place, what is open and when it was saved; under it the answer of the place, and its acts on the right. */
@Component({
  selector: 'yw-page-header',
  imports: [AwayLine, UnitSwitch, DemoClock],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <yw-away-line />
    <div class="crumbs">
      <span class="place">{{ place() }}</span>
      <ng-content select="[crumb]" />
    </div>
    <div class="setting">
      <yw-demo-clock />
      <yw-unit-switch />
    </div>
    <div class="line">
      <h1><ng-content select="[answer]" /></h1>
      <div class="acts"><ng-content select="[act]" /></div>
    </div>
  `,
  styles: `
    :host {
      display: grid;
      grid-template-columns: 1fr auto;
      align-items: center;
      gap: 2px var(--s4);
      padding: 10px 0 var(--s3);
    }
    .crumbs {
      display: flex;
      align-items: baseline;
      gap: 4px 10px;
      min-width: 0;
      color: var(--ink-2);
    }
    .place {
      color: var(--ink);
      font: 600 var(--t-m) / 1.2 var(--head);
    }
    .line {
      display: flex;
      grid-column: 1 / -1;
      gap: var(--s2) var(--s4);
      align-items: center;
      justify-content: space-between;
    }
    .setting,
    .acts {
      display: flex;
      align-items: center;
      justify-content: flex-end;
      gap: var(--s2) var(--s3);
    }
    .acts {
      flex: 0 1 auto;
      flex-wrap: wrap;
    }
    h1 {
      font-size: 31px;
      line-height: 38px;
      min-width: 0;
    }
    @media (max-width: 1180px) {
      h1 {
        font-size: 26px;
        line-height: 32px;
      }
    }
    @media (max-width: 720px) {
      :host {
        grid-template-columns: minmax(0, 1fr) auto;
      }
      /* The clock over everything; what is shown in which units beside the place. */
      .setting {
        display: contents;
      }
      yw-demo-clock {
        grid-column: 1 / -1;
        order: -1;
        margin-bottom: var(--s2);
      }
      .line {
        display: block;
      }
      .acts {
        justify-content: flex-start;
        flex-wrap: wrap;
        margin-top: var(--s2);
      }
      .crumbs {
        flex-wrap: wrap;
      }
      h1 {
        font-size: 24px;
        line-height: 28px;
      }
    }
  `,
})
export class PageHeader {
  readonly place = input.required<string>();
}
