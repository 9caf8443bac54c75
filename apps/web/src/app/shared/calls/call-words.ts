import type { Fields } from '@yewridge/contract/season';
import type { ReuniteCode, Triage } from '@yewridge/core/callouts';
import { dayShort, monthDay } from '../season/season-words';
import { stepTime } from '../season/step-words';

type Call = Fields<'callouts'>;

export const KIND_NAMES: Readonly<Record<Call['kind'], string>> = {
  hangingSwarm: 'Swarm hanging',
  structure: 'Colony in a structure',
  trapTooHeavy: 'Trap too heavy',
  groundOrBush: 'Swarm on the ground or in a bush',
  unknown: 'Bees, not known yet what',
};
export const STATE_NAMES: Readonly<Record<Call['state'], string>> = {
  called: 'waits for an answer',
  planned: 'planned',
  onSite: 'on site',
  collecting: 'bees are being taken',
  paused: 'paused',
  closing: 'closing down',
  closed: 'boxes shut',
  resting: 'box at rest',
  reunited: 'joined',
  settled: 'settled',
  united: 'united',
  lost: 'lost',
  gone: 'had flown',
  declined: 'declined',
  referred: 'passed on',
  abandoned: 'given up, bees let go',
};
/** What a telephone in one hand can answer: a question, and the words to tap. */
export interface Question {
  readonly code: string;
  readonly says: string;
  readonly answers: readonly { readonly name: string; readonly change: Partial<Call> }[];
  /** A column to type where no word to tap fits. */
  readonly field?: keyof Call;
}
const yesNo = (field: 'wiring' | 'treeProtected' | 'otherSpecies'): Question['answers'] => [
  { name: 'No', change: { [field]: 'no' } },
  { name: 'Yes', change: { [field]: 'yes' } },
];
const numbers = (
  field: 'sinceH' | 'heightM' | 'lineDistanceM' | 'trapMassKg',
  names: readonly (readonly [string, number])[],
): Question['answers'] => names.map(([name, value]) => ({ name, change: { [field]: value } }));
const words = <F extends keyof Call>(field: F, names: readonly (readonly [string, Call[F]])[]): Question['answers'] =>
  names.map(([name, value]) => ({ name, change: { [field]: value } }));

export const QUESTIONS: Readonly<Record<string, Omit<Question, 'code'>>> = {
  what: {
    says: 'What do you see, and where does it sit?',
    answers: words('kind', [
      ['A cluster hangs', 'hangingSwarm'],
      ['They go in and out of a hole', 'structure'],
      ['On the ground, in a bush', 'groundOrBush'],
      ['A trap of ours, too heavy', 'trapTooHeavy'],
    ]),
  },
  bees: {
    says: 'What do they look like?',
    answers: words('bees', [
      ['Honeybees', 'honeybees'],
      ['Bumblebees', 'bumblebee'],
      ['Wasps, hornets', 'wasp'],
      ['Single bees, holes', 'solitary'],
      ['Something else', 'other'],
    ]),
  },
  photo: { says: 'Can you send a photo, from where you stand?', answers: [] },
  poison: {
    says: 'Was it sprayed or dusted, by anybody?',
    answers: words('poison', [
      ['No', 'no'],
      ['Perhaps', 'suspected'],
      ['Yes', 'yes'],
    ]),
  },
  permission: {
    says: 'May we work there: does the owner agree?',
    answers: words('permission', [
      ['Yes', 'granted'],
      ['Being asked', 'asked'],
      ['No', 'refused'],
    ]),
  },
  who: {
    says: 'Is it yours, or are you passing by?',
    answers: words('callerIs', [
      ['Owner', 'owner'],
      ['Tenant', 'tenant'],
      ['Manager', 'manager'],
      ['Passing by', 'passerby'],
      ['A keeper', 'keeper'],
    ]),
  },
  since: {
    says: 'Since when have they been there?',
    field: 'sinceH',
    answers: numbers('sinceH', [
      ['An hour', 1],
      ['3 hours', 3],
      ['A day', 24],
      ['4 days', 96],
      ['A month or more', 720],
    ]),
  },
  height: {
    says: 'How high, from the ground you stand on?',
    field: 'heightM',
    answers: numbers('heightM', [
      ['1 m', 1],
      ['2 m', 2],
      ['3 m', 3],
      ['5 m', 5],
      ['8 m', 8],
    ]),
  },
  access: {
    says: 'How does one reach it?',
    answers: words('access', [
      ['From the ground', 'ground'],
      ['With a pole', 'pole'],
      ['By ladder', 'ladder'],
      ['By a lift', 'lift'],
    ]),
  },
  lines: {
    says: 'How far is the nearest overhead wire?',
    field: 'lineDistanceM',
    answers: numbers('lineDistanceM', [
      ['2 m', 2],
      ['4 m', 4],
      ['10 m', 10],
      ['20 m or none', 20],
    ]),
  },
  allergy: {
    says: 'Does anybody there react badly to stings?',
    answers: words('allergy', [
      ['No', 'none'],
      ['A bystander', 'bystander'],
      ['A helper', 'helper'],
      ['I do', 'keeper'],
    ]),
  },
  mains: {
    says: 'Is there a socket?',
    answers: words('mains', [
      ['Near', 'near'],
      ['Far', 'far'],
      ['None', 'none'],
    ]),
  },
  wiring: { says: 'Are there wires where they live?', answers: yesNo('wiring') },
  asbestos: {
    says: 'Asbestos: boards, roof or pipes of it?',
    field: 'builtYear',
    answers: words('asbestos', [
      ['No', 'no'],
      ['Perhaps', 'suspected'],
    ]),
  },
  repairs: {
    says: 'Who closes the hole for good?',
    answers: words('repairsBy', [
      ['The owner', 'owner'],
      ['A builder', 'builder'],
      ['We do', 'keeper'],
      ['Nobody', 'nobody'],
    ]),
  },
  treeProtection: { says: 'Is the tree protected?', answers: yesNo('treeProtected') },
  otherSpecies: { says: 'Do bats or birds live in it too?', answers: yesNo('otherSpecies') },
  mass: {
    says: 'What does the trap weigh, about?',
    field: 'trapMassKg',
    answers: numbers('trapMassKg', [
      ['10 kg', 10],
      ['15 kg', 15],
      ['20 kg', 20],
      ['30 kg', 30],
    ]),
  },
};
export const questionOf = (code: string): Question => {
  const known = QUESTIONS[code];
  return known ? { code, ...known } : { code, says: code, answers: [] };
};

