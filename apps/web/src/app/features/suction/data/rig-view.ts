import { computed, inject, Injectable } from '@angular/core';
import { type DriveOffer, type OpenedBand, type Rig, rigHeatQuestion } from '@yewridge/core/suction';
import { savedWords, sheetDate } from '../../../shared/documents/saved-words';
import { figureOf, figureText } from '../../../shared/units/format';
import { UnitChoice } from '../../../shared/units/unit-choice';
import { WorkspaceStore } from '../../../shared/workspace/workspace-store';
import { driveWords } from './drive-words';
import * as views from './readings-view';
import { versionWords } from './rig-differences';
import { partLine } from './rig-parts';
import { RigStore } from './rig-store';
import { DRIVE_WORDS } from './rig-words';
import { supplyCaution } from './safety-notes';

/** What the page of the open rig says of it, in the reader's units. */
@Injectable()
export class RigView {
  readonly #store = inject(RigStore);
  readonly #system = inject(UnitChoice).system;
  readonly #workspace = inject(WorkspaceStore).workspace;
  readonly #timeZone = computed(() => this.#workspace()?.timeZone ?? 'UTC');

  readonly saved = computed(() => savedWords(this.#store.saving(), this.#timeZone()));
  readonly date = computed(() => sheetDate(this.#store.saving(), this.#workspace()?.now, this.#timeZone()));
  readonly stale = computed(() => this.#store.problems().length > 0);
  readonly lanes = computed(() => this.#store.lanes().value);
  readonly version = computed(() => {
    const rig = this.#store.document();
    return rig ? versionWords(this.#store.versions(), rig) : '';
  });
  readonly answer = computed(() => {
    const readings = this.#store.readings();
    if (!readings) return null;
    const system = this.#system();
    const landing = readings.bee.landing;
    return {
      gate: figureOf(readings.gate.travel, 'length', system),
      hose: figureOf(readings.state.speed.hose, 'speed', system),
      landing: landing === null ? null : figureOf(landing.worst, 'speed', system),
    };
  });
  readonly #view = computed(() => {
    const rig = this.#store.shown();
    const readings = this.#store.readings();
    return rig && readings ? { rig, readings, system: this.#system() } : null;
  });
  readonly arrivalLines = computed(() => {
    const view = this.#view();
    const { value, waiting } = this.#store.swarm();
    return view ? [views.arrivalLine(view, value, waiting)] : [];
  });
  readonly airLines = computed(() => {
    const view = this.#view();
    if (!view) return [];
    const lane = this.#store.fittedLane();
    return [
      views.bandLine(view, lane, this.#store.lanes().waiting),
      views.nozzleLine(view, this.#store.lanes().waiting ? null : this.lanes()),
      views.spreadLine(view),
      views.screenLine(view),
      views.feedLine(view),
    ].filter((line) => line !== null);
  });
  readonly heatLines = computed(() => {
    const view = this.#view();
    if (!view) return [];
    const question = rigHeatQuestion(view.rig, view.readings.state.flow.screen);
    const { value, waiting } = this.#store.heat();
    const clock = waiting ? null : value;
    const lines = [
      views.heatLine(view.rig, clock, question, view.system),
      views.coolingLine(clock, question, view.system),
      views.boxesLine(view.rig),
    ];
    return lines.filter((line) => line !== null);
  });
  readonly powerLines = computed(() => {
    const view = this.#view();
    return view ? [views.powerLine(view, this.#store.power())] : [];
  });
  readonly binding = computed(() => {
    const lane = this.#store.fittedLane();
    return lane ? views.bindingWords(lane) : '';
  });
  readonly empty = computed(() => {
    const lane = this.#store.fittedLane();
    if (!lane || lane.spot.level === 'wide') return null;
    const conflict =
      lane.spot.level === 'none'
        ? lane.spot.binding.high === 'stalled'
          ? 'There is no band: bees that arrive at all are already too fast.'
          : 'There is no band: what carries them up the hose lands them too hard.'
        : 'The band is narrow: what surely carries them lands one in twenty too hard. Try it with a few bees.';
    return { conflict };
  });
  /** A rig that no setting of its gate helps: what would. */
  readonly drive = computed(() => {
    const { value, waiting } = this.#store.drive();
    return waiting || !value?.fault ? null : { says: DRIVE_WORDS[value.fault], offers: value.offers };
  });
  readonly take = computed(() => {
    const rig = this.#store.shown();
    return rig ? supplyCaution(rig) : '';
  });
  readonly drives = computed(() => {
    const readings = this.#store.readings();
    if (!readings) return null;
    if (readings.state.status === 'source-too-weak') return 'This source cannot hold the bees in the hose.';
    const weak = readings.state.warnings.includes('leaks-dominate');
    if (weak) return 'More than half of the air comes through the seams: tape them before anything else.';
    if (readings.state.warnings.includes('box-load')) {
      return 'The largest panel of the box bears over 300 N: it may bow, leak or break. Open the bleed.';
    }
    if (readings.state.warnings.includes('compressible')) {
      return 'The air thins by more than 5 % at the machine; figures there are less sure.';
    }
    return readings.state.warnings.includes('low-reynolds')
      ? 'The air in the hose is so slow that its friction is less sure.'
      : null;
  });

  offerWords(offer: DriveOffer): string {
    return driveWords(offer, this.#system());
  }

  gain({ spot, gain }: OpenedBand): string {
    const level = { wide: 'opens the band', narrow: 'still narrow', none: 'still none' }[spot.level];
    return `${level}, +${figureText(gain, 'speed', this.#system())}`;
  }

  words(rig: Rig): string {
    const system = this.#system();
    return `“${rig.name}”, ${partLine(rig, 'hose', system)}, ${partLine(rig, 'bleed', system)}`;
  }
}
