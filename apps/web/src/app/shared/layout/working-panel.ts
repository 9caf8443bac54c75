import { ChangeDetectionStrategy, Component, input } from '@angular/core';

/** How a figure came about: formula, what went in, where it is from and how sure it is. */
export interface Working {
  readonly formula: string;
  readonly inputs: readonly (readonly [name: string, value: string])[];
  readonly source: string;
  readonly sure: string;
}

@Component({
  selector: 'yw-working-panel',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p class="formula">{{ working().formula }}</p>
    <dl>
      @for (row of working().inputs; track $index) {
        <div>
          <dt>{{ row[0] }}</dt>
          <dd>{{ row[1] }}</dd>
        </div>
      }
    </dl>
    <p><strong>Source</strong> {{ working().source }}</p>
    <p><strong>How sure</strong> {{ working().sure }}</p>
  `,
  styles: `
    :host {
      display: block;
      margin: var(--s2) 0;
      padding: var(--s2) var(--s3);
      background: var(--sheet-2);
      border-left: 3px solid var(--rule-2);
      font-size: var(--t-xs);
      line-height: 1.4;
      overflow-wrap: anywhere;
    }
    p {
      margin: 0 0 var(--s1);
      color: var(--ink-2);
    }
    strong {
      font-weight: 600;
      color: var(--ink);
    }
    .formula {
      color: var(--ink);
      font-weight: 500;
    }
    dl {
      margin: 0 0 var(--s1);
    }
    dl div {
      display: flex;
      justify-content: space-between;
      gap: var(--s3);
    }
    dt {
      color: var(--ink-2);
    }
    dd {
      margin: 0;
      text-align: right;
    }
  `,
})
export class WorkingPanel {
  readonly working = input.required<Working>();
}