/** Short, for a line of a list: "Ask next: was it sprayed?" */
const ASK_SHORT: Readonly<Record<string, string>> = {
  what: 'what is it?',
  bees: 'are they honeybees?',
  photo: 'is there a photo?',
  poison: 'was it sprayed?',
  permission: 'may we work there?',
  who: 'who rings?',
  since: 'since when?',
  height: 'how high?',
  access: 'how does one reach it?',
  lines: 'how far is a wire?',
  allergy: 'is anybody allergic?',
  mains: 'is there a socket?',
  wiring: 'are there wires?',
  asbestos: 'is there asbestos?',
  repairs: 'who closes the hole?',
  treeProtection: 'is the tree protected?',
  otherSpecies: 'bats or birds?',
  mass: 'what does it weigh?',
};
export const askShort = (code: string): string => ASK_SHORT[code] ?? code;

const REASONS: Readonly<Record<string, string>> = {
  'not-honeybees': 'These are no honeybees.',
  'leave-alone': 'Bumblebees and solitary bees are left alone: they do no harm and die out in autumn.',
  poisoned: 'It was poisoned. Nobody touches bees, comb or honey: a licensed firm clears it.',
  'no-permission': 'The owner does not want it: nothing is done.',
  'leave-in-tree': 'A colony in a hollow tree that troubles nobody stays there.',
  'power-line': 'A wire is nearer than 5 m: the operator of the line comes first.',
  allergy: 'You react badly to stings: somebody else goes.',
  'too-high': 'Higher than 6 m is no work for a ladder.',
  'alone-high': 'Above 2 m never alone: find a second person.',
  ladder: 'A ladder: two people, one holds it.',
  'dark-high': 'It gets dark within the hour, and by ladder nothing is done in the dark.',
  asbestos: 'Asbestos is suspected: a licensed contractor, and no saw.',
  thunder: 'Thunder: wait until it has passed.',
  lift: 'A lift: a trained operator and a harness.',
  'poison-suspected': 'It may have been sprayed: find out who, when and with what before you go.',
  'permission-first': 'The owner must agree first.',
  tenant: 'A tenant rang: the landlord must agree.',
  'not-the-owner': 'The caller does not own it: find the owner.',
  'tree-protected': 'The tree is protected: ask whoever protects trees there.',
  'other-species': 'Bats or birds live there too: ask nature conservation first.',
  wiring: 'Wires may run there: power off at the board and locked, before any cut.',
  'asbestos-age': 'Built before 2000, or nobody knows when: have boards and roof looked at for asbestos.',
  'who-repairs': 'Nobody has said who closes the hole: agree on it before you cut.',
  'keep-away': 'Somebody there reacts badly to stings: they stay indoors, far away.',
  'allergy-unknown': 'Ask who reacts badly to stings before a box is opened.',
  alone: 'You would be alone: somebody must know where you are and when you ring next.',
  defensive: 'They are defensive: take somebody with experience.',
  cordon: 'A public way: tape, and a second person below.',
  cold: 'Too cold: brood chills, bees do not fly. Wait for a warmer hour.',
  hot: 'A hot day: start at dawn.',
  warm: 'A warm day: shade, mesh open, water, short trips.',
  weather: 'Wind or rain: put it off.',
  late: 'Less than three hours of light: a cut-out takes longer.',
  'late-season': 'So late in the year they hardly build up: unite them, or decline.',
  'open-comb': 'There for three days or more: they may have built comb in the open.',
  'may-leave': 'A fresh swarm may leave within hours.',
  'little-comb': 'In for less than two days: there is next to no comb yet.',
  'over-limit': 'The trap weighs more than one person carries.',
  'wire-near': 'A wire is near: keep pole and hose away from it.',
  'second-swarm': 'More than one cluster: a box and a cage for each, never mixed.',
};
export const reasonSaid = (code: string): string => REASONS[code] ?? code;

