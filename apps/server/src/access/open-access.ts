import { Database, type Shape } from '../db/database.js';
import { CreateAccess20261201021000 } from './20261201021000-create-access.js';
import { CreatePasskeys20261201060000 } from './20261201060000-create-passkeys.js';
import { AccessEntity, InvitationEntity, MemberEntity, PasskeyEntity, SessionEntity } from './access-entities.js';

/** Members, their devices and invitations: beside the records and not among them. */
const SHAPE: Shape = {
  entities: [MemberEntity, InvitationEntity, SessionEntity, PasskeyEntity, AccessEntity],
  migrations: [CreateAccess20261201021000, CreatePasskeys20261201060000],
};

/** Whether phones were let in when the program last ran. */
export async function letsPhonesIn({ source }: Database): Promise<boolean> {
  const { on, letsPhonesIn: wished } = await source.getRepository(AccessEntity).findOneByOrFail({ id: 'access' });
  return on && wished;
}

export const openAccess = (file: string): Promise<Database> => Database.open(file, SHAPE);
