import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import { fittedNozzle, type GateLane, gateOpening, type Rig, type RigReadings } from '@yewridge/core/suction';
import type { UnitSystem } from '@yewridge/core/shared/units';
import equal from 'fast-deep-equal';
import { figureText } from '../../../shared/units/format';
import { laneWords, laneZones, speedTicks, travelTicks, type Zone, ZONE_WORDS, zoneAt } from '../data/gate-scale';

let made = 0;

/** m of the plate a press of an arrow key moves. */
const STEP = 0.0005;
const ROW = 22;
const TOP = 58;

/** The bleed gate: left shut, right open, a lane a nozzle, one handle for all. */
@Component({
  selector: 'yw-gate-lanes',
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './gate-lanes.html',
  styleUrl: './gate-lanes.scss',
})
export class GateLanes {
  readonly rig = input.required<Rig>();
  readonly readings = input.required<RigReadings>();
  /** As the worker found them; `null` where nothing flows. */
  readonly lanes = input.required<readonly (GateLane | null)[] | null>();
  readonly waiting = input(false);
  readonly system = input.required<UnitSystem>();
  readonly width = input.required<number>();
  readonly pixelsPerMetre = input.required<number>();
  readonly moved = output<number>();
  readonly left = output();

  protected readonly id = `gate-${++made}`;
  protected readonly words = ZONE_WORDS;
  protected readonly top = TOP;
  readonly #grabbed = signal(false);

  protected readonly fullTravel = computed(() => gateOpening({ gate: this.rig().bleed.gate, opening: 1 }).travel);
  protected readonly narrow = computed(() => this.width() < 520);
  /** Where the scale begins, and its length: true size where it fits. */
  protected readonly scale = computed(() => {
    const left = this.narrow() ? 14 : 104;
    const right = this.narrow() ? 14 : 126;
    const room = this.width() - left - right;
    const trueLength = this.fullTravel() * this.pixelsPerMetre();
    return { left, length: Math.min(room, trueLength), isTrue: trueLength <= room };
  });
  protected readonly rows = computed(() => {
    const rig = this.rig();
    const ids: (string | null)[] = [null, ...rig.nozzles.map(({ id }) => id)];
    const all = ids.map((id) => {
      const lane = this.lanes()?.find((one) => one?.nozzle === id) ?? null;
      const nozzle = rig.nozzles.find((one) => one.id === id);
      return {
        id,
        name: nozzle?.name ?? 'open hose',
        fitted: id === rig.fitted,
        zones: lane ? laneZones(lane) : [],
        mark: lane?.mark === null || !lane ? null : lane.mark / lane.fullTravel,
        words: lane ? laneWords(lane, this.system()) : '',
      };
    });
    return (this.narrow() ? all.filter(({ fitted }) => fitted) : all).map((row, n) => ({ ...row, y: TOP + n * ROW }));
  });
  protected readonly bottom = computed(() => TOP + this.rows().length * ROW);
  protected readonly height = computed(() => this.bottom() + 34);
  protected readonly ticks = computed(() => travelTicks(this.fullTravel(), this.system()));
  readonly #speedKey = computed(() => ({ ...this.rig(), bleed: { ...this.rig().bleed, opening: 0 } }), {
    equal,
  });
  protected readonly speeds = computed(() => speedTicks(this.#speedKey(), this.system()));
  protected readonly at = computed(() => this.scale().left + this.rig().bleed.opening * this.scale().length);
  protected readonly openText = computed(() => figureText(this.readings().gate.travel, 'length', this.system()));
  protected readonly speedText = computed(
    () => `${figureText(this.readings().state.speed.hose, 'speed', this.system())} in the hose`,
  );
  protected readonly valueText = computed(() => {
    const lane = this.waiting() ? undefined : this.lanes()?.find((one) => one?.nozzle === this.rig().fitted);
    const zone = lane ? `, ${ZONE_WORDS[zoneAt(lane, this.rig().bleed.opening)]}` : '';
    return `${this.openText()} open, ${this.speedText()}${zone}`;
  });
  protected readonly openPercent = computed(() => Math.round(this.rig().bleed.opening * 100));
  protected readonly fittedName = computed(() => fittedNozzle(this.rig())?.name ?? 'open hose');

  /** A zone is named where its word has room beside the mark. */
  protected spoken(zone: Zone, mark: number | null): boolean {
    const { length } = this.scale();
    const clear = mark === null || Math.abs(mark - (zone.from + zone.to) / 2) * length > 50;
    return clear && (zone.to - zone.from) * length > 84;
  }

  protected x(share: number): number {
    const { left, length } = this.scale();
    return left + share * length;
  }

  protected grab(event: PointerEvent): void {
    (event.currentTarget as Element).setPointerCapture(event.pointerId);
    this.#grabbed.set(true);
    (event.currentTarget as SVGElement).focus();
    event.preventDefault();
  }

  protected drag(event: PointerEvent): void {
    if (!this.#grabbed()) return;
    const svg = (event.currentTarget as SVGElement).ownerSVGElement;
    if (!svg) return;
    const box = svg.getBoundingClientRect();
    const x = ((event.clientX - box.left) * this.width()) / Math.max(1, box.width);
    const travel = ((x - this.scale().left) / this.scale().length) * this.fullTravel();
    this.#to(Math.round(travel / STEP) * STEP);
  }

  protected release(): void {
    if (!this.#grabbed()) return;
    this.#grabbed.set(false);
    this.left.emit();
  }

  protected press(event: KeyboardEvent): void {
    const many = event.shiftKey ? 10 : 1;
    const travel = this.readings().gate.travel;
    const steps: Readonly<Record<string, number>> = {
      ArrowRight: travel + many * STEP,
      ArrowUp: travel + many * STEP,
      ArrowLeft: travel - many * STEP,
      ArrowDown: travel - many * STEP,
      Home: 0,
      End: this.fullTravel(),
    };
    const to = steps[event.key];
    if (to === undefined) return;
    event.preventDefault();
    this.#to(to);
  }

  #to(travel: number): void {
    this.moved.emit(Math.min(1, Math.max(0, travel / this.fullTravel())));
  }
}