const CALLS: Readonly<Record<string, string>> = {
  builder: 'a builder',
  conservation: 'nature conservation',
  electrician: 'an electrician',
  gridOperator: 'the operator of the power line',
  landlord: 'the landlord',
  licensed: 'a firm licensed to clear treated nests',
  licensedContractor: 'a contractor licensed for asbestos',
  liftHire: 'a lift with its operator',
  owner: 'the owner',
  pestControl: 'pest control',
  professional: 'a keeper with experience of defensive bees',
  treeOfficer: 'whoever protects trees there',
  treeSurgeon: 'a tree surgeon',
};
export const whomSaid = (code: string): string => CALLS[code] ?? code;

/** Who is called because of what stops us. */
const STOP_CALLS: Readonly<Record<string, readonly string[]>> = {
  'not-honeybees': ['pestControl'],
  'leave-alone': ['conservation'],
  poisoned: ['licensed'],
  'leave-in-tree': ['conservation'],
  'power-line': ['gridOperator'],
  'too-high': ['treeSurgeon', 'liftHire'],
  asbestos: ['licensedContractor'],
};

/** Whom to call: where we do not go, those alone who come in our stead. */
export function whomToCall({ verdict, call, reasons }: Triage): readonly string[] {
  if (verdict !== 'noGo') return call;
  const stops = reasons.filter(({ level }) => level === 'stop').flatMap(({ code }) => STOP_CALLS[code] ?? []);
  return [...new Set(stops)].filter((code) => call.includes(code));
}

/** The verdict as one sentence with a verb. */
export function verdictSaid(triage: Triage): string {
  const { verdict, reasons } = triage;
  switch (verdict) {
    case 'go':
      return 'Go: nothing stands in the way';
    case 'goWith': {
      const many = reasons.filter(({ level }) => level === 'condition').length;
      return `Go, with ${many === 1 ? 'one thing' : `${many} things`} to see to first`;
    }
    case 'ask':
      return 'Ask on before you say yes';
    case 'noGo': {
      const [whom] = whomToCall(triage);
      return whom === undefined ? 'Do not go' : `Do not go; call ${whomSaid(whom)}`;
    }
  }
}

/** By when a cage or an excluder has to be out; `end` a local minute. */
export const outBy = (end: string): string => `OUT by ${dayShort(end.slice(0, 10))}, ${end.slice(11)}`;

