import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { CDPSession, Page } from '@playwright/test';
import { grave } from '../support/axe.js';
import { membersIn } from '../support/database.js';
import { ASKED_TOO_EARLY } from '../support/members.js';
import { at, Phone } from '../support/phone.js';
import { SECURE_PORT } from '../support/ports.js';
import { IN_NETWORK, killServers, LISTENS, SECURE_URL, startServer, trusting } from '../support/server.js';
import { expect, test } from '../support/test.js';

const OWNER = { name: 'Rosa Tiller', passphrase: 'a lantern in the pear tree' };

/** A device that keeps passkeys and proves whose they are by itself. @returns how it is told not to. */
async function keeping(page: Page): Promise<(proves: boolean) => Promise<unknown>> {
  const browser: CDPSession = await page.context().newCDPSession(page);
  await browser.send('WebAuthn.enable');
  const { authenticatorId } = await browser.send('WebAuthn.addVirtualAuthenticator', {
    options: {
      protocol: 'ctap2',
      transport: 'internal',
      hasResidentKey: true,
      hasUserVerification: true,
      isUserVerified: true,
      automaticPresenceSimulation: true,
    },
  });
  return (isUserVerified) => browser.send('WebAuthn.setUserVerified', { authenticatorId, isUserVerified });
}

