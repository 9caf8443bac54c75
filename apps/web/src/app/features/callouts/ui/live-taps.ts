import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import type { CallDto } from '@yewridge/contract/callouts';

export type Tap = 'brood' | 'honey' | 'boxFull' | 'seen' | 'caged' | 'dead' | 'battery' | 'undo';
interface TapKey {
  readonly tap: Tap;
  readonly name: string;
  readonly small: string;
  readonly count: string;
  readonly mark: string;
}

const MARKS: Readonly<Record<Tap, string>> = {
  brood: 'M2 6h44M6 6v24h36V6M12 12l-3 12M20 12l-3 12M28 12l-3 12M36 12l-3 12',
  honey: 'M10 6h28l-4 26H14zM8 6h32M15 13h18M16 19h16M17 25h14',
  boxFull: 'M6 8h36v22H6zM2 8h44M16 19l6 6 11-12',
  seen: 'M24 4l-4 7 4 5 4-5zM24 16l-5 12 5 6 5-6zM20 18l-9 6M28 18l9 6M20 14l-8-2M28 14l8-2',
  caged: 'M8 6h32v26H8zM16 6v26M24 6v26M32 6v26',
  dead: 'M6 26h36M12 20h10l6-3 8 3M16 14l6 6M22 12l3 7',
  battery: 'M8 12h32v18H8zM14 12V7h6v5M28 12V7h6v5M16 21h6M31 18v6M28 21h6',
  undo: 'M16 8 8 16l8 8M8 16h20a8 8 0 0 1 0 16H18',
};

/** Big taps for gloves: each writes a record of its own, so that a wrong one is taken back alone. */
@Component({
  selector: 'yw-live-taps',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @for (key of keys(); track key.tap) {
      <button
        type="button"
        [class.undo]="key.tap === 'undo'"
        [disabled]="disabled(key.tap)"
        (click)="tapped.emit(key.tap)"
      >
        <svg viewBox="0 0 48 36" width="44" height="33" aria-hidden="true"><path [attr.d]="key.mark" /></svg>
        <span class="count">{{ key.count }}</span>
        <span class="name"
          >{{ key.name }}<small>{{ key.small }}</small></span
        >
      </button>
    }
  `,
  styles: `
    :host {
      display: grid;
      grid-template-columns: repeat(3, minmax(0, 1fr));
      gap: 8px;
    }
    button {
      display: grid;
      grid-template-columns: auto 1fr;
      align-items: center;
      gap: 2px 6px;
      min-height: 76px;
      padding: 6px 8px;
      border: 1px solid var(--rule-2);
      border-radius: var(--r1);
      background: var(--sheet);
      color: var(--ink);
      text-align: left;
      cursor: pointer;
    }
    button:disabled {
      color: var(--ink-3);
      cursor: default;
    }
    svg path {
      fill: none;
      stroke: currentcolor;
      stroke-width: 1.8;
    }
    .count {
      justify-self: end;
      font: 600 22px var(--head);
    }
    .name {
      grid-column: 1 / -1;
      font: 600 15px/1.2 var(--head);
    }
    small {
      display: block;
      color: var(--ink-2);
      font: 400 12px/1.3 var(--text);
    }
    .undo {
      border-style: dashed;
    }
  `,
})
export class LiveTaps {
  readonly one = input.required<CallDto>();
  readonly boxes = input.required<number | null>();
  readonly vacuum = input.required<boolean>();
  /** What was last done, as long as it can be taken back. */
  readonly last = input.required<string | null>();
  readonly tapped = output<Tap>();

  protected readonly keys = computed((): readonly TapKey[] => {
    const { call, collection, pieces, signs } = this.one();
    const count = (use: string): string => String(pieces.filter((piece) => piece.use === use).length);
    const seen = (sign: string): boolean => signs.some((one) => one.sign === sign);
    const full = collection?.boxesFull ?? 0;
    const boxes = this.boxes();
    const key = (tap: Tap, name: string, small: string, figure: string): TapKey => ({
      tap,
      name,
      small,
      count: figure,
      mark: MARKS[tap],
    });
    const combs =
      call.kind === 'structure'
        ? [
            key('brood', 'Brood comb', 'into a frame', count('brood')),
            key('honey', 'Honey comb', 'into the bucket', count('honey')),
          ]
        : [];
    return [
      ...combs,
      key('boxFull', 'Box full', boxes === null ? 'the next one on' : `of ${boxes}`, String(full)),
      key('seen', 'Queen seen', seen('seenIn') ? 'in the box' : 'not yet', seen('seenIn') ? '✓' : ''),
      key('caged', 'Queen caged', seen('caged') ? 'in her cage' : 'not yet', seen('caged') ? '✓' : ''),
      key('dead', 'Dead bees', '10 a tap', String(collection?.deadSeen ?? 0)),
      ...(this.vacuum() ? [key('battery', 'Battery', 'changed now', '')] : []),
      key('undo', 'Undo', (this.last() ?? 'nothing to undo').replace(/^[^:]*: /, ''), ''),
    ];
  });

  protected disabled(tap: Tap): boolean {
    if (tap === 'undo') return this.last() === null;
    const { signs } = this.one();
    return (
      (tap === 'seen' && signs.some(({ sign }) => sign === 'seenIn')) ||
      (tap === 'caged' && signs.some(({ sign }) => sign === 'caged'))
    );
  }
}
