import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  effect,
  inject,
  input,
  signal,
  untracked,
} from '@angular/core';
import { type DesignEntrance, DISC_POSITIONS, type DoorShape, openingArea } from '@yewridge/core/bench';
import { fromEvent } from 'rxjs';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { Slide } from '../../../shared/fields/slide';
import { Icon } from '../../../shared/icons/icon';
import { KeptTexts } from '../../../shared/kept/kept-texts';
import { figureText, sizesText } from '../../../shared/units/format';
import { UnitChoice } from '../../../shared/units/unit-choice';
import { DesignEditorStore } from '../data/design-editor-store';
import { DISC_NAMES } from '../data/names';
import { ScreenScale } from '../../../shared/drawing/screen-scale';
import { trueOutline } from '../data/true-outline';
import { DesignFrame } from '../ui/design-frame';

/** m: a bank card (ISO/IEC 7810 ID-1). */
const CARD = { width: 0.0856, height: 0.05398, radius: 0.00318 } as const;
const RULER = { metric: 0.1, imperial: 0.1016 } as const;
const STEP = 0.002;
const EDGE = 0.008;

/** The doors at their true size, once the screen has been held against a card. */
@Component({
  selector: 'yw-true-size-page',
  imports: [Slide, DesignFrame, Icon],
  providers: [DesignEditorStore, KeptTexts],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './true-size-page.html',
  styleUrl: './true-size-page.scss',
})
export class TrueSizePage {
  readonly id = input.required<string>();
  readonly store = inject(DesignEditorStore);
  protected readonly system = inject(UnitChoice).system;
  protected readonly scale = inject(ScreenScale);

  protected readonly checking = signal(this.scale.calibration() === null);
  protected readonly zoomed = signal(this.scale.zoomed());
  /** Pixels a metre while the card is held against the screen. */
  protected readonly trial = signal(this.scale.pixelsPerMetre());
  readonly #k = computed(() => (this.checking() ? this.trial() : this.scale.pixelsPerMetre()));

  protected readonly answer = computed(() => {
    if (this.checking()) return 'Hold a bank card against the screen';
    return this.zoomed() ? 'Not true size: the page is zoomed' : 'The doors at true size';
  });
  protected readonly card = computed(() => ({
    width: CARD.width * this.trial(),
    height: CARD.height * this.trial(),
    radius: CARD.radius * this.trial(),
  }));
  protected readonly ruler = computed(() => {
    const length = RULER[this.system()];
    const parts = this.system() === 'metric' ? 10 : 4;
    const width = length * this.trial();
    const marks = Array.from(
      { length: parts + 1 },
      (_, n) => `M${(width * n) / parts + 1} 4V${n % parts === 0 ? 26 : 18}`,
    );
    return { width, marks: marks.join(''), words: this.system() === 'metric' ? '100 mm' : '4 in' };
  });
  protected readonly doors = computed(() => {
    const k = this.#k();
    const doors = this.store.document()?.entrances ?? [];
    return doors.flatMap((entrance) =>
      this.#positions(entrance).map(({ opening, said }) => {
        const outline = trueOutline(opening, k);
        const room = EDGE * k;
        return {
          ...outline,
          key: `${entrance.id} ${said}`,
          name: entrance.label === '' ? 'Door' : entrance.label,
          said: [said, this.#words(opening), entrance.count > 1 ? `${entrance.count} of it` : '']
            .filter((text) => text !== '')
            .join(', '),
          width: outline.width + 2 * room,
          height: outline.height + 2 * room,
          shift: `translate(${room + outline.width / 2} ${room + outline.height / 2})`,
        };
      }),
    );
  });

  constructor() {
    effect(() => {
      const id = this.id();
      untracked(() => {
        this.store.open(id);
      });
    });
    // The browser says nothing of its own about zooming; it does resize.
    fromEvent(window, 'resize')
      .pipe(takeUntilDestroyed(inject(DestroyRef)))
      .subscribe(() => {
        this.zoomed.set(this.scale.zoomed());
      });
  }

  protected stretch(steps: number): void {
    this.trial.update((pixels) => pixels * (1 + STEP * steps));
  }

  protected pressed(event: KeyboardEvent): void {
    const step = { ArrowRight: 1, ArrowUp: 1, ArrowLeft: -1, ArrowDown: -1 }[event.key];
    if (step === undefined) return;
    event.preventDefault();
    this.stretch(step * (event.shiftKey ? 10 : 1));
  }

  protected keep(): void {
    this.scale.keep(this.trial());
    this.checking.set(false);
    this.zoomed.set(this.scale.zoomed());
  }

  protected checkAgain(): void {
    this.trial.set(this.scale.pixelsPerMetre());
    this.checking.set(true);
  }

  /** A disc is shown in every position it can be turned to. */
  #positions({ opening }: DesignEntrance): readonly { readonly opening: DoorShape; readonly said: string }[] {
    if (opening.kind !== 'disc') return [{ opening, said: '' }];
    const slotted = opening.slots !== undefined && opening.slotWidth !== undefined && opening.slotLength !== undefined;
    return DISC_POSITIONS.filter((position) => position !== 'excluder' || slotted).map((position) => ({
      opening: { ...opening, position },
      said: DISC_NAMES[position],
    }));
  }

  #words(opening: DoorShape): string {
    const system = this.system();
    try {
      const { area, clear } = openingArea(opening);
      const size =
        opening.kind === 'hole' || opening.kind === 'disc'
          ? `Ø ${figureText(opening.diameter, 'part', system)}`
          : sizesText([opening.width, opening.height], system);
      if (area === 0) return size;
      return `${size}, ${figureText(area, 'area', system)}, gap ${figureText(clear, 'part', system)}`;
    } catch {
      return 'these sizes do not fit together';
    }
  }
}
