import type { CallDto } from '@yewridge/contract/callouts';
import { honeyOf } from '@yewridge/core/callouts';
import { addDays } from '@yewridge/core/shared/calendar';
import { latin } from '../../../shared/print/latin';
import { dayLong } from '../../../shared/season/season-words';
import { capital } from '../../../shared/units/format';
import { honeyUseSaid } from './taken-words';

/** What is stuck on a bucket of honey or comb, so that nobody who opens it has to remember. */
export interface HoneyLabel {
  readonly head: string;
  readonly lines: readonly string[];
}

/** `null` where no honey was cut, or nobody has said when. */
export function honeyLabel({ call, collection, pieces }: CallDto): HoneyLabel | null {
  const use = honeyOf(call, collection, pieces);
  const day = (call.stoppedAt ?? call.startedAt)?.slice(0, 10);
  if (!use || day === undefined) return null;
  const until = use.quarantineDays === null ? null : addDays(day, use.quarantineDays);
  return {
    head: capital(honeyUseSaid(use)),
    lines: [
      `Honey and comb from ${call.place}, ${dayLong(day)}.`,
      until === null
        ? 'In quarantine until somebody has inspected the colony.'
        : `In quarantine until ${dayLong(until)}: own tools, own stand.`,
      'Never for other colonies. Keep it covered.',
    ],
  };
}

const WIDTH = 90;
const HEIGHT = 50;
const EDGE = 5;

/** A label of 90 by 50 mm. */
export async function honeyLabelPdf({ head, lines }: HoneyLabel): Promise<Blob> {
  const { jsPDF } = await import('jspdf');
  const pdf = new jsPDF({ unit: 'mm', format: [WIDTH, HEIGHT], orientation: 'landscape', compress: false });
  pdf.rect(1, 1, WIDTH - 2, HEIGHT - 2);
  pdf.setFont('helvetica', 'bold').setFontSize(17).text(latin(head), EDGE, 11);
  pdf.setFont('helvetica', 'normal').setFontSize(10);
  let y = 18;
  for (const line of lines) {
    const parts = pdf.splitTextToSize(latin(line), WIDTH - 2 * EDGE) as string[];
    pdf.text(parts, EDGE, y);
    y += 4.4 * parts.length + 1.6;
  }
  return pdf.output('blob');
}
