import type { ChangeDto } from '@yewridge/contract/season';
import { made } from '../../../shared/season/records-api';

/** A reading of an instrument of the keeper's own, as typed. */
export interface TypedReading {
  readonly label: string;
  readonly value: string;
  readonly unit: string;
}

const LABEL = 40;
const UNIT = 20;

function numberOf(text: string): number | null {
  const value = Number(text.trim().replace(',', '.'));
  return text.trim() !== '' && Number.isFinite(value) ? value : null;
}

/** Why it cannot be kept; `null` when it can, or nothing was typed. */
export function readingFault({ label, value, unit }: TypedReading): string | null {
  if ([label, value, unit].every((text) => text.trim() === '')) return null;
  if (label.trim() === '') return 'Say what was read, for example “electric field”.';
  if (numberOf(value) === null) return `“${value}” is not a number: a reading is one, for example 112.5.`;
  if (label.trim().length > LABEL) return `The name of a reading has at most ${LABEL} letters.`;
  return unit.trim().length > UNIT ? `A unit has at most ${UNIT} letters.` : null;
}

export function readingsAct(deploymentId: string, at: string, reading: TypedReading): readonly ChangeDto[] {
  const value = numberOf(reading.value);
  if (value === null) return [];
  const unit = reading.unit.trim();
  return [
    made('readings', {
      deploymentId,
      at,
      label: reading.label.trim(),
      value,
      unit: unit === '' ? null : unit,
      source: 'measured',
    }),
  ];
}
