import type { GapCheck, MeshProperties, PinLevel, SlideCheck } from '@yewridge/core/suction';
import type { UnitSystem } from '@yewridge/core/shared/units';
import { figureText, percentText } from '../../../shared/units/format';

export interface Verdict {
  readonly level: 'look' | 'know' | 'good';
  readonly sentence: string;
}

export const PIN_WORDS: Readonly<Record<PinLevel, string>> = {
  free: 'free: a bee can walk off',
  drawn: 'drawn to it',
  held: 'held to it',
  pinned: 'pinned to it',
};

export function meshVerdict(mesh: MeshProperties & { chewable: boolean }): readonly Verdict[] {
  const open = `${percentText(mesh.openFraction)} of it is open`;
  const holds: Verdict =
    mesh.worker === 'held'
      ? { level: 'good', sentence: `Workers cannot pass; ${open}.` }
      : mesh.worker === 'uncertain'
        ? { level: 'look', sentence: `Some workers may pass; ${open}. Take a finer mesh.` }
        : { level: 'look', sentence: `Workers walk through this mesh; ${open}. It holds no bees.` };
  return mesh.chewable
    ? [holds, { level: 'look', sentence: 'Bees fray it within hours to days. For a short trip only.' }]
    : [holds];
}

/** Whether a slide holds bees, moves when wet, and what happens while it is drawn. */
export function slideVerdicts(slide: SlideCheck, slot: GapCheck, system: UnitSystem): readonly Verdict[] {
  const gap = figureText(slide.gap, 'part', system);
  const shut: Verdict =
    slide.workerAtSlide === 'held'
      ? { level: 'good', sentence: `Shut, the gap above it is ${gap}: it holds workers.` }
      : {
          level: 'look',
          sentence: `Shut, the gap above it is ${gap}: workers ${slide.workerAtSlide === 'passes' ? 'walk out over it' : 'may squeeze over it'}.`,
        };
  const fit: Verdict =
    slide.fit === 'slides'
      ? { level: 'good', sentence: `Wet, it still has ${figureText(slide.wetPlay, 'part', system)} of play.` }
      : slide.fit === 'tight'
        ? {
            level: 'know',
            sentence: `Wet, only ${figureText(slide.wetPlay, 'part', system)} of play is left: it will be stiff.`,
          }
        : { level: 'look', sentence: 'Wet, it jams. Plane it, or open the slot.' };
  const out: Verdict = slide.closingStripNeeded
    ? {
        level: 'look',
        sentence: `Drawn, the slot is open and ${slot.worker === 'passes' ? 'lets workers out' : 'may let workers out'}: fit a closing strip, and watch it half out.`,
      }
    : { level: 'good', sentence: 'Drawn, the slot itself holds workers.' };
  return [shut, fit, out];
}
