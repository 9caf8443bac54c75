import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import type { Reading, Rig } from '@yewridge/core/suction';
import type { UnitSystem } from '@yewridge/core/shared/units';
import { Icon } from '../../../shared/icons/icon';
import { gaugeText } from '../data/calibration-words';
import { type PlannedReading, readingPlan } from '../data/reading-plan';
import { SettingPicture } from './setting-picture';

/** What to do: four settings of the empty rig as pictures, what each should show, and which are read already. */
@Component({
  selector: 'yw-reading-plan',
  imports: [SettingPicture, Icon],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<ul aria-label="Settings to read">
    @for (one of plan(); track one.id) {
      <li [class.done]="one.taken.length > 0">
        <yw-setting-picture [opening]="one.opening" [portClosed]="one.portClosed" [pressure]="one.expected" />
        <h4>{{ one.name }}</h4>
        <p>{{ one.why }}</p>
        @if (one.taken.length > 0) {
          <p class="read"><yw-icon name="good" />Reading {{ one.taken.join(' and ') }}</p>
        } @else {
          <p>{{ expects(one) }}</p>
          @if (ready()) {
            <button type="button" class="quiet strong" (click)="chosen.emit(one)">
              Set it so<span class="visually-hidden">: {{ one.name }}</span>
            </button>
          }
        }
      </li>
    }
  </ul>`,
  styles: `
    ul {
      display: grid;
      grid-template-columns: repeat(4, minmax(0, 1fr));
      gap: var(--s3);
      margin: 0;
      padding: 0;
      list-style: none;
    }
    li {
      display: grid;
      align-content: start;
      gap: 4px;
      padding-top: var(--s2);
      border-top: 3px solid var(--rule);
    }
    .done {
      border-color: var(--yew);
    }
    h4,
    p {
      margin: 0;
      font-size: var(--t-s);
    }
    p {
      color: var(--ink-2);
      font-size: var(--t-xs);
    }
    .read {
      --icon-size: 16px;

      display: flex;
      gap: 6px;
      color: var(--yew);
      font-weight: 600;
    }
    @media (max-width: 720px) {
      ul {
        grid-template-columns: repeat(2, minmax(0, 1fr));
      }
    }
  `,
})
export class ReadingPlan {
  readonly rig = input.required<Rig>();
  readonly readings = input.required<readonly Reading[]>();
  readonly system = input.required<UnitSystem>();
  /** Whether the rig may be set and read: the keeper has said that it is empty. */
  readonly ready = input.required<boolean>();
  readonly chosen = output<PlannedReading>();

  protected readonly plan = computed(() => readingPlan(this.rig(), this.readings()));

  protected expects({ expected }: PlannedReading): string {
    return expected === null ? '' : `As described it would show ${gaugeText(expected, this.system())}.`;
  }
}
