import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import { type AirPoint, type GateLane, PIN_LEVELS, type Rig, type RigReadings } from '@yewridge/core/suction';
import type { UnitSystem } from '@yewridge/core/shared/units';
import { figureText, percentText } from '../../../shared/units/format';
import { airScene, type Note } from '../data/air-scene';
import { pressureChart, speedChart } from '../data/course-charts';
import { PART_NAMES, type PartId } from '../data/rig-parts';

let made = 0;

/** The air's way as a drawing, and under it, station by station, under-pressure and speed. */
@Component({
  selector: 'yw-air-sheet',
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './air-sheet.html',
  styleUrl: './air-sheet.scss',
})
export class AirSheet {
  readonly rig = input.required<Rig>();
  readonly readings = input.required<RigReadings>();
  readonly course = input.required<readonly AirPoint[]>();
  readonly lane = input.required<GateLane | null>();
  readonly system = input.required<UnitSystem>();
  readonly width = input.required<number>();
  readonly chosen = input<PartId | null>(null);
  readonly picked = output<PartId>();
  /** Share of the plate's travel, while it is dragged on the drawing. */
  readonly gateMoved = output<number>();
  readonly gateLeft = output();

  protected readonly id = `air-${++made}`;
  protected readonly names = PART_NAMES;
  protected readonly hovered = signal<{ readonly x: number; readonly text: string } | null>(null);
  readonly #grabbed = signal(false);

  protected readonly narrow = computed(() => this.width() < 620);
  protected readonly scene = computed(() => airScene(this.rig(), this.readings(), this.width()));
  protected readonly charts = computed(() => {
    const scene = this.scene();
    const sheet = {
      scene,
      rig: this.rig(),
      readings: this.readings(),
      course: this.course(),
      system: this.system(),
    };
    const height = this.narrow() ? 44 : 52;
    const top = scene.height + 42;
    return {
      pressure: pressureChart(sheet, top, height),
      speed: speedChart(sheet, this.lane(), top + height + 22, height),
    };
  });
  protected readonly height = computed(() => this.charts().speed.bottom + 12);
  protected readonly stations = computed(() => {
    const { x } = this.scene();
    const all = [
      { x: x.mouth, name: 'mouth' },
      ...this.scene().hose.bends.map((share) => ({ x: x.mouth + share * (x.port - x.mouth), name: 'bend' })),
      { x: x.port, name: 'port' },
      { x: x.wall, name: 'far wall' },
      { x: x.screen, name: 'screen' },
      { x: x.gate, name: 'gate' },
      { x: x.source, name: 'source' },
    ];
    return this.narrow() ? all.filter(({ name }) => ['mouth', 'port', 'far wall', 'source'].includes(name)) : all;
  });
  protected readonly says = computed(() => {
    const { state } = this.readings();
    const system = this.system();
    return (
      `Air at ${figureText(state.speed.hose, 'speed', system)} in the hose, ` +
      `${figureText(state.underPressure.box, 'pressure', system)} in the box, ` +
      `${figureText(state.flow.bleed, 'flow', system)} through the bleed.`
    );
  });

  protected note(note: Note): readonly string[] {
    const { state, screen, bee } = this.readings();
    const system = this.system();
    const { hose } = this.rig();
    switch (note.what) {
      case 'length':
        return [[figureText(hose.length, 'height', system), ...(this.narrow() ? this.#rise() : [])].join(', ')];
      case 'rise':
        return this.narrow() ? [] : this.#rise();
      case 'bleed':
        return [`${figureText(state.flow.bleed, 'flow', system)} fresh air`];
      case 'source':
        return [figureText(state.flow.source, 'flow', system)];
      case 'screen':
        return this.narrow()
          ? []
          : [
              `The screen pulls at ${percentText(screen.state.pinRatio / PIN_LEVELS.free)} of what pins a bee`,
              `${figureText(state.speed.screenUncovered, 'speed', system)} through it`,
            ];
      case 'box':
        return this.narrow()
          ? []
          : [
              `${figureText(state.underPressure.box, 'pressure', system)} in the box`,
              `seams let in ${figureText(state.flow.boxLeak, 'flow', system)}`,
            ];
      case 'landing':
        return bee.landing === null
          ? ['bees stall']
          : this.narrow()
            ? [figureText(bee.landing.worst, 'speed', system)]
            : ['a bee lands here', figureText(bee.landing.worst, 'speed', system)];
      case 'reach':
        return bee.reach.loose > 0
          ? [`${this.narrow() ? 'draws' : 'draws a loose bee'} from ${figureText(bee.reach.loose, 'length', system)}`]
          : ['draws no bee off: it must touch them'];
    }
  }

  protected grab(event: PointerEvent): void {
    (event.currentTarget as Element).setPointerCapture(event.pointerId);
    this.#grabbed.set(true);
    event.preventDefault();
  }

  protected drag(event: PointerEvent): void {
    if (!this.#grabbed()) return;
    const svg = (event.currentTarget as SVGElement).ownerSVGElement;
    if (!svg) return;
    const scale = this.width() / Math.max(1, svg.getBoundingClientRect().width);
    const x = (event.clientX - svg.getBoundingClientRect().left) * scale;
    const { window } = this.scene().gate;
    this.gateMoved.emit(Math.min(1, Math.max(0, (x - window.x - 6) / window.width)));
  }

  protected release(): void {
    if (!this.#grabbed()) return;
    this.#grabbed.set(false);
    this.gateLeft.emit();
  }

  protected look(event: PointerEvent): void {
    const svg = event.currentTarget as SVGElement;
    const box = svg.getBoundingClientRect();
    const x = ((event.clientX - box.left) * this.width()) / Math.max(1, box.width);
    const station = this.stations().find((one) => Math.abs(one.x - x) < 8);
    this.hovered.set(station ? { x: station.x, text: this.#stationSays(station.name) } : null);
  }

  #rise(): readonly string[] {
    const { rise } = this.rig().hose;
    if (rise === 0) return [];
    return [`${figureText(Math.abs(rise), 'height', this.system())} ${rise > 0 ? 'up' : 'down'}`];
  }

  #stationSays(name: string): string {
    const { state } = this.readings();
    const system = this.system();
    const speed = (value: number): string => figureText(value, 'speed', system);
    const pressure = (value: number): string => figureText(value, 'pressure', system);
    switch (name) {
      case 'mouth':
        return `mouth: ${speed(state.speed.nozzle)}, ${pressure(state.stations[0]?.static ?? 0)}`;
      case 'screen':
        return `screen: ${speed(state.speed.screenUncovered)}, costs ${pressure(state.underPressure.screenDrop)}`;
      case 'gate':
        return `gate: ${speed(state.speed.bleed)}, ${figureText(state.flow.bleed, 'flow', system)}`;
      case 'source':
        return `source: ${figureText(state.flow.source, 'flow', system)}, ${pressure(state.underPressure.source)}`;
      case 'far wall':
        return `far wall: ${pressure(state.underPressure.box)}`;
      default:
        return `${name}: ${speed(state.speed.hose)}`;
    }
  }
}