export const REUNITE_NAMES: Readonly<Record<ReuniteCode, string>> = {
  broodLook: 'Look at the brood',
  rest: 'Let the box rest',
  screenPlace: 'Mesh over the hole',
  closeAtDusk: 'Close the entrance',
  lowerAtFirstLight: 'Take it down',
  move: 'Carry it to its place',
  shade: 'Keep it in the shade',
  floorSwap: 'Set it on its final floor',
  join: 'Join bees and comb',
  restraintIn: 'Put cage or excluder in',
  hold: 'Keep them shut in',
  feederWater: 'Feeder and water on the mesh',
  open: 'Open the entrance',
  release: 'Let them fly',
  rehang: 'Hang a trap again',
  boxOff: 'Take the vacuum box off, count the dead',
  feed: 'Feed',
  returners: 'Fetch those that flew back',
  unite: 'Unite them',
  requeen: 'Give them a queen',
  miteWindow: 'Mites: while no brood is capped',
  plunger: 'Lower the plunger in steps',
  restraintOut: 'Take cage or excluder out',
  secondVisit: 'Fetch the last that flew back',
  seal: 'Seal the old place',
  cellCheck: 'Look for queen cells',
  testFrame: 'Give a frame of eggs',
  eggCheck: 'Look for eggs',
  transfer: 'Transfer into frames',
  bandsOut: 'Take the bands out',
  diseaseCheck: 'Look for disease',
  broodCheck: 'Look at the brood again',
  uniteIf: 'No eggs by now: unite',
  requeenIf: 'No eggs by now: give a queen',
  miteCount: 'Count the mites',
};
const REUNITE_REASONS: Readonly<Record<string, string>> = {
  'cool-dark': 'Shaded, mesh free, strapped, and left alone.',
  'brood-holds': 'Brood chills within hours, and holds them: covered, joined at once, entrance shut.',
  clustered: 'After a cool night they hang quiet and walk up by themselves.',
  'final-box': 'It is their hive already: only the floor changes.',
  excluder: 'An excluder between floor and box: she surely lays and cannot leave.',
  cage: 'Her cage between the combs: they stay where she is.',
  'drones-cannot-pass': 'Out BY the end: drones cannot pass, and block it.',
  'virgin-cannot-pass': 'Out BY the end: a virgin must fly to mate.',
  'must-lay': 'Out BY the end: kept from cells she stops laying, and they raise another.',
  orient: 'In the morning, a branch before the entrance: they learn the place anew.',
  'held-by-queen': 'The queen holds them: they may fly as soon as they are joined.',
  abscond: 'Without brood they may leave: shut in under a cool sky, mesh open, never in heat.',
  'shut-in': 'Shut in they need water: feeder and a wet sponge on the mesh.',
  foragers: 'A cup of bees at the old place: brush or suck them, add them at dusk.',
  'last-foragers': 'The last that were out. After that nothing should fly there.',
  'boxed-apart': 'The others are still shut in: keep these in an airy box with feed till then.',
  'no-way-back': 'Mesh only, so that none is walled in.',
  'next-swarm': 'The smell of comb calls scouts, moths and robbers.',
  'seal-and-repair': 'You repair: it is done now, before the smell of comb calls the next swarm.',
  'comb-above': 'Else they build in the upper box: a hand’s width every quarter of an hour.',
  'empty-below': 'Vacuum box and screen come away when nobody is in; a proper floor; count the dead.',
  wax: 'Thin syrup in the evening helps them build.',
  robbing: 'In the evening, small entrance, no drips: broken honey comb calls robbers.',
  fondant: 'Fondant: so late in the year no thin syrup.',
  'while-banding': 'While the combs are banded: caps, larvae, smell.',
  fixed: 'They have fixed the combs; rubber they chew, staples you take out.',
  'sealed-brood': 'Sunken caps, ropy larvae; a cut-out has capped brood and no broodless window.',
  virgin: 'A virgin needs about three weeks to lay.',
  'eggs-laid-here': 'Eggs stand three days: those you see now were laid here.',
  'comb-first': 'They build comb first, then she lays.',
  'emergency-cells': 'Cells on their own brood mean that she is gone.',
  'no-eggs': 'Only if you see no eggs: cells within days mean no queen, none means wait.',
  broodless: 'No capped brood: the one moment a treatment reaches all mites. Label and local law first.',
  'laying-workers': 'About three weeks after the last open brood workers begin to lay.',
  'no-eggs-by-then': 'Only if no eggs were seen by then.',
};
/** Why; reasons of a trap's own steps have their words elsewhere. */
export const reuniteReason = (reason: string): string | null => REUNITE_REASONS[reason] ?? null;

/** When somebody rang: the hour today, the day this year, and the year where it is another. */
export function calledWhen(at: string, today: string): string {
  const day = at.slice(0, 10);
  return day.slice(0, 4) === today.slice(0, 4) ? stepTime(at, today) : `${monthDay(day)} ${day.slice(0, 4)}`;
}
