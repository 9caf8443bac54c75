import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Database, dataSourceFor, MIGRATIONS } from '../src/db/database.js';
import { IsNull } from 'typeorm';
import { DesignEntity } from '../src/db/entities/design-entity.js';
import { TrapEntity } from '../src/db/entities/trap-entity.js';
import { seedDemo } from '../src/demo/seed-demo.js';
import { DemoClock } from '../src/shared/clock/demo-clock.js';
import { VELLMARK_DESIGNS } from '../src/demo/vellmark-designs.js';
import { designProblems } from '@yewridge/core/bench';
import { saveDesignSchema } from '@yewridge/contract/schemas';
import { readConfig } from '../src/config/config.js';
import { NOW, sample } from './support.js';

const row = {
  id: 'a',
  revision: 1,
  name: 'A',
  document: sample,
  createdAt: NOW,
  updatedAt: NOW,
  deletedAt: null,
};

describe('the database', () => {
  it('has exactly the tables that the entities describe', async () => {
    const source = await dataSourceFor(':memory:').initialize();
    const { upQueries } = await source.driver.createSchemaBuilder().log();
    await source.destroy();
    expect(upQueries.map(({ query }) => query)).toEqual([]);
  });

  it('can undo every migration and do it again', async () => {
    const source = await dataSourceFor(':memory:').initialize();
    for (const _ of MIGRATIONS) await source.undoLastMigration();
    const tables: { name: string }[] = await source.query(`SELECT name FROM sqlite_master WHERE name = 'design'`);
    expect(tables).toEqual([]);
    await source.runMigrations();
    await source.getRepository(DesignEntity).insert(row);
    expect(await source.getRepository(DesignEntity).count()).toBe(1);
    await source.destroy();
  });

  it('keeps the designs of a database from before traps were built', async () => {
    const source = await dataSourceFor(':memory:').initialize();
    await source.undoLastMigration();
    await source.query(
      `INSERT INTO design VALUES ('old', 3, 'Old', '${JSON.stringify(sample).replace(/'/g, "''")}', '${NOW}', '${NOW}', NULL)`,
    );
    await source.runMigrations();
    expect((await source.getRepository(DesignEntity).findOneByOrFail({ id: 'old' })).document).toEqual(sample);
    await source.destroy();
  });

  it('itself refuses a trap built to a version that is not there', async () => {
    const database = await Database.open(':memory:');
    await database.source.getRepository(DesignEntity).insert(row);
    const insert = database.source.query(
      `INSERT INTO trap VALUES ('t', 1, 'V-1', 'a', 1, '{}', NULL, NULL, 0, NULL, 'new', '', '', '${NOW}', '${NOW}', NULL)`,
    );
    await expectAsync(insert).toBeRejectedWithError(/FOREIGN KEY constraint failed/);
    await database.close();
  });

  for (const [what, change] of [
    ['a revision of zero', { revision: 0 }],
    ['a name without letters', { name: '' }],
  ] as const) {
    it(`itself refuses ${what}`, async () => {
      const database = await Database.open(':memory:');
      const insert = database.source.getRepository(DesignEntity).insert({ ...row, ...change });
      await expectAsync(insert).toBeRejectedWithError(/CHECK constraint failed/);
      await database.close();
    });
  }

  it('keeps what was written before a transaction that fails beside it', async () => {
    const database = await Database.open(':memory:');
    const failing = database.write(async (manager) => {
      await manager.insert(DesignEntity, { ...row, id: 'lost' });
      throw new Error('no');
    });
    const kept = database.write((manager) => manager.insert(DesignEntity, row));
    await expectAsync(failing).toBeRejectedWithError('no');
    await kept;
    const rows = await database.source.getRepository(DesignEntity).find();
    expect(rows.map(({ id }) => id)).toEqual(['a']);
    await database.close();
  });

  it('finishes the writes in flight before it closes, and leaves one file', async () => {
    const folder = await mkdtemp(join(tmpdir(), 'yewridge-'));
    const file = join(folder, 'test.sqlite');
    const database = await Database.open(file);
    const writes = Array.from({ length: 20 }, (_, n) =>
      database.write((manager) => manager.insert(DesignEntity, { ...row, id: `w-${n}` })),
    );
    await database.close();
    await Promise.all(writes);
    const again = await Database.open(file);
    expect(await again.source.getRepository(DesignEntity).count()).toBe(20);
    await again.close();
    await rm(folder, { recursive: true });
  });
});

