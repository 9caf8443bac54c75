import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';

export interface PlaceLine {
  readonly id: string;
  readonly name: string;
  readonly says: string;
}

/** Places one under the other, for keys and for narrow screens: a touch opens one. */
@Component({
  selector: 'yw-place-list',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<ul class="sheet" [attr.aria-label]="label()">
    @for (line of lines(); track line.id) {
      <li>
        <button type="button" [attr.aria-current]="line.id === open()" (click)="picked.emit(line.id)">
          <strong>{{ line.name }}</strong> <span>{{ line.says }}</span>
        </button>
      </li>
    } @empty {
      <li class="none">{{ none() }}</li>
    }
  </ul>`,
  styles: `
    :host {
      display: block;
      min-height: 0;
      overflow: auto;
    }
    ul {
      margin: 0;
      padding: 0;
      list-style: none;
    }
    button {
      display: grid;
      grid-template-columns: 160px minmax(0, 1fr);
      gap: 12px;
      width: 100%;
      min-height: 44px;
      padding: 6px 12px;
      border: 0;
      border-bottom: 1px solid var(--rule);
      background: none;
      text-align: left;
      cursor: pointer;
    }
    button:hover,
    [aria-current='true'] {
      background: var(--yew-2);
    }
    span {
      color: var(--ink-2);
    }
    .none {
      padding: 12px;
    }
    @media (max-width: 720px) {
      button {
        grid-template-columns: minmax(0, 1fr);
        gap: 0;
        min-height: 58px;
      }
    }
  `,
})
export class PlaceList {
  readonly label = input.required<string>();
  readonly lines = input.required<readonly PlaceLine[]>();
  readonly open = input<string | null>(null);
  /** What stands there where there is none. */
  readonly none = input('');
  readonly picked = output<string>();
}
