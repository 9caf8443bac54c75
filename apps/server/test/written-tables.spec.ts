import { Database, IN_MEMORY } from '../src/db/database.js';

describe('what was worked out from some tables holds until one of them is written', () => {
  let database: Database;
  beforeEach(async () => {
    database = await Database.open(IN_MEMORY);
  });
  afterEach(() => database.close());

  const changedBy = async (write: () => Promise<unknown>): Promise<readonly [looks: boolean, sites: boolean]> => {
    const before = [database.versionOf(['visits']), database.versionOf(['sites', 'trap'])];
    await write().catch(() => undefined);
    return [before[0] !== database.versionOf(['visits']), before[1] !== database.versionOf(['sites', 'trap'])];
  };
  const touching =
    (...tables: string[]) =>
    (): Promise<unknown> =>
      database.write((manager) => {
        database.touches(tables);
        return manager.query('SELECT 1');
      });

  it('an act that says which tables it changes leaves the others alone', async () => {
    expect(await changedBy(touching('visits'))).toEqual([true, false]);
    expect(await changedBy(touching('trap'))).toEqual([false, true]);
    expect(await changedBy(touching())).toEqual([false, false]);
  });

  it('a write that says nothing may have changed all of them, also after one that said something', async () => {
    await touching('visits')();
    expect(await changedBy(() => database.write((manager) => manager.query('SELECT 1')))).toEqual([true, true]);
    expect(await changedBy(() => database.alone(() => Promise.resolve()))).toEqual([true, true]);
  });

  it('a write that failed counts too: who asked in the middle of it asks again', async () => {
    const failing = (): Promise<never> =>
      database.write(() => {
        database.touches(['visits']);
        return Promise.reject(new Error('no'));
      });
    expect(await changedBy(failing)).toEqual([true, false]);
  });
});
