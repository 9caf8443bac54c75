import { RememberedBy } from '../src/shared/remembered/remembered-by.js';
import { Database, IN_MEMORY } from '../src/db/database.js';

describe('what was worked out from some tables holds until one of them is written', () => {
  let database: Database;
  beforeEach(async () => {
    database = await Database.open(IN_MEMORY);
  });
  afterEach(() => database.close());

  const changedBy = async (write: () => Promise<unknown>): Promise<readonly [looks: boolean, sites: boolean]> => {
    const before = [database.versionOf(['visits']), database.versionOf(['sites', 'trap'])];
    await write();
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
    const failing = async (): Promise<void> => {
      const written = database.write(() => {
        database.touches(['visits']);
        return Promise.reject(new Error('no'));
      });
      await expectAsync(written).toBeRejectedWithError('no');
    };
    expect(await changedBy(failing)).toEqual([true, false]);
  });
});

describe('answers to several questions', () => {
  it('are worked out once each while their moment stays, and anew when it is another or one failed', async () => {
    const answers = new RememberedBy<number>(2);
    let worked = 0;
    const ask = (what: string, moment: string): Promise<number> =>
      answers.at(what, moment, () => Promise.resolve(++worked));
    expect([await ask('a', '1'), await ask('b', '1'), await ask('a', '1')]).toEqual([1, 2, 1]);
    expect([await ask('a', '2'), await ask('b', '1')]).toEqual([3, 2]);
    await expectAsync(answers.at('b', '2', () => Promise.reject(new Error('no')))).toBeRejected();
    expect(await ask('b', '2')).toBe(4);
  });

  it('are no more at once than was said', async () => {
    const answers = new RememberedBy<string>(1);
    let worked = 0;
    const ask = (what: string): Promise<string> => answers.at(what, '', () => Promise.resolve(`${what}${++worked}`));
    expect([await ask('a'), await ask('b'), await ask('a')]).toEqual(['a1', 'b2', 'a3']);
  });
});
