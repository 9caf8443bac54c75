import { type Design, type Dispute, DISPUTE_NAMES, DISPUTES, type School, schoolCost } from '@yewridge/core/bench';
import { percentText } from '../../../shared/units/format';
import { DISPUTE_WORDS, FIELD_WORDS, SCHOOL_WORDS } from './setup-words';

export interface SchoolOption {
  readonly school: School;
  readonly name: string;
  readonly gains: string;
  /** What the field tests say it costs. */
  readonly costs: string;
}
export interface DisputeView {
  readonly dispute: Dispute;
  readonly question: string;
  readonly chosen: SchoolOption;
  readonly reason: string;
  readonly options: readonly SchoolOption[];
  /** The others in one line: `light nuc costs 6 %`. */
  readonly others: string;
}

function optionOf(dispute: Dispute, school: School): SchoolOption {
  const { totalLoss } = schoolCost({ school });
  const { name, gains } = SCHOOL_WORDS[school];
  return {
    school,
    name: school === 'field' ? FIELD_WORDS[dispute] : name,
    gains,
    costs: totalLoss === 0 ? 'costs nothing' : `costs ${percentText(totalLoss)}`,
  };
}

const OPTIONS = Object.fromEntries(
  DISPUTE_NAMES.map((dispute) => [dispute, DISPUTES[dispute].map((school) => optionOf(dispute, school))]),
) as unknown as Readonly<Record<Dispute, readonly [SchoolOption, ...SchoolOption[]]>>;

/** Every disputed question with the school this design follows. */
export function disputeViews(design: Design): readonly DisputeView[] {
  return DISPUTE_NAMES.map((dispute) => {
    const options = OPTIONS[dispute];
    const picked = design.schools?.[dispute];
    const chosen = options.find(({ school }) => school === (picked?.school ?? 'field')) ?? options[0];
    const others = options.filter((one) => one !== chosen).map(({ name, costs }) => `${name} ${costs}`);
    return {
      dispute,
      question: DISPUTE_WORDS[dispute],
      chosen,
      reason: picked?.reason ?? '',
      options,
      others: others.join('; '),
    };
  });
}
