import type { Database } from '../db/database.js';
import { systemClock } from '../shared/clock/clock.js';
import { AccessEntity } from './access-entities.js';
import { Invitations } from './invitations.js';
import { MembersService } from './members-service.js';
import { OWASP_COST } from './passphrases.js';
import { Sessions } from './sessions.js';

/**
 * A link, good once, by which an owner who lost the passphrase sets another one. Whoever can run this has the records anyway.
 * @throws Error with a sentence for the terminal.
 */
export async function ownerLink(database: Database, name: string | null, port: number): Promise<string> {
  const { on } = await database.source.getRepository(AccessEntity).findOneByOrFail({ id: 'access' });
  if (!on) throw new Error(`Nobody signs in here: open http://localhost:${port} on this computer.`);
  const members = new MembersService({
    database,
    sessions: new Sessions(database, systemClock),
    invitations: new Invitations(database, systemClock),
    clock: systemClock,
    cost: OWASP_COST,
    workspace: '',
    onShut: () => undefined,
    onOff: () => Promise.resolve(),
  });
  const owners = (await members.all()).members.filter(({ role, removedAt }) => role === 'owner' && removedAt === null);
  const asked = name === null ? owners : owners.filter((one) => one.name?.toLowerCase() === name.toLowerCase());
  const [owner, second] = asked;
  const known = owners.map((one) => one.name).join(', ');
  if (!owner) throw new Error(`No owner here is called "${name}". Owners are: ${known}.`);
  if (second) throw new Error(`There are several owners: ${known}. Say which: npm run owner -- "a name".`);
  const { secret } = await members.renewal(owner.id);
  return `http://localhost:${port}/join#${secret}`;
}