describe('the Vellmark demo', () => {
  it('seeds an empty database once and leaves a visitor’s changes alone', async () => {
    const database = await Database.open(':memory:');
    await seedDemo(database, await DemoClock.open(database, NOW));
    const designs = database.source.getRepository(DesignEntity);
    const traps = database.source.getRepository(TrapEntity);
    expect(await traps.count()).toBe(16);
    await database.source.query(`DELETE FROM colonies WHERE id = 'chapel-lime'`);
    await designs.update({ id: 'vellmark-cider-keg' }, { deletedAt: NOW });
    await seedDemo(database, await DemoClock.open(database, NOW));
    expect(await designs.countBy({ deletedAt: IsNull() })).toBe(VELLMARK_DESIGNS.length - 1);
    expect(await traps.count()).toBe(16);
    const left: unknown = await database.source.query(`SELECT id FROM colonies WHERE id = 'chapel-lime'`);
    expect(left).toEqual([]);
    await database.close();
  });

  for (const { document } of VELLMARK_DESIGNS) {
    it(`"${document.name}" can be saved and computed`, () => {
      expect(saveDesignSchema.validate({ revision: 0, document }, { convert: false }).error).toBeUndefined();
      expect(designProblems(document)).toEqual([]);
    });
  }
});

describe('the settings', () => {
  it('keep the demo in a folder and a database of its own', () => {
    const own = readConfig([], {});
    const demo = readConfig(['--demo'], {});
    expect(demo.dataFolder).not.toBe(own.dataFolder);
    expect(demo.database).not.toBe(own.database);
  });

  it('listen to this computer alone unless they are told otherwise', () => {
    expect(readConfig([], {}).network).toEqual({
      securePort: 8148,
      listen: null,
      files: null,
      names: [],
      proxies: [],
      publicAddress: null,
    });
    const { network } = readConfig([], {
      YEWRIDGE_LISTEN: '192.168.1.20, fd00::20',
      YEWRIDGE_NAMES: 'Bees.lan',
      YEWRIDGE_TRUST_PROXY: '10.0.0.0/8',
      YEWRIDGE_PUBLIC: 'https://bees.example',
    });
    expect([network.listen, network.names, network.proxies, network.publicAddress]).toEqual([
      ['192.168.1.20', 'fd00::20'],
      ['bees.lan'],
      ['10.0.0.0/8'],
      'https://bees.example',
    ]);
  });

  it('refuse an address that is none, a certificate without its key, a proxy without its address, plain HTTP outside', () => {
    for (const wrong of [
      { YEWRIDGE_LISTEN: 'everywhere' },
      { YEWRIDGE_LISTEN: ' , ' },
      { YEWRIDGE_CERT: 'a.crt' },
      { YEWRIDGE_TRUST_PROXY: '127.0.0.1' },
      { YEWRIDGE_TRUST_PROXY: 'loopback', YEWRIDGE_PUBLIC: 'https://bees.example' },
      { YEWRIDGE_PUBLIC: 'http://bees.example' },
      { YEWRIDGE_NAMES: 'bees/../x' },
    ]) {
      expect(() => readConfig([], wrong))
        .withContext(JSON.stringify(wrong))
        .toThrowError(new RegExp(Object.keys(wrong)[0]!));
    }
  });

  it('refuse a port that is none, and a setting nobody knows', () => {
    expect(() => readConfig([], { YEWRIDGE_PORT: '70000' })).toThrowError(/YEWRIDGE_PORT/);
    expect(() => readConfig([], { YEWRIDGE_PROT: '80' })).toThrowError(/YEWRIDGE_PROT/);
  });
});
