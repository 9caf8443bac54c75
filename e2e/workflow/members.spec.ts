import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Browser, BrowserContext, Locator, Page } from '@playwright/test';
import { grave } from '../support/axe.js';
import { choose } from '../support/choose.js';
import { membersIn, rowsIn, said } from '../support/database.js';
import { ASKED_TOO_EARLY } from '../support/members.js';
import { at, Phone } from '../support/phone.js';
import { killServers, LISTENS, SECURE_URL, startServer, stopServer, TROUBLE_URL, trusting } from '../support/server.js';
import { expect, test } from '../support/test.js';

const OWNER = { name: 'Rosa Tiller', passphrase: 'a lantern in the pear tree' };
const HELPER = { name: 'Ivo', passphrase: 'wet boots once again' };
const folderFor = (what: string): string => mkdtempSync(join(tmpdir(), `yewridge-${what}-`));
const done = (page: Page, words: string | RegExp): Locator => page.getByRole('status').filter({ hasText: words });

async function type(page: Page, { name, passphrase }: typeof OWNER, { twice = false } = {}): Promise<void> {
  await page.getByLabel('Name').fill(name);
  await page.getByLabel('Passphrase').fill(passphrase);
  if (twice) await page.getByLabel('The same again').fill(passphrase);
}

async function switchOn(page: Page): Promise<void> {
  await page.goto(at('/settings/members'));
  await type(page, OWNER, { twice: true });
  await page.getByRole('button', { name: 'Switch members on' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('You are the only member so far');
}

/** Invites somebody. @returns the link. */
async function invite(page: Page, role: string, whom: string): Promise<string> {
  await choose(page.getByRole('combobox', { name: 'As a' }), role);
  await page.getByLabel('For whom').fill(whom);
  await page.getByRole('button', { name: 'Make a link' }).click();
  const link = await page.getByLabel('The link', { exact: true }).innerText();
  await page.getByRole('button', { name: 'I have it' }).click();
  return link;
}

/** A browser of somebody else. */
const another = (browser: Browser, more = {}): Promise<BrowserContext> =>
  browser.newContext({ timezoneId: 'Europe/Vienna', locale: 'en-GB', serviceWorkers: 'block', ...more });

test.describe('more than one pair of hands', () => {
  test.afterEach(() => {
    killServers();
  });

  test('a helper’s phone comes in over HTTPS, logs without a signal, and is signed out when it is lost', async ({
    page,
    allow,
  }) => {
    test.setTimeout(420_000);
    allow(...ASKED_TOO_EARLY);
    const folder = folderFor('helper');
    const server = await startServer(folder, { demo: true, env: LISTENS });
    await switchOn(page);
    await expect(page.getByText(`${SECURE_URL}/phone`)).toBeVisible();
    const link = await invite(page, 'helper', 'Ivo');
    expect(link.startsWith(`${SECURE_URL}/join#`)).toBe(true);

    // The certificate is compared and taken in: what the phone shows stands on the computer's screen.
    const phone = new Phone([trusting(folder)]);
    phone.allow(/status of 401/);
    let here = await phone.open({ signal: true });
    await here.goto(`${SECURE_URL}/phone`);
    const groups = await page.getByRole('list', { name: 'Fingerprint' }).getByRole('listitem').allInnerTexts();
    expect(groups.length).toBe(16);
    await expect(here.getByRole('list', { name: 'Fingerprint' }).getByRole('listitem')).toHaveText(groups);
    await here.goto(link);
    await expect(here.getByRole('heading', { level: 1 })).toHaveText('Join Vellmark Swarm Watch as a helper');
    await type(here, HELPER, { twice: true });
    await here.getByRole('button', { name: 'Join' }).tap();
    await expect(here).toHaveURL(`${SECURE_URL}/today`);
    await phone.packed(here);
    // A used link opens nothing.
    const late = await phone.another();
    phone.allow(/status of 410/);
    await late.goto(link);
    await expect(late.getByRole('alert')).toContainText('This link opens nothing any more');
    await late.close();

    const before = rowsIn(folder, 'visits').length;
    await phone.signal(false);
    await phone.putAway();
    here = await phone.open({ signal: false });
    const stays = ['stay-v-07-2026-04-03', 'stay-v-06-2026-04-06', 'stay-v-12-2026-04-01'];
    for (const stay of stays) {
      await here.goto(`${SECURE_URL}/rounds/stays/${stay}/visit`);
      await here.getByRole('radio', { name: 'A few' }).tap();
      await here.getByRole('button', { name: /^All well/ }).tap();
      await expect(done(here, 'kept on this device')).toBeVisible();
    }
    await phone.putAway();
    await stopServer(server, 'SIGKILL');
    await startServer(folder, { demo: true, env: LISTENS });
    here = await phone.open({ signal: true });
    await here.goto(`${SECURE_URL}/today`);
    await expect.poll(() => rowsIn(folder, 'visits').length, { timeout: 60_000 }).toBe(before + 3);
    const looks = rowsIn(folder, 'visits', 'rowid').slice(before);
    expect(looks.map((row) => row['deployment_id'])).toEqual(stays);
    const [ivo] = membersIn(folder, `SELECT id FROM member WHERE name = 'Ivo'`);
    const acts = rowsIn(folder, 'act', 'rowid').slice(-3);
    expect(new Set(acts.map((act) => act['member_id']))).toEqual(new Set([ivo?.['id']]));

    // The phone is lost, with one look more on it: the owner signs it out.
    await phone.signal(false);
    await here.goto(`${SECURE_URL}/rounds/stays/${stays[0]}/visit`);
    await here.getByRole('radio', { name: 'None' }).tap();
    await here.getByRole('button', { name: /^All well/ }).tap();
    await expect(done(here, 'kept on this device')).toBeVisible();
    await page.goto(at('/settings/members'));
    await page.getByRole('button', { name: /^Sign out .* of Ivo$/ }).click();
    await expect(page.getByRole('button', { name: /of Ivo$/ })).toHaveCount(0);
    await phone.signal(true);
    await expect(here.getByRole('heading', { level: 1 })).toHaveText('Sign in', { timeout: 60_000 });
    await expect(here.getByText('1 thing done by Ivo waits on this device')).toBeVisible();
    // Nothing of the record is left on it; what waits is handed over as a file.
    expect(await here.evaluate(rowsKept)).toBe(0);
    const saved = here.waitForEvent('download');
    await here.getByRole('button', { name: 'Save what waits as a file' }).tap();
    expect((await saved).suggestedFilename()).toBe('yewridge-waiting.json');
    await type(here, { ...HELPER, name: 'Somebody' });
    await here.getByRole('button', { name: 'Sign in', exact: true }).tap();
    await expect(here.getByRole('alert')).toContainText('would be sent under your name');
    // Found again, and signed in as who did it: it is sent.
    await type(here, HELPER);
    await here.getByRole('button', { name: 'Sign in', exact: true }).tap();
    await expect.poll(() => rowsIn(folder, 'visits').length, { timeout: 60_000 }).toBe(before + 4);
    await phone.putAway();
  });

  test('a round is shared out: each phone shows its own stops, and the owner who looked', async ({ page, allow }) => {
    allow(...ASKED_TOO_EARLY);
    const folder = folderFor('shared');
    await startServer(folder, { demo: true, env: LISTENS });
    await switchOn(page);
    const link = await invite(page, 'helper', 'Ivo');
    const phone = new Phone([trusting(folder)]);
    phone.allow(/status of 401/);
    const here = await phone.open({ signal: true });
    await here.goto(link);
    await type(here, HELPER, { twice: true });
    await here.getByRole('button', { name: 'Join' }).tap();
    await expect(here).toHaveURL(`${SECURE_URL}/today`);
    await here.goto(`${SECURE_URL}/rounds?view=list`);
    await expect(here.getByRole('region', { name: 'Yours today' })).toHaveCount(0);
    // A helper gives nothing away.
    await expect(here.getByRole('button', { name: 'Share the round out' })).toHaveCount(0);

    await page.goto(at('/rounds?view=list'));
    await page.getByRole('button', { name: 'Share the round out' }).click();
    await page.getByRole('button', { name: 'Give them' }).click();
    await expect(page.getByRole('alert')).toHaveText('Tick a trap first.');
    for (const trap of [/^V-07/, /^V-06/]) await page.getByRole('checkbox', { name: trap }).check();
    await page.getByRole('button', { name: 'Give them' }).click();
    await expect(page.getByRole('alert')).toHaveText('Say to whom.');
    await choose(page.getByRole('combobox', { name: 'To whom' }), 'Ivo');
    await page.getByLabel('What you hand over').fill('key under the stone');
    await page.getByRole('button', { name: 'Give them' }).click();
    const shared = page.getByRole('list', { name: 'The round, shared out' });
    await expect(shared).toContainText('Ivo: 0 of 2 looked at');
    await expect(page.getByRole('link', { name: /V-07.*Given to Ivo/ })).toBeVisible();
    const [ivo] = membersIn(folder, `SELECT id FROM member WHERE name = 'Ivo'`);
    // What was tapped stands on the page before it is kept.
    await expect
      .poll(() => rowsIn(folder, 'errands').map(said))
      .toEqual(
        ['stay-v-07-2026-04-03', 'stay-v-06-2026-04-06'].map((stay) => ({
          on: '2026-05-14',
          deployment_id: stay,
          member_id: ivo?.['id'],
          member_name: 'Ivo',
          note: 'key under the stone',
        })),
      );

    // It stands on the phone without anybody asking for it, with what was handed over.
    const mine = here.getByRole('region', { name: 'Yours today' });
    await expect(mine.getByRole('link')).toHaveCount(2, { timeout: 60_000 });
    await expect(here.getByText('“key under the stone”')).toBeVisible();
    await mine.getByRole('link', { name: /V-07/ }).tap();
    await here.getByRole('radio', { name: 'A few' }).tap();
    await here.getByRole('button', { name: /^All well/ }).tap();
    await expect(shared).toContainText('Ivo: 1 of 2 looked at', { timeout: 60_000 });
    await page.getByRole('button', { name: 'Take back from Ivo' }).click();
    await expect(shared).toHaveCount(0);
    await here.goto(`${SECURE_URL}/rounds?view=list`);
    await expect(here.getByRole('heading', { level: 1 })).toBeVisible();
    await expect(mine).toHaveCount(0);
    await phone.putAway();
  });

  test('an owner lets a keeper and a guest in, from an empty workspace, and each does what theirs is', async ({
    page,
    browser,
    allow,
  }) => {
    allow(/40[013]/);
    const folder = folderFor('club');
    await startServer(folder);
    await page.goto(at('/settings'));
    await expect(page.getByText('Nobody signs in')).toBeVisible();
    await page.getByRole('link', { name: 'Members' }).click();
    // Half typed, typed twice differently, too short: each is said, and nothing is switched on.
    await page.getByRole('button', { name: 'Switch members on' }).click();
    await expect(page.getByRole('alert')).toHaveText('Type a name: it stands under what is written.');
    await type(page, { ...OWNER, passphrase: 'too short' }, { twice: true });
    await page.getByRole('button', { name: 'Switch members on' }).click();
    await expect(page.getByRole('alert')).toContainText('9 characters are fewer than 12');
    await type(page, OWNER);
    await page.getByRole('button', { name: 'Switch members on' }).click();
    await expect(page.getByRole('alert')).toContainText('The two passphrases differ');
    expect(membersIn(folder, 'SELECT * FROM member').length).toBe(0);
    expect(await grave(page)).toEqual([]);
    await page.getByLabel('The same again').fill(OWNER.passphrase);
    await page.getByRole('button', { name: 'Switch members on' }).click();
    await expect(page.getByRole('heading', { level: 1 })).toHaveText('You are the only member so far');
    expect(membersIn(folder, 'SELECT name, role, removed_at_utc FROM member')).toEqual([
      { name: 'Rosa Tiller', role: 'owner', removed_at_utc: null },
    ]);

    const [keeperLink, guestLink] = [await invite(page, 'keeper', ''), await invite(page, 'guest', 'the school')];
    await expect(page.getByRole('listitem').filter({ hasText: 'the school, as a guest' })).toBeVisible();
    expect(await grave(page)).toEqual([]);

    // A keeper comes in with the keyboard alone.
    const keeper = await another(browser);
    const at2 = await keeper.newPage();
    await at2.goto(keeperLink);
    await at2.getByLabel('Name').focus();
    await at2.keyboard.type('Ada');
    await at2.keyboard.press('Tab');
    await at2.keyboard.type(HELPER.passphrase, { delay: 20 });
    await at2.keyboard.press('Tab');
    await at2.keyboard.type(HELPER.passphrase);
    await at2.keyboard.press('Enter');
    await expect(at2).toHaveURL(`${TROUBLE_URL}/today`);
    await at2.goto(at('/settings/members'));
    await expect(at2.getByRole('heading', { level: 1 })).toHaveText('Ada: keeper');
    await expect(at2.getByRole('heading', { name: 'Invite somebody' })).toHaveCount(0);

    // What she writes carries her name.
    await at2.goto(at('/ground/new'));
    await at2.getByLabel('name', { exact: true }).fill('Lower orchard');
    await at2.getByLabel('name', { exact: true }).press('Tab');
    await at2.getByRole('button', { name: 'Keep the site' }).click();
    await expect.poll(() => rowsIn(folder, 'sites').length).toBe(1);
    const [ada] = membersIn(folder, `SELECT id FROM member WHERE name = 'Ada'`);
    expect(rowsIn(folder, 'act', 'rowid').at(-1)?.['member_id']).toBe(ada?.['id']);

    // A guest sees the season, and no place of the app stands open to them.
    const guest = await another(browser, { viewport: { width: 390, height: 844 } });
    const looking = await guest.newPage();
    await looking.goto(guestLink);
    await expect(looking.getByRole('heading', { level: 1 })).toContainText('0 traps hang; no swarm was caught yet');
    expect(await grave(looking)).toEqual([]);
    await looking.goto(at('/ground'));
    await expect(looking).toHaveURL(at('/look'));
    await expect(looking.getByRole('navigation', { name: 'Places' })).toHaveCount(0);

    // The keeper becomes a helper: Files is no place of hers any more.
    await page.reload();
    await choose(page.getByRole('combobox', { name: 'What Ada may do' }), 'helper');
    await expect
      .poll(() => membersIn(folder, `SELECT role FROM member WHERE name = 'Ada'`))
      .toEqual([{ role: 'helper' }]);
    await at2.reload();
    await expect(at2.getByRole('navigation', { name: 'Places' })).toBeVisible();
    await expect(at2.getByRole('link', { name: 'Files' })).toHaveCount(0);
    await expect(page.getByRole('checkbox', { name: /Show Ada/ })).not.toBeChecked();

    // Removed without the name: what she wrote stays.
    await page.getByRole('button', { name: 'Remove Ada' }).click();
    await page.getByRole('button', { name: 'Remove the name too' }).click();
    await expect(page.getByRole('row', { name: /a former helper/ })).toBeVisible();
    await at2.reload();
    await expect(at2.getByRole('heading', { level: 1 })).toHaveText('Sign in');
    expect(rowsIn(folder, 'sites').length).toBe(1);

    // Signed out, she comes back to where she meant to go; wrong first.
    await page.getByRole('button', { name: 'Sign out of this device' }).click();
    await expect(page.getByRole('heading', { level: 1 })).toHaveText('Sign in');
    await page.goto(at('/ground'));
    await expect(page).toHaveURL(/sign-in\?then=%2Fground/);
    await type(page, { ...OWNER, passphrase: 'not this one at all' });
    await page.getByRole('button', { name: 'Sign in', exact: true }).click();
    await expect(page.getByRole('alert')).toHaveText(
      'No member has this name with this passphrase. Type both once more.',
    );
    expect(await grave(page)).toEqual([]);
    await page.getByLabel('Passphrase').fill(OWNER.passphrase);
    await page.getByLabel('Passphrase').press('Enter');
    await expect(page).toHaveURL(at('/ground'));
    await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
    await keeper.close();
    await guest.close();
  });
});

/** Rows that a device keeps of what the server told. */
function rowsKept(): Promise<number> {
  return new Promise((resolve, reject) => {
    const opening = indexedDB.open('yewridge-field');
    opening.onerror = () => {
      reject(new Error('there is no replica'));
    };
    opening.onsuccess = () => {
      const count = opening.result.transaction('pages').objectStore('pages').count();
      count.onsuccess = () => {
        opening.result.close();
        resolve(count.result);
      };
    };
  });
}
