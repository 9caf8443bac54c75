import type { CallDto } from '@yewridge/contract/callouts';
import { KIND_NAMES, STATE_NAMES } from '../../../shared/calls/call-words';
import { latin } from '../../../shared/print/latin';
import { dayLong } from '../../../shared/season/season-words';
import { minutesBetween } from '@yewridge/core/shared/calendar';
import { LEFT_SAID } from './work-words';

export interface ReportPart {
  readonly head: string;
  readonly text: string;
}
export interface Report {
  readonly title: string;
  readonly sub: string;
  readonly parts: readonly ReportPart[];
}

const REPAIRERS = {
  owner: 'the owner',
  keeper: 'us',
  builder: 'a builder',
  nobody: 'nobody yet',
  unknown: 'not agreed yet',
};

/** What the record says by itself, where the keeper wrote nothing. */
function doneSays({ call, collection, pieces }: CallDto): string {
  const brood = pieces.filter(({ use }) => use === 'brood').length;
  const honey = pieces.filter(({ use }) => use === 'honey').length;
  const minutes = call.startedAt && call.stoppedAt ? minutesBetween(call.startedAt, call.stoppedAt) : null;
  return [
    collection ? 'The bees were taken.' : '',
    brood + honey > 0 ? `${brood} ${brood === 1 ? 'comb' : 'combs'} of brood and ${honey} of honey were cut.` : '',
    minutes === null ? '' : `Work took ${minutes} minutes.`,
  ]
    .filter((part) => part !== '')
    .join(' ');
}

function leftSays({ collection }: CallDto): string {
  if (!collection?.leftBehind) return '';
  const left = LEFT_SAID[collection.leftBehind];
  return collection.leftBehind === 'none'
    ? 'No bees were left behind.'
    : `${left.charAt(0).toUpperCase()}${left.slice(1)} of bees was left behind; they are fetched on the evenings after.`;
}

/** The report for the owner, one page: what was found, done, left, and who repairs what. */
export function ownersReport(one: CallDto): Report {
  const { call } = one;
  const repairer = call.repairsBy === null ? '' : `The hole is closed by ${REPAIRERS[call.repairsBy]}.`;
  const money = [
    call.fee === null ? '' : `Fee: ${call.fee}.`,
    call.travelKm === null ? '' : `Way: ${call.travelKm} km.`,
  ]
    .filter((part) => part !== '')
    .join(' ');
  const parts: readonly ReportPart[] = [
    { head: 'What was found', text: call.found ?? `${KIND_NAMES[call.kind]}.` },
    { head: 'What was done', text: call.done ?? doneSays(one) },
    { head: 'What is left', text: call.left ?? leftSays(one) },
    { head: 'What is to be repaired', text: call.repair ?? repairer },
    { head: 'Cost', text: money },
  ];
  return {
    title: `Bees at ${call.place}`,
    sub: `${dayLong((call.startedAt ?? call.calledAt).slice(0, 10))}; ${STATE_NAMES[call.state]}`,
    parts: parts.filter(({ text }) => text.trim() !== ''),
  };
}

const MARGIN = 20;
const WIDTH = 170;
const PHOTO_HEIGHT = 60;

/** One page A4; photos as data addresses, two at most side by side. */
export async function reportPdf(report: Report, from: string, photos: readonly string[]): Promise<Blob> {
  const { jsPDF } = await import('jspdf');
  const pdf = new jsPDF({ unit: 'mm', format: 'a4', compress: false });
  pdf.setFont('helvetica', 'bold').setFontSize(18).text(latin(report.title), MARGIN, 28);
  pdf
    .setFont('helvetica', 'normal')
    .setFontSize(11)
    .text(latin(`${report.sub}. ${from}`), MARGIN, 36);
  let y = 48;
  for (const { head, text } of report.parts) {
    pdf.setFont('helvetica', 'bold').setFontSize(12).text(latin(head), MARGIN, y);
    pdf.setFont('helvetica', 'normal').setFontSize(11);
    const lines = pdf.splitTextToSize(latin(text), WIDTH) as string[];
    pdf.text(lines, MARGIN, y + 6);
    y += 6 + 5.2 * lines.length + 6;
  }
  photos.slice(0, 2).forEach((photo, n) => {
    pdf.addImage(photo, 'JPEG', MARGIN + n * (WIDTH / 2 + 2), y, WIDTH / 2 - 4, PHOTO_HEIGHT);
  });
  return pdf.output('blob');
}
