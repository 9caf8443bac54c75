import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { UnitSwitch } from '../units/unit-switch';
import { WorkspaceStore } from '../workspace/workspace-store';

/** Place, what is open and when it was saved; under it the answer of the place, and its acts on the right. */
@Component({
  selector: 'yw-page-header',
  imports: [UnitSwitch],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="crumbs">
      <span class="place">{{ place() }}</span>
      <ng-content select="[crumb]" />
    </div>
    <div class="setting">
      @if (demo(); as demo) {
        <p class="demo">
          <strong>Demo</strong>, {{ demo.name }} <span class="clock">{{ demo.clock }}</span>
        </p>
      }
      <yw-unit-switch />
    </div>
    <h1><ng-content select="[answer]" /></h1>
    <div class="acts"><ng-content select="[act]" /></div>
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
    .setting,
    .acts {
      display: flex;
      align-items: center;
      justify-content: flex-end;
      gap: var(--s2) var(--s3);
    }
    .demo {
      margin: 0;
      color: var(--ink-2);
    }
    .clock {
      white-space: nowrap;
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
        grid-template-columns: 1fr;
      }
      .setting {
        order: -1;
        justify-content: space-between;
      }
      .acts {
        justify-content: flex-start;
        flex-wrap: wrap;
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

  readonly #workspace = inject(WorkspaceStore).workspace;
  protected readonly demo = computed(() => {
    const workspace = this.#workspace();
    if (workspace?.kind !== 'demo') return null;
    const clock = new Intl.DateTimeFormat('en-GB', {
      weekday: 'short',
      day: 'numeric',
      month: 'short',
      hour: '2-digit',
      minute: '2-digit',
      timeZone: workspace.timeZone,
    }).format(new Date(workspace.now));
    return { name: workspace.name, clock };
  });
}
