import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';

/** Bytes in a group. */
const GROUP = 2;

/** A fingerprint in groups that two people can read to each other. */
@Component({
  selector: 'yw-fingerprint',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<ol aria-label="Fingerprint">
    @for (group of groups(); track $index) {
      <li>{{ group }}</li>
    }
  </ol>`,
  styles: `
    ol {
      display: grid;
      grid-template-columns: repeat(8, max-content);
      gap: 2px var(--s3);
      margin: 0;
      padding: 0;
      list-style: none;
      font-size: var(--t-m);
      font-variant-numeric: tabular-nums;
    }
    @media (max-width: 720px) {
      ol {
        grid-template-columns: repeat(4, max-content);
        gap: 6px var(--s4);
      }
    }
  `,
})
export class Fingerprint {
  /** Pairs of hexadecimal digits, parted by colons. */
  readonly is = input.required<string>();
  protected readonly groups = computed(() => {
    const pairs = this.is().split(':');
    return Array.from({ length: Math.ceil(pairs.length / GROUP) }, (_, n) =>
      pairs.slice(n * GROUP, (n + 1) * GROUP).join(''),
    );
  });
}
