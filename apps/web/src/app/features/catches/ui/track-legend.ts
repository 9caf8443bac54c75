import { ChangeDetectionStrategy, Component } from '@angular/core';

/** What the marks of the track mean. */
@Component({
  selector: 'yw-track-legend',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <ul aria-label="Marks">
      @for (mark of marks; track mark.name) {
        <li>
          <svg [attr.width]="mark.wide" height="16" [attr.viewBox]="'0 0 ' + mark.wide + ' 16'" aria-hidden="true">
            <path [class]="mark.ink" [attr.d]="mark.d" /></svg
          >{{ mark.name }}
        </li>
      }
    </ul>
  `,
  styles: `
    ul {
      display: flex;
      flex-wrap: wrap;
      gap: 4px 18px;
      margin: 0;
      padding: 0;
      color: var(--ink-2);
      font-size: var(--t-xs);
      list-style: none;
    }
    li {
      display: inline-flex;
      gap: 6px;
      align-items: center;
    }
    path {
      fill: none;
      stroke: var(--catch);
      stroke-width: 1.3;
    }
    .full {
      fill: var(--catch);
      stroke: none;
    }
    .tint {
      fill: var(--catch-2);
    }
    .dash {
      stroke-dasharray: 3 2;
    }
    .yew {
      stroke: var(--yew);
    }
    .clay {
      stroke: var(--clay);
      stroke-width: 1.8;
    }
  `,
})
export class TrackLegend {
  protected readonly marks = [
    {
      name: 'moved in',
      wide: 12,
      ink: 'full',
      d: 'M1 1h10v1.500H7.400C9.800 5 10 7.500 9.400 10 8.800 12.600 7.600 14.400 6 15.500 4.400 14.400 3.200 12.600 2.600 10 2 7.500 2.200 5 4.600 2.500H1z',
    },
    { name: 'found', wide: 10, ink: '', d: 'M5 5a3 3 0 1 1 0 6 3 3 0 0 1 0-6z' },
    { name: 'closed, mesh', wide: 13, ink: '', d: 'M1 3h11v11H1zM4.700 3v11M8.300 3v11M1 6.700h11M1 10.300h11' },
    { name: 'carried', wide: 18, ink: '', d: 'M1 4h5l6 8h5' },
    { name: 'opened', wide: 8, ink: '', d: 'M1 2v12M1 2l5 1.500v9L1 14' },
    { name: 'hived', wide: 18, ink: '', d: 'M1 2h16M3 2v12h12V2M6 5v6M9 5v6M12 5v6' },
    { name: 'eggs seen', wide: 14, ink: '', d: 'M2 10l2-4M6 10l2-4M10 10l2-4' },
    { name: 'settled', wide: 14, ink: '', d: 'M7 2a6 6 0 1 1 0 12A6 6 0 0 1 7 2zM4 8l2 2.300 4-4.500' },
    { name: 'lost', wide: 11, ink: 'clay', d: 'M1 4l9 9M10 4l-9 9' },
    { name: 'trap hung again', wide: 10, ink: 'yew', d: 'M3 14V6a3 3 0 1 1 3 3' },
    { name: 'on its stand', wide: 22, ink: 'tint', d: 'M1 4h20v8H1z' },
    { name: 'expected', wide: 22, ink: 'dash', d: 'M1 4h20v8H1z' },
  ] as const;
}
