import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { Segments } from '../../../shared/fields/segments';
import type { Template } from '../data/templates';

export const PAPER_CHOICES = ['A4', 'letter'] as const;
export type PaperChoice = (typeof PAPER_CHOICES)[number];
/** One file to take along. */
export type TakeAlong =
  | { readonly what: 'sheet' }
  | { readonly what: 'drawing'; readonly of: 'views' | 'parts' | 'cuts'; readonly as: 'svg' | 'dxf' }
  | { readonly what: 'template'; readonly template: Template }
  | { readonly what: 'list' }
  | { readonly what: 'design' };

/** Files to take to the saw, and to give away. */
@Component({
  selector: 'yw-take-along',
  imports: [Segments],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="head">
      <h2>Take along</h2>
      <yw-segments label="Paper" [options]="papers" [value]="paper()" (chosen)="papered.emit($any($event))" />
    </div>
    <ul>
      <li>
        <span>Build sheet <small>picture, parts, marks, order of work</small></span>
        <button type="button" class="quiet" (click)="taken.emit({ what: 'sheet' })">
          PDF<span class="visually-hidden"> of the build sheet</span>
        </button>
      </li>
      @for (drawing of drawings; track drawing.of) {
        <li>
          <span>{{ drawing.name }} <small>mm</small></span>
          <span class="two">
            @for (kind of kinds; track kind) {
              <button type="button" class="quiet" (click)="taken.emit({ what: 'drawing', of: drawing.of, as: kind })">
                {{ kind === 'svg' ? 'SVG' : 'DXF' }}<span class="visually-hidden"> of {{ drawing.name }}</span>
              </button>
            }
          </span>
        </li>
      }
      @for (template of templates(); track template.id) {
        <li>
          <span>{{ template.name }} <small>1 : 1</small></span>
          <button type="button" class="quiet" (click)="taken.emit({ what: 'template', template })">
            PDF<span class="visually-hidden"> of {{ template.name }} at true size</span>
          </button>
        </li>
      }
      <li>
        <span>Shopping list</span>
        <button type="button" class="quiet" (click)="taken.emit({ what: 'list' })">Text</button>
      </li>
      <li>
        <span>The design itself <small>to give away</small></span>
        <button type="button" class="quiet" (click)="taken.emit({ what: 'design' })">JSON</button>
      </li>
    </ul>
    <p>Print at 100 % and lay a rule on the 100 mm bar.</p>
  `,
  styles: `
    .head {
      display: flex;
      align-items: center;
      justify-content: space-between;
    }
    h2 {
      font-size: 16px;
    }
    ul {
      margin: 4px 0;
      padding: 0;
      list-style: none;
    }
    li {
      display: flex;
      gap: var(--s3);
      justify-content: space-between;
      padding: 3px 0;
    }
    .two {
      display: flex;
      gap: var(--s3);
    }
    .quiet {
      font-weight: 600;
    }
    small,
    p {
      color: var(--ink-2);
      font-size: var(--t-xs);
    }
    p {
      margin: 0;
    }
  `,
})
export class TakeAlongPanel {
  readonly templates = input.required<readonly Template[]>();
  readonly paper = input.required<PaperChoice>();
  readonly papered = output<PaperChoice>();
  readonly taken = output<TakeAlong>();

  protected readonly papers = PAPER_CHOICES.map((id) => ({ id, name: id }));
  protected readonly kinds = ['svg', 'dxf'] as const;
  protected readonly drawings = [
    { of: 'cuts', name: 'What is cut where' },
    { of: 'parts', name: 'Every part, flat' },
    { of: 'views', name: 'Front and side' },
  ] as const;
}
