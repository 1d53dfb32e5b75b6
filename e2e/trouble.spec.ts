import { readFile, readdir } from 'node:fs/promises';
import { chromium, expect, test } from '@playwright/test';
import { expectAccessible, playScale, sheet, signIn, takeUp, typeKeys } from './hands.js';

test('units switch everywhere with one key, and the keys are shown', async ({ page }) => {
  await signIn(page, 'Oda');
  await page.getByRole('link', { name: 'Batches' }).click();
  await expect(page.getByText(/kg meat/).first()).toBeVisible();
  await page.keyboard.press('u');
  await expect(page.getByText(/lb.*oz meat/).first()).toBeVisible();
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog', { name: 'Keys here' })).toContainText(
    'switch between metric and pounds',
  );
  await expectAccessible(page);
  await page.keyboard.press('Escape');
  await page.keyboard.press('u');
  await expect(page.getByText(/kg meat/).first()).toBeVisible();
});

test('a scanned code that holds shortcut letters triggers none of them', async ({ page }) => {
  await signIn(page, 'Oda');
  await page.evaluate(() => {
    for (const key of 'TU?Z-0042') window.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true }));
  });
  await expect(page.getByRole('dialog')).toBeHidden();
  await expect(async () => {
    await page.keyboard.press('?');
    await expect(page.getByRole('dialog', { name: 'Keys here' })).toBeVisible({ timeout: 500 });
  }).toPass();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('button', { name: 'kg · °C' })).toBeVisible();
});

/** Ends a browser as a tablet that falls into the sink does: every process of it at once, with no time for anything. */
async function kill(profile: string): Promise<void> {
  for (const pid of (await readdir('/proc')).filter((name) => /^\d+$/.test(name))) {
    const command = await readFile(`/proc/${pid}/cmdline`, 'utf8').catch(() => '');
    if (command.split('\0').includes(`--user-data-dir=${profile}`)) process.kill(Number(pid), 'SIGKILL');
  }
}

test('a weight typed while the line is down stays, outlives its browser being killed, and is sent once', async ({
  baseURL,
  viewport,
  launchOptions,
}, info) => {
  const profile = info.outputPath('profile');
  const start = async () => {
    const options = { ...launchOptions, viewport, serviceWorkers: 'block' } as const;
    const context = await chromium.launchPersistentContext(profile, {
      ...options,
      ...(baseURL ? { baseURL } : {}),
    });
    return context.pages()[0] ?? (await context.newPage());
  };
  const first = await start();
  await signIn(first, 'Oda');
  const id = await takeUp(first, 'Lighthouse Ring');
  const line = (await sheet(first, id)).lines.find((l) => l.name === 'Caraway')!;
  await first.getByRole('button', { name: /^Caraway,/ }).click();
  await first.getByRole('button', { name: 'Load by load' }).click();
  await first.route('**/weighings', (route) => route.abort());
  await typeKeys(first, (line.dueMg / 1000).toFixed(2));
  await first.keyboard.press('Space');
  await expect(first.getByText('not yet confirmed; it is kept here')).toBeVisible();
  const gone = first.context().waitForEvent('close');
  await kill(profile);
  await gone;

  const page = await start();
  await page.route('**/weighings', (route) => route.abort());
  await page.goto(`/bench/${id}`);
  // What a browser remembers of a sign-in it writes down late: whoever is gone signs in again.
  const waiting = page.getByText('not yet confirmed; it is kept here');
  const name = page.getByRole('button', { name: /^Oda/ });
  await expect(waiting.or(name)).toBeVisible();
  if (await name.isVisible()) {
    await signIn(page, 'Oda');
    await page.goto(`/bench/${id}`);
  }
  await expect(waiting).toBeVisible();
  await page.getByRole('button', { name: 'Send again' }).click();
  await expect(waiting).toBeVisible();
  await page.unroute('**/weighings');
  await expect(waiting).toBeHidden();
  await expect(page.getByRole('button', { name: /^Caraway, .*done$/ })).toBeVisible();
  await expect
    .poll(async () => (await sheet(page, id)).entries.filter((e) => e.lineId === line.id).length)
    .toBe(1);
  await page.context().close();
});

