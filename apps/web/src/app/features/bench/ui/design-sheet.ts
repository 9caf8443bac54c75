import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { type Design, type DesignDrawing, type DesignReadings, openingArea, type PartRef } from '@yewridge/core/bench';
import { NATURAL_STEP, type UnitSystem } from '@yewridge/core/shared/units';
import { decimalText, figureOf, figureText } from '../../../shared/units/format';
import { doorDetail } from '../data/door-detail';
import { DimensionMark } from '../../../shared/drawing/dimension-mark';
import { type DimensionEnd, layoutDrawing } from '../../../shared/drawing/drawing-layout';
import { FILL_NAMES, MATERIAL_NAMES } from '../data/names';
import { ScreenScale } from '../../../shared/drawing/screen-scale';
import { stackTable } from '../data/stack-table';
import { ViewParts } from '../../../shared/drawing/view-parts';

const FRAME = 9;
const FOOT = 196;
const TITLE_WIDTH = 360;
const NARROW_BELOW = 520;
const LARGE_STEP = 10;
const LABEL_ROOM = 34;

/** The drawing sheet of a design: both views dimensioned, the door in detail, the stack as a table, the title block. */
@Component({
  selector: 'yw-design-sheet',
  imports: [DimensionMark, ViewParts],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './design-sheet.html',
  styleUrl: './design-sheet.scss',
})
export class DesignSheet {
  readonly design = input.required<Design>();
  readonly drawing = input.required<DesignDrawing>();
  readonly readings = input.required<DesignReadings>();
  readonly system = input.required<UnitSystem>();
  readonly version = input.required<string>();
  readonly date = input.required<string>();
  readonly width = input.required<number>();
  readonly height = input.required<number>();
  readonly chosen = input<PartRef | null>(null);
  readonly picked = output<PartRef>();
  /** The chosen dimension is being pulled: m since it was taken; then let go, or given back. */
  readonly pulled = output<{ readonly ref: PartRef; readonly by: number }>();
  readonly released = output<'kept' | 'given back'>();

  readonly #screen = inject(ScreenScale);
  protected readonly narrow = computed(() => this.width() < NARROW_BELOW);
  protected readonly foot = computed(() => (this.narrow() ? 96 : FOOT));
  protected readonly layout = computed(() =>
    layoutDrawing({
      drawing: this.drawing(),
      place: {
        left: FRAME + 4,
        top: FRAME + 6,
        width: this.width() - 2 * FRAME - 8,
        height: this.height() - 2 * FRAME - 8 - this.foot(),
      },
      narrow: this.narrow(),
      format: (metres) => figureOf(metres, 'length', this.system()).text,
    }),
  );
  protected readonly frame = computed(() => ({
    x: FRAME,
    y: FRAME,
    width: this.width() - 2 * FRAME,
    height: this.height() - 2 * FRAME,
  }));
  protected readonly ticks = computed(() => {
    const thirds = (size: number): readonly number[] => [1, 2, 3].map((n) => (size * n) / 4);
    const across = thirds(this.width()).map((x) => `M${x} 0V${FRAME}M${x} ${this.height()}v${-FRAME}`);
    const up = thirds(this.height()).map((y) => `M0 ${y}H${FRAME}M${this.width()} ${y}h${-FRAME}`);
    return [...across, ...up].join('');
  });
  protected readonly titles = { front: 'Front', side: 'Side, cut down the middle' };
  protected readonly titleBlock = computed(() => {
    const width = Math.min(TITLE_WIDTH, this.width() - 2 * FRAME);
    const x = this.width() - FRAME - width;
    const y = this.height() - FRAME - 84;
    const scale = this.layout().scale;
    return {
      x,
      y,
      width,
      cells: [
        { x: 0, head: 'Scale, about', text: `1 : ${decimalText(scale, 1, true)}` },
        { x: width * 0.24, head: 'Units', text: figureOf(1, 'length', this.system()).unit },
        { x: width * 0.36, head: 'Date', text: this.date() },
        { x: width * 0.54, head: 'Made of', text: MATERIAL_NAMES[this.design().material] },
        { x: width * 0.84, head: '', text: '' },
      ],
      name: clipped(this.design().name, width * 0.62),
    };
  });
  protected readonly table = computed(() => stackTable(this.design(), this.readings(), this.system(), 4));
  protected readonly detail = computed(() => {
    const entrance = this.design().entrances[0];
    if (!entrance || this.narrow()) return null;
    const place = { left: 22, top: this.height() - FRAME - FOOT + 30, width: 178, height: FOOT - 44 };
    return {
      ...doorDetail(
        entrance,
        place,
        (metres) => figureOf(metres, 'part', this.system()).text,
        this.#screen.calibration() && !this.#screen.zoomed() ? this.#screen.pixelsPerMetre() : null,
      ),
      title: `A  ${entrance.label}`,
      area: figureText(openingArea(entrance.opening).area, 'area', this.system()),
      place,
    };
  });
  protected readonly path = computed(() => {
    const side = this.layout().views.find(({ name }) => name === 'side');
    const gap = side?.gaps[0];
    if (!side || !gap || !this.roomLabel()) return null;
    const { left, right, y } = gap;
    const reach = (side.centre - left) * 0.5;
    return `M${left - 26} ${y}H${right + 6}c${reach * 0.5} 0 ${reach * 0.45} ${-reach * 0.5} ${reach * 0.8} ${-reach * 0.62}`;
  });
  /** What the frame in the cut is, where its face is large enough to write on. */
  protected readonly frameLabels = computed(() =>
    this.layout()
      .views.flatMap(({ frames }) => frames)
      .filter(({ width, height }) => width > 170 && height > 40)
      .map(({ number, fill, x, y }) => ({ x, y, text: `frame ${number}: ${FILL_NAMES[fill]}` })),
  );
  /** Written into the side view where it is not cramped. */
  protected readonly roomLabel = computed(() => {
    const side = this.layout().views.find(({ name }) => name === 'side');
    const roomy = side?.room && side.right - side.left > 130 && side.room.height > 46;
    if (!roomy) return null;
    // Where trap and colony balance in the middle of it, the words step aside.
    const crowded = side.balance !== null && Math.abs(side.balance.y - side.room.y) < LABEL_ROOM;
    const x = crowded ? side.room.x - (side.right - side.left) * 0.15 : side.room.x;
    return { ...side.room, x, text: figureText(this.readings().room.openRoom, 'volume', this.system()) };
  });
  protected readonly label = computed(() => {
    const { room, door } = this.readings();
    const litres = figureText(room.gross, 'volume', this.system());
    return `Drawing of ${this.design().name}: front and side, ${litres} gross, door ${figureText(door.area, 'area', this.system())}`;
  });

