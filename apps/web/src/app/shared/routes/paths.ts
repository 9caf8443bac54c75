/** The addresses of the app. Features lead to each other through these, never by import. */
export const PATHS = {
  today: 'today',
  bench: 'bench',
  suction: 'suction',
  stores: 'stores',
  ground: 'ground',
  rounds: 'rounds',
  catches: 'catches',
  evidence: 'evidence',
  files: 'files',
  devices: 'devices',
  settings: 'settings',
  signIn: 'sign-in',
  join: 'join',
  look: 'look',
  phone: 'phone',
} as const;

/** Who may come in, and which devices are. */
export const membersLink = (): readonly string[] => ['/', PATHS.settings, 'members'];
export const todayLink = (): readonly string[] => ['/', PATHS.today];
/** When swarms come, in full. */
export const seasonClockLink = (): readonly string[] => ['/', PATHS.today, 'season'];
export const benchLink = (): readonly string[] => ['/', PATHS.bench];
export const designLink = (id: string): readonly string[] => ['/', PATHS.bench, id];
/** Pages of one design besides its sheet. */
export const designLinks = (id: string): Readonly<Record<'trueSize' | 'load' | 'versions', readonly string[]>> => ({
  trueSize: [...designLink(id), 'true-size'],
  load: [...designLink(id), 'load'],
  versions: [...designLink(id), 'versions'],
});
export const startLink = (): readonly string[] => ['/', PATHS.bench, 'new'];
export const compareLink = (): readonly string[] => ['/', PATHS.bench, 'compare'];
export const swarmSizeLink = (): readonly string[] => ['/', PATHS.bench, 'swarm-size'];
/** What is sawn: batches of designs, the plan of one, and its list to tick at the saw. */
export const workshopLink = (): readonly string[] => ['/', PATHS.bench, 'workshop'];
export const batchLink = (id: string): readonly string[] => [...workshopLink(), id];
/** A batch that nobody has said anything of yet: which design it begins with stands in the query. */
export const NEW_BATCH = 'new';
export const sawLink = (id: string): readonly string[] => [...batchLink(id), 'saw'];
export const suctionLink = (): readonly string[] => ['/', PATHS.suction];
export const rigLink = (id: string): readonly string[] => ['/', PATHS.suction, id];
/** Pages of one rig besides its sheet. */
export const rigLinks = (
  id: string,
): Readonly<Record<'heat' | 'screen' | 'calibrate' | 'losses' | 'trim' | 'versions', readonly string[]>> => ({
  heat: [...rigLink(id), 'heat'],
  screen: [...rigLink(id), 'screen'],
  calibrate: [...rigLink(id), 'calibrate'],
  losses: [...rigLink(id), 'losses'],
  trim: [...rigLink(id), 'trim-card'],
  versions: [...rigLink(id), 'versions'],
});
export const compareRigsLink = (): readonly string[] => ['/', PATHS.suction, 'compare'];
export const storesLink = (): readonly string[] => ['/', PATHS.stores];
export const trapLink = (id: string): readonly string[] => ['/', PATHS.stores, 'traps', id];
export const shelfLink = (): readonly string[] => ['/', PATHS.stores, 'shelf'];
export const boardsLink = (): readonly string[] => ['/', PATHS.stores, 'boards'];
export const labelsLink = (): readonly string[] => ['/', PATHS.stores, 'labels'];

export const groundLink = (): readonly string[] => ['/', PATHS.ground];
export const newSiteLink = (): readonly string[] => ['/', PATHS.ground, 'new'];
/** Where to hang next season, and letters to the owners of those places. */
export const nextLink = (): readonly string[] => ['/', PATHS.ground, 'next'];
export const lettersLink = (): readonly string[] => [...nextLink(), 'letters'];
export const siteLink = (id: string): readonly string[] => ['/', PATHS.ground, 'sites', id];
export const letterLink = (id: string): readonly string[] => [...siteLink(id), 'letter'];
export const roundsLink = (): readonly string[] => ['/', PATHS.rounds];
/** Hanging a trap; which one and where may be said in the query. */
export const hangLink = (): readonly string[] => ['/', PATHS.rounds, 'hang'];
/** One stay of a trap at a site. */
/** The camera finds a trap's label. */
export const scanLink = (): readonly string[] => ['/', PATHS.rounds, 'scan'];
export const stayLink = (id: string): readonly string[] => ['/', PATHS.rounds, 'stays', id];
export const visitLink = (stayId: string): readonly string[] => [...stayLink(stayId), 'visit'];
/** The day's round: which traps, in which order, with bees first and home before dark. */
export const roundLink = (): readonly string[] => ['/', PATHS.rounds, 'round'];
export const seasonLink = (): readonly string[] => ['/', PATHS.rounds, 'seasons'];
export const catchesLink = (): readonly string[] => ['/', PATHS.catches];
export const catchLink = (id: string): readonly string[] => ['/', PATHS.catches, id];
export const newCatchLink = (): readonly string[] => ['/', PATHS.catches, 'new'];
export const evidenceLink = (): readonly string[] => ['/', PATHS.evidence];
/** The stays behind an answer; which answer stands in the query. */
export const rawLink = (): readonly string[] => [...evidenceLink(), 'stays'];
export const questionsLink = (): readonly string[] => [...evidenceLink(), 'questions'];
export const clubSheetLink = (): readonly string[] => [...evidenceLink(), 'sheet'];
export const correctionsLink = (): readonly string[] => [...evidenceLink(), 'corrections'];
export const neighboursLink = (): readonly string[] => [...evidenceLink(), 'neighbours'];
export const trialsLink = (): readonly string[] => [...evidenceLink(), 'trials'];
export const trialLink = (id: string): readonly string[] => [...trialsLink(), id];
export const filesLink = (): readonly string[] => ['/', PATHS.files];
/** The rows of one table as they were written, and one of them. */
export const bookLink = (table: string): readonly string[] => ['/', PATHS.files, 'book', table];
export const rowLink = (table: string, id: string): readonly string[] => [...bookLink(table), id];
export const devicesLink = (): readonly string[] => ['/', PATHS.devices];

/** Call-outs stand under Catches. */
export const callsLink = (): readonly string[] => [...catchesLink(), 'calls'];
export const newCallLink = (): readonly string[] => [...callsLink(), 'new'];
export const callLink = (id: string): readonly string[] => [...callsLink(), id];
export const callLinks = (id: string): Readonly<Record<'live' | 'leaving' | 'report', readonly string[]>> => ({
  live: [...callLink(id), 'live'],
  leaving: [...callLink(id), 'leaving'],
  report: [...callLink(id), 'report'],
});