test('a session that ended loses nothing: sign in again and the weight is sent', async ({
  page,
  context,
}) => {
  await signIn(page, 'Oda');
  const id = await takeUp(page, 'Lighthouse Ring');
  const line = (await sheet(page, id)).lines.find((l) => l.name === 'Fine salt')!;
  await page.getByRole('button', { name: /^Fine salt,/ }).click();
  await page.getByRole('button', { name: 'Load by load' }).click();
  await context.clearCookies();
  await typeKeys(page, (line.dueMg / 1000).toFixed(2));
  await page.keyboard.press('Space');
  await expect(page.getByRole('heading', { name: 'Who is there?' })).toBeVisible();
  await page.getByRole('button', { name: /^Oda/ }).click();
  await page.getByLabel('PIN', { exact: true }).fill('1357');
  await page.getByRole('button', { name: 'Sign in as Oda' }).click();
  await expect(page.getByRole('button', { name: /^Fine salt, .*done$/ })).toBeVisible();
  await expect
    .poll(async () => (await sheet(page, id)).entries.filter((e) => e.lineId === line.id).length)
    .toBe(1);
});

test('a pulled plug shows at once and typing goes on; a weight that moves after it was taken is re-opened', async ({
  page,
}) => {
  await signIn(page, 'Oda');
  const id = await takeUp(page, 'Lighthouse Ring');
  const line = (await sheet(page, id)).lines.find((l) => l.name === 'Juniper')!;
  const jar = page.getByRole('button', { name: /^Juniper,/ });
  await jar.click();
  await page.getByRole('button', { name: 'Load by load' }).click();
  await playScale(page, 'dose', { action: 'unplug' });
  await expect(page.getByText('The scale is unplugged. Weights can be typed.')).toBeVisible();
  await playScale(page, 'dose', { action: 'plug' });
  await expect(page.getByText('The scale is unplugged. Weights can be typed.')).toBeHidden();
  await playScale(page, 'dose', { action: 'put', massMg: line.dueMg });
  await expect(page.getByRole('button', { name: /^Juniper, .*done$/ })).toBeVisible();
  await playScale(page, 'dose', { action: 'put', massMg: line.dueMg + 90 });
  await expect
    .poll(async () =>
      (await sheet(page, id)).entries.some((e) => e.reason === 'The weight moved after it was taken.'),
    )
    .toBe(true);
  await expect
    .poll(async () =>
      (await sheet(page, id)).entries
        .filter((e) => e.lineId === line.id && e.reversesId === null && !e.reversed)
        .map((e) => e.amount),
    )
    .toEqual([line.dueMg + 90]);
  await expect(page.getByRole('button', { name: /^Juniper, .*done$/ })).toBeVisible();
  await playScale(page, 'dose', { action: 'put', massMg: 0 });
});

test('two people on one batch see each other’s entries within a second', async ({ page, browser }) => {
  await signIn(page, 'Oda');
  const id = await takeUp(page, 'Lighthouse Ring');
  const other = await (await browser.newContext()).newPage();
  await signIn(other, 'Bram');
  await other.goto(`/bench/${id}`);
  const lines = (await sheet(page, id)).lines;
  const withinASecond: boolean[] = [];
  await page.getByRole('button', { name: 'Load by load' }).click();
  for (const name of ['Garlic', 'Black pepper']) {
    const done = new RegExp(`^${name}, .*done$`);
    const line = lines.find((l) => l.name === name)!;
    await page.getByRole('button', { name: new RegExp(`^${name},`) }).click();
    await typeKeys(page, (line.dueMg / 1000).toFixed(2));
    await page.keyboard.press('Space');
    await expect(page.getByRole('button', { name: done })).toBeVisible();
    const there = other.getByRole('button', { name: done });
    withinASecond.push(
      await there.waitFor({ timeout: 1000 }).then(
        () => true,
        () => false,
      ),
    );
    await expect(there).toBeVisible();
  }
  expect(withinASecond).toContain(true);
  await other.context().close();
});

test('the inspector reads everything and is offered nothing to change', async ({ page }) => {
  await signIn(page, 'Inspector');
  await expect(page.getByRole('link', { name: 'Blend' })).toBeHidden();
  await expect(page.getByRole('link', { name: 'Bench' })).toBeHidden();
  await page.getByRole('link', { name: 'Batches' }).click();
  await page.getByRole('link', { name: 'Quay Thick' }).last().click();
  await expect(page.getByRole('region', { name: 'Entries' })).toBeVisible();
  await expect(page.getByRole('button', { name: 'Take back' })).toHaveCount(0);
  await expectAccessible(page);
  for (const place of ['/blend', '/blend/day', '/cold-room/receive']) {
    await page.goto(place);
    await expect(page).toHaveURL(/:\d+\/$/);
  }
});

test('bench screens fit a phone held sideways', async ({ browser }) => {
  const page = await (await browser.newContext({ viewport: { width: 844, height: 390 } })).newPage();
  await signIn(page, 'Oda');
  await takeUp(page, 'Marsh Lamb');
  const primary = page.getByRole('button', { name: /^Take / }).last();
  await expect(primary).toBeInViewport();
  await expect(page.getByRole('status', { name: /^On the scale/ })).toBeInViewport();
  await page.context().close();
});