  /** The handles of the chosen dimension. */
  protected readonly grips = computed(() =>
    this.layout().views.flatMap(({ name, dimensions }) =>
      dimensions.flatMap(({ ref, text, ends }) => {
        if (!ref || !this.isChosen(ref)) return [];
        const upright = ends[0]?.grows.x === 0;
        return ends.map((end, n) => ({
          ...end,
          key: `${name} ${n}`,
          ref,
          text,
          upright,
          value: Number.parseFloat(text),
        }));
      }),
    ),
  );
  #pull: {
    readonly ref: PartRef;
    readonly from: number;
    readonly grows: DimensionEnd['grows'];
    readonly k: number;
  } | null = null;

  protected take(event: PointerEvent, grip: DimensionEnd & { readonly ref: PartRef }): void {
    (event.target as HTMLElement).setPointerCapture(event.pointerId);
    this.#pull = { ref: grip.ref, grows: grip.grows, from: along(event, grip.grows), k: this.layout().pixelsPerMetre };
  }

  protected pull(event: PointerEvent): void {
    if (!this.#pull) return;
    const { ref, from, grows, k } = this.#pull;
    const step = NATURAL_STEP[this.system()] * (event.shiftKey ? LARGE_STEP : 1);
    const by = Math.round((along(event, grows) - from) / k / step) * step;
    this.pulled.emit({ ref, by });
  }

  protected letGo(): void {
    if (!this.#pull) return;
    this.#pull = null;
    this.released.emit('kept');
  }

  /** Arrow keys pull by the natural step; Escape gives the old value back. */
  protected gripKey(event: KeyboardEvent, grip: DimensionEnd & { readonly ref: PartRef }): void {
    if (event.key === 'Escape') {
      this.#pull = null;
      this.released.emit('given back');
      return;
    }
    const x = event.key === 'ArrowRight' ? 1 : event.key === 'ArrowLeft' ? -1 : 0;
    const y = event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0;
    const larger = x * grip.grows.x + y * grip.grows.y;
    if (larger === 0) return;
    event.preventDefault();
    const by = larger * NATURAL_STEP[this.system()] * (event.shiftKey ? LARGE_STEP : 1);
    this.pulled.emit({ ref: grip.ref, by });
    this.released.emit('kept');
  }

  protected isChosen(ref: PartRef | null): boolean {
    const chosen = this.chosen();
    return chosen?.field !== undefined && ref?.id === chosen.id && ref.field === chosen.field;
  }
}

/** Pixels along the way in which a size grows. */
function along({ clientX, clientY }: PointerEvent, grows: DimensionEnd['grows']): number {
  return clientX * grows.x + clientY * grows.y;
}

/** A name cut to what its cell holds; SVG text does not wrap. */
function clipped(name: string, pixels: number): string {
  const most = Math.floor(pixels / 8.6);
  return name.length > most ? `${name.slice(0, most - 1)}…` : name;
}
