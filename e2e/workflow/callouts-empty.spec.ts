import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { WALL } from '../support/call-screen.js';
import { rowsIn, said } from '../support/database.js';
import { Keys } from '../support/keys.js';
import { killServers, startServer, TROUBLE_URL } from '../support/server.js';
import { expect, test } from '../support/test.js';

test.use({ viewport: { width: 1280, height: 800 }, baseURL: TROUBLE_URL });

test('from an empty workspace, and with a rig by keys alone: a wall, suction by the clock, heat that was read off, and what is kept is what was typed', async ({
  page,
  suction,
}) => {
  const folder = mkdtempSync(join(tmpdir(), 'yewridge-empty-'));
  await startServer(folder);
  const keys = new Keys(page);
  const button = (name: string | RegExp) => page.getByRole('button', { name }).first();
  const link = (name: string | RegExp) => page.getByRole('link', { name }).first();
  const field = (name: string) => page.getByRole('textbox', { name, exact: true });
  try {
    await suction.begin('walk-up');
    await suction.saved();

    // Nobody has rung yet: the page says what to do.
    await page.goto('/catches');
    await expect(page.getByText('No swarm caught yet')).toBeVisible();
    await keys.press(link('Log a call'));
    await keys.press(button('They go in and out of a hole'));
    await keys.write(field('place'), 'Schoolhouse, gable');
    await keys.write(field('name'), 'Runa Felder');
    await keys.press(button('Log the call'));
    const top = page.locator('yw-ask-next .says');
    for (const _ of Object.keys(WALL)) {
      const question = await top.innerText();
      const answer = WALL[question];
      if (answer === undefined) break;
      await keys.press(
        page.getByRole('group', { name: question, exact: true }).getByRole('button', { name: answer, exact: true }),
      );
      await expect(top).not.toHaveText(question);
    }
    await keys.write(field('latitude'), '47.4');
    await keys.write(field('longitude'), '13.2');
    await keys.write(field('combs seen'), '2');
    await keys.write(field('a comb is long'), '300');
    await keys.write(field('a comb is high'), '350');
    await keys.press(button(/^Plan it/));

    await keys.press(link(/^Before leaving/));
    await expect(page.getByText('Stores counts none of it yet:')).toBeVisible();
    await expect(page.getByText(/times the table/)).toHaveCount(0);
    await keys.choose(page.getByRole('combobox', { name: 'Rig' }), 'Walk-up');
    await keys.choose(page.getByRole('combobox', { name: 'power for the vacuum' }), 'mains');
    await keys.press(page.getByRole('checkbox', { name: /^Smoker and fuel/ }), 'Space');
    await expect(page.getByRole('heading', { name: /1 of \d+ packed/ })).toBeVisible();
    await keys.press(link('Back to the call'));
    await keys.press(button('I am there'));
    await keys.press(link(/^Start work/));
    for (const box of await page.getByRole('list', { name: 'Cautions' }).getByRole('checkbox').all()) {
      await keys.press(box, 'Space');
      await expect(box).toBeChecked();
    }
    await keys.press(button(/^Start /));

    // Suction by the clock of the world, and a temperature that somebody reads off.
    const alarm = page.getByRole('region', { name: 'Alarm' });
    await keys.press(button(/^Start suction/));
    await expect(button(/^Stop suction/)).toBeVisible();
    await expect(page.getByText('simulated')).toHaveCount(0);
    await keys.write(field('Box, read off'), '39');
    await expect(alarm).toContainText('Box 39.0 °C, over 38.0 °C');
    await expect(alarm).toContainText('Shut the port, then stop.');
    await keys.press(button(/^Stop suction/));
    await keys.write(field('Box, read off'), '34');
    await expect(alarm).not.toContainText('over 38');
    await keys.press(button(/Brood comb/));
    await keys.press(button(/Honey comb/));
    await keys.press(button(/Dead bees/));
    await keys.press(button(/Undo/));

    await keys.press(button(/All in, close down/));
    const next = page.getByRole('region', { name: 'Closing down' }).locator('.count + button.main');
    await expect(next).toBeVisible();
    for (let n = 0; n < 30 && (await next.count()) > 0; n++) {
      const step = await next.innerText();
      await keys.press(next);
      await expect(next.filter({ hasText: step.split('\n')[0] ?? '' })).toHaveCount(0);
    }
    await keys.pick('The queen was', 'seen in the box');
    await keys.pick('Left behind', 'a cup');
    await keys.press(button(/^Boxes are shut/));
    await keys.press(button(/^The box rests/));
    await keys.write(page.getByLabel('Where does the box rest?'), 'cellar');
    await keys.press(page.getByRole('button', { name: 'The box rests', exact: true }));
    await expect(page.getByRole('list', { name: 'Steps' })).toContainText('Brood chills within hours');

    // It stands on the track, by keys too.
    await page.goto('/catches');
    const row = page.getByRole('button', { name: /Schoolhouse, gable/ });
    await keys.press(row);
    await expect(row).toHaveAttribute('aria-expanded', 'false');
    await page.keyboard.press('Enter');
    await expect(page.getByRole('list').filter({ hasText: 'Join bees and comb' }).first()).toBeVisible();
    await keys.press(link(/^Open the steps/));
    await keys.press(button(/^Joined with/));
    await keys.write(page.getByLabel('Where do they stand?'), 'Garden');
    await keys.press(page.getByRole('button', { name: 'Joined', exact: true }));
    await expect(page.getByRole('heading', { level: 1 })).not.toContainText('rest');
    await expect(page.getByText(/waiting here/)).toBeHidden();

    // What is kept is what was typed, and nothing else; the page shows it before it is kept.
    await expect.poll(() => rowsIn(folder, 'callouts')[0]?.['joined_at']).toBeTruthy();
    await expect.poll(() => rowsIn(folder, 'callouts')[0]?.['joined_to']).toBe('Garden');
    const [call] = rowsIn(folder, 'callouts');
    const told = said(call);
    for (const at of ['called_at', 'arrived_at', 'started_at', 'stopped_at', 'joined_at']) {
      expect(String(told[at]), at).toMatch(/^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}/);
    }
    const typed = Object.fromEntries(
      Object.entries(told).filter(([name]) => !/_at$|^cautions$|^closing_done$|^catch_id$/.test(name)),
    );
    expect(typed).toEqual({
      place: 'Schoolhouse, gable',
      caller: 'Runa Felder',
      caller_is: 'owner',
      kind: 'structure',
      bees: 'honeybees',
      poison: 'no',
      permission: 'granted',
      since_h: 720,
      height_m: 1,
      allergy: 'none',
      mains: 'near',
      wiring: 'no',
      asbestos: 'no',
      repairs_by: 'keeper',
      lat: 47.4,
      lon: 13.2,
      combs_seen: 2,
      comb_length_m: 0.3,
      comb_height_m: 0.35,
      rig_id: expect.any(String),
      power: 'mains',
      packed: 'smoker',
      port_shut: 1,
      boxes_shut: 1,
      rest_place: 'cellar',
      joined_to: 'Garden',
      state: 'reunited',
    });
    const [taken] = rowsIn(folder, 'collections');
    expect(Number(taken?.['peak_temp_k'])).toBeCloseTo(312.15, 6);
    expect([taken?.['queen'], taken?.['left_behind'], taken?.['dead'], taken?.['bees']]).toEqual([
      'inBox',
      'cup',
      null,
      null,
    ]);
    const spells = rowsIn(folder, 'spells');
    expect(spells.length).toBe(1);
    expect(String(spells[0]?.['started_at']) <= String(spells[0]?.['stopped_at'])).toBe(true);
    const pieces = rowsIn(folder, 'pieces').map(({ use }) => use);
    expect([...pieces].sort()).toEqual(['brood', 'honey']);
    const caught = rowsIn(folder, 'catches').map(said);
    expect(caught).toEqual([
      expect.objectContaining({ method: 'cutOut', place: 'Schoolhouse, gable', went_to: 'Garden' }),
    ]);
    expect(rowsIn(folder, 'kit')).toEqual([]);
  } finally {
    killServers();
  }
});