test.describe('passkeys', () => {
  test.afterEach(() => {
    killServers();
  });

  test('an owner makes one, drops the passphrase, and comes in by a finger alone', async ({ page, allow }) => {
    allow(/40[19]/);
    const folder = mkdtempSync(join(tmpdir(), 'yewridge-passkeys-'));
    await startServer(folder);
    const proves = await keeping(page);
    await page.goto(at('/settings/members'));
    await page.getByLabel('Name').fill(OWNER.name);
    await page.getByLabel('Passphrase').fill(OWNER.passphrase);
    await page.getByLabel('The same again').fill(OWNER.passphrase);
    await page.getByRole('button', { name: 'Switch members on' }).click();
    const own = page.getByRole('region', { name: 'Your passkeys' });

    // With the keyboard alone; first with the wrong passphrase.
    await own.getByRole('button', { name: 'Make a passkey' }).press('Enter');
    await own.getByLabel('Your passphrase').fill('not this one at all');
    await own.getByLabel('Your passphrase').press('Enter');
    await expect(own.getByRole('alert')).toHaveText(
      'No member has this name with this passphrase. Type both once more.',
    );
    expect(membersIn(folder, 'SELECT * FROM passkey').length).toBe(0);
    await own.getByLabel('Your passphrase').fill(OWNER.passphrase);
    await own.getByLabel('Your passphrase').press('Enter');
    await expect(own.getByRole('status')).toHaveText('Kept. Next time sign in with your passkey.');
    await expect(own.getByRole('listitem')).toHaveCount(1);
    await expect(own.getByRole('listitem')).toContainText(/Chrome.* on Linux made .*, not used yet/);
    const [kept] = membersIn(folder, 'SELECT p.*, m.name FROM passkey p JOIN member m ON m.id = p.member_id');
    expect([kept?.['name'], kept?.['last_used_at_utc']]).toEqual([OWNER.name, null]);
    expect(await grave(page)).toEqual([]);

    await own.getByRole('button', { name: 'Make another, or drop the passphrase' }).click();
    await own.getByLabel('Your passphrase').fill(OWNER.passphrase);
    await own.getByRole('button', { name: 'Drop my passphrase' }).click();
    await expect(own.getByRole('status')).toContainText('Your passphrase is gone');
    await expect(page.getByText('You have no passphrase')).toBeVisible();
    expect(membersIn(folder, 'SELECT passphrase FROM member')).toEqual([{ passphrase: null }]);
    await own.getByRole('button', { name: /^Remove/ }).click();
    await expect(own.getByRole('alert')).toContainText('this is your only way in');

    await page.setViewportSize({ width: 390, height: 844 });
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
    await page.getByRole('button', { name: 'Sign out of this device' }).click();
    await expect(page.getByRole('heading', { level: 1 })).toHaveText('Sign in');
    expect(await grave(page)).toEqual([]);
    await page.getByLabel('Name').fill(OWNER.name);
    await page.getByLabel('Passphrase').fill(OWNER.passphrase);
    await page.getByRole('button', { name: 'Sign in', exact: true }).click();
    await expect(page.getByRole('alert')).toContainText('No member has this name with this passphrase');
    await proves(false);
    await page.getByRole('button', { name: 'Sign in with a passkey' }).click();
    await expect(page.getByRole('alert')).toContainText('Nothing was confirmed on this device');
    await proves(true);
    await page.getByRole('button', { name: 'Sign in with a passkey' }).press('Enter');
    await expect(page).toHaveURL(at('/today'));
    const [used] = membersIn(folder, 'SELECT last_used_at_utc FROM passkey');
    expect(used?.['last_used_at_utc']).not.toBeNull();
    expect(membersIn(folder, 'SELECT * FROM session').length).toBe(1);
  });

  test('a phone makes one over HTTPS where it comes by a name; at a bare number it is told why there is none', async ({
    page,
    allow,
  }) => {
    allow(...ASKED_TOO_EARLY);
    const folder = mkdtempSync(join(tmpdir(), 'yewridge-passkeys-'));
    await startServer(folder, { env: { ...LISTENS, YEWRIDGE_NAMES: 'orchard.test' } });
    await page.goto(at('/settings/members'));
    await page.getByLabel('Name').fill(OWNER.name);
    await page.getByLabel('Passphrase').fill(OWNER.passphrase);
    await page.getByLabel('The same again').fill(OWNER.passphrase);
    await page.getByRole('button', { name: 'Switch members on' }).click();
    await expect(page.getByText(`${SECURE_URL}/phone`)).toBeVisible();

    const phone = new Phone([trusting(folder), `--host-resolver-rules=MAP orchard.test ${IN_NETWORK}`]);
    phone.allow(/status of 401/);
    const here = await phone.open({ signal: true });
    const signIn = async (origin: string): Promise<void> => {
      await here.goto(`${origin}/sign-in?then=/settings/members`);
      await here.getByLabel('Name').fill(OWNER.name);
      await here.getByLabel('Passphrase').fill(OWNER.passphrase);
      await here.getByRole('button', { name: 'Sign in', exact: true }).tap();
    };
    await signIn(SECURE_URL);
    const own = here.getByRole('region', { name: 'Your passkeys' });
    await expect(own).toContainText(
      'A passkey goes by a name: open Yewridge by the name of its computer, not by its number.',
    );
    await expect(own.getByRole('button', { name: 'Make a passkey' })).toHaveCount(0);
    await here.getByRole('button', { name: 'Sign out of this device' }).tap();
    await expect(here.getByRole('heading', { level: 1 })).toHaveText('Sign in');
    await expect(here.getByRole('button', { name: 'Sign in with a passkey' })).toHaveCount(0);

    const named = `https://orchard.test:${SECURE_PORT}`;
    await keeping(here);
    await signIn(named);
    await own.getByRole('button', { name: 'Make a passkey' }).tap();
    await own.getByLabel('Your passphrase').fill(OWNER.passphrase);
    await own.getByRole('button', { name: 'Make a passkey' }).tap();
    await expect(own.getByRole('status')).toHaveText('Kept. Next time sign in with your passkey.');
    await here.getByRole('button', { name: 'Sign out of this device' }).tap();
    await here.getByRole('button', { name: 'Sign in with a passkey' }).tap();
    await expect(here).toHaveURL(`${named}/today`);
    expect(membersIn(folder, 'SELECT last_used_at_utc FROM passkey')[0]?.['last_used_at_utc']).not.toBeNull();
    await phone.putAway();
  });
});
