import { expect, test, type Browser, type Page } from '@playwright/test';
import { readingKind, traitsOf } from '@zest/core';
import type { BatchView, LineView, TrimLot } from '@zest/contract';
import {
  closeStep,
  expectAccessible,
  playScale,
  ready,
  record,
  sheet,
  signIn,
  typeKeys,
  typedWeight,
} from './hands.js';
import { openBatch } from './open-batch.js';

const uuid = () => crypto.randomUUID();

/** A batch opened by the lead and taken up by a hand, at the size of a screen. */
async function takenUp(
  browser: Browser,
  who: string,
  options: { product?: string; kg?: number; size?: { width: number; height: number }; keeps?: boolean } = {},
): Promise<{ page: Page; id: string }> {
  const lead = await (await browser.newContext()).newPage();
  await signIn(lead, 'Ines');
  const id = await openBatch(lead, options.product ?? 'Quay Thick', (options.kg ?? 2) * 1e6);
  await lead.context().close();
  const context = await browser.newContext({
    viewport: options.size ?? { width: 1280, height: 800 },
    serviceWorkers: options.keeps ? 'allow' : 'block',
    hasTouch: options.size !== undefined,
  });
  const page = await context.newPage();
  await signIn(page, who);
  await page.goto(`/bench/${id}`);
  await expect(page.getByRole('link', { name: 'Leave' })).toBeVisible();
  return { page, id };
}

/** The one primary action, bottom right. */
const primary = (page: Page) => page.locator('footer').getByRole('button').last();

/** The screen may change between a look and a touch: the next look follows soon. */
const BRIEFLY = { timeout: 1500 };

/** Does the primary action again and again, as soon as it can be done, until the batch is finished. */
async function workToTheEnd(page: Page, press: () => Promise<void>): Promise<void> {
  await expect(async () => {
    const title = await page.getByRole('heading', { level: 1 }).innerText();
    if (title.startsWith('Finished')) return;
    const before = await state(page);
    if (/Count [3-9]/.test(before)) await page.getByRole('button', { name: 'Counted' }).click(BRIEFLY);
    else if (before.endsWith('true')) await press();
    throw new Error(`Still at ${before}`);
  }).toPass({ intervals: [420], timeout: 240_000 });
}

/** What the screen shows at this moment; a button that has just gone is no reason to wait. */
const state = async (page: Page) => {
  const title = await page.getByRole('heading', { level: 1 }).innerText();
  const button = primary(page);
  const label = await button.innerText(BRIEFLY).catch(() => '');
  return `${title} ${label} ${await button.isEnabled(BRIEFLY).catch(() => false)}`;
};

/** Practice as the list of the bench switches it on, then at its fastest. */
async function letDeliveriesCome(page: Page): Promise<void> {
  const bench = page.url();
  await page.goto('/bench');
  await page.getByRole('button', { name: 'Practice: let deliveries come' }).click();
  await page.goto(bench);
  await page.getByRole('button', { name: 'Speed 10' }).click();
}

/** Writes a batch up to a step through the interface of the server, as other hands would have. */
async function broughtTo(page: Page, id: string, kind: string, leaveOut: string[] = []): Promise<BatchView> {
  const post = async (path: string, data: object) => {
    const answer = await page.request.post(`/api/v1/batches/${id}/${path}`, {
      data: { id: uuid(), ...data },
    });
    expect(answer.ok(), await answer.text()).toBe(true);
  };
  for (;;) {
    const now = await sheet(page, id);
    const step = now.steps.find((s) => s.state === 'open')!;
    if (step.position === 1) await post('marks', { stepId: step.id, kind: 'start' });
    if (step.kind === kind) return sheet(page, id);
    if (step.ready.length > 0) await post('marks', { stepId: step.id, kind: 'ready' });
    for (const line of now.lines.filter((l) => l.stepId === step.id && !leaveOut.includes(l.name))) {
      await post('weighings', { lineId: line.id, massMg: line.dueMg });
    }
    const read = (kindOf: string, value: number) =>
      post('readings', { stepId: step.id, kind: kindOf, value });
    if (traitsOf(step).mass === 'holds')
      await post('out', { stepId: step.id, to: 'next', massMg: step.balanceMg });
    for (const ask of step.asks) {
      for (const value of readingKind(ask.kind).passing(ask)) await read(ask.kind, value);
    }
    const { version } = (await sheet(page, id)).steps.find((s) => s.id === step.id)!;
    const left = now.lines.some((l) => l.stepId === step.id && leaveOut.includes(l.name));
    await post(`steps/${step.id}/close`, { version, ...(left ? { override: 'Forgotten' } : {}) });
  }
}

const line = (now: BatchView, name: string): LineView => now.lines.find((l) => l.name === name)!;

// A whole batch at a hand's pace takes its time on a busy machine.
test.describe.configure({ timeout: 300_000 });

test('somebody new makes a whole batch in practice with one key, and the ribbon closes', async ({
  browser,
}) => {
  const { page, id } = await takenUp(browser, 'Bram');
  await letDeliveriesCome(page);
  await page.getByRole('heading', { level: 1 }).click();
  await workToTheEnd(page, () => page.keyboard.press('Space'));
  await expect.poll(async () => (await sheet(page, id)).state).toBe('closed');
  const done = await sheet(page, id);
  expect(done.outMg).toBeGreaterThan(1_500_000);
  const scaleError = 20_000 * done.steps.length + 0.02 * done.meatMg;
  expect(Math.abs(done.unaccountedMg)).toBeLessThanOrEqual(scaleError);
  expect(done.entries.filter((e) => e.lineId !== null).every((e) => e.how === 'scale')).toBe(true);
  await page.context().close();
});

const PHONE = { width: 844, height: 390 };
const TABLET = { width: 1280, height: 800 };

test('a whole batch by touch, every moment of it on a phone held sideways and on a tablet', async ({
  browser,
}) => {
  const { page, id } = await takenUp(browser, 'Oda', { size: PHONE });
  await page.evaluate(() =>
    sessionStorage.setItem('zest-practice', JSON.stringify({ on: true, speed: 10, disasters: false })),
  );
  await page.reload();
  await expect(primary(page)).toBeInViewport();
  let [size, other] = [PHONE, TABLET];
  await workToTheEnd(page, async () => {
    await expect(primary(page)).toBeInViewport(BRIEFLY);
    await page.setViewportSize(other);
    [size, other] = [other, size];
    await expect(primary(page)).toBeInViewport(BRIEFLY);
    await primary(page).tap(BRIEFLY);
  });
  await expect.poll(async () => (await sheet(page, id)).state).toBe('closed');
  await page.context().close();
});

test('five entries made without network outlive a reload, are sent once and in order, and the work goes on', async ({
  browser,
}) => {
  const { page, id } = await takenUp(browser, 'Bram', { keeps: true });
  const now = await broughtTo(page, id, 'weigh-ingredients');
  await page.reload();
  await expect(page.getByRole('list', { name: 'Lines to weigh' })).toBeVisible();
  await expect.poll(() => page.evaluate(() => navigator.serviceWorker.controller !== null)).toBe(true);
  await page.reload();
  await expect(page.getByRole('list', { name: 'Lines to weigh' })).toBeVisible();
  for (const scale of ['dose', 'bench']) await playScale(page, scale, { action: 'put', massMg: 0 });
  await page.context().setOffline(true);
  const dry = now.lines.filter((l) => l.kind === 'ingredient').slice(0, 5);
  for (const [i, one] of dry.entries()) {
    await page.getByRole('button', { name: new RegExp(`^${one.name},`) }).click();
    await typeKeys(page, typedWeight(one, one.dueMg));
    const jar = page.getByRole('button', { name: new RegExp(`^${one.name}, .*done$`) });
    await expect(async () => {
      await page.keyboard.press('Space');
      await expect(jar).toBeVisible({ timeout: 700 });
    }).toPass();
    if (i === 2) {
      await page.reload();
      await expect(page.getByText('not yet confirmed; it is kept here').first()).toBeVisible();
    }
  }
  await expect(page.getByText('and 2 more.')).toBeVisible();
  await page.context().setOffline(false);
  await expect(page.getByText('not yet confirmed; it is kept here')).toHaveCount(0, { timeout: 20_000 });
  const after = await sheet(page, id);
  const mine = after.entries.filter((e) => dry.some((l) => l.id === e.lineId));
  expect(mine.map((e) => e.lineId)).toEqual(dry.map((l) => l.id));
  await page.context().close();
});

test('a patty that is not right is corrected on what is left, and tasted again', async ({ browser }) => {
  const { page, id } = await takenUp(browser, 'Oda');
  await broughtTo(page, id, 'stuff');
  await page.reload();
  await ready(page);
  await record(page, 'Tasted', '0.06');
  await record(page, 'Core of the patty', '66');
  await expect(page.getByRole('alert')).toContainText('not done through');
  await record(page, 'Core of the patty', '73.5');
  await page.getByRole('group', { name: 'spice' }).getByRole('button', { name: 'too little' }).click();
  await expect(page.getByRole('button', { name: 'Tastes right' })).toBeDisabled();
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Not right, correct it' }).click();
  await page.getByRole('button', { name: 'Ginger', exact: true }).click();
  await page.getByRole('button', { name: 'A tenth more' }).click();
  await expectAccessible(page);
  await page.getByRole('button', { name: /^Add .* ginger$/ }).click();
  await expect(page.getByRole('heading', { name: /: Weigh what was too little$/ })).toBeVisible();
  const due = (await sheet(page, id)).lines.filter((l) => l.name === 'Ginger').at(-1)!;
  await typeKeys(page, (due.dueMg / 1000).toFixed(2));
  await page.keyboard.press('Space');
  await closeStep(page, 'Weigh what was too little');
  await record(page, 'Minutes', '6');
  await page.getByRole('button', { name: 'Tack test passed' }).click();
  await record(page, 'Temperature', '2.1');
  await closeStep(page, 'Mix it in cold');
  await record(page, 'Core of the patty', '74');
  await expect(page.getByText(/the test is void/)).toBeVisible();
  await page.getByRole('button', { name: 'Tastes right' }).click();
  await expect.poll(async () => (await sheet(page, id)).taste.state).toBe('passed');
  await page.context().close();
});

test('cure that was forgotten: the lead signs, no smoke follows, and it goes in late', async ({
  browser,
}) => {
  const { page, id } = await takenUp(browser, 'Ines', { product: 'Lighthouse Ring', kg: 3 });
  const cureName = (await sheet(page, id)).lines.find((l) => l.role === 'cure')!.name;
  const now = await broughtTo(page, id, 'mix', [cureName]);
  expect(now.label?.text).not.toMatch(/nitrite/i);
  expect(now.steps.find((s) => s.kind === 'smoke')?.missing.map((m) => m.what)).toContain('cure');
  await page.reload();
  await ready(page);
  await page.getByRole('button', { name: 'More', exact: true }).click();
  await page.getByRole('button', { name: /^A line was forgotten/ }).click();
  await page.getByRole('button', { name: '6 minutes' }).click();
  await expectAccessible(page);
  await page.getByRole('button', { name: `Weigh ${cureName} now` }).click();
  await expect(
    page.getByRole('heading', { name: new RegExp(`: Weigh the ${cureName.toLowerCase()}$`) }),
  ).toBeVisible();
  const due = (await sheet(page, id)).lines.filter((l) => l.name === cureName).at(-1)!;
  await typeKeys(page, (due.dueMg / 1000).toFixed(2));
  await page.keyboard.press('Space');
  await expect
    .poll(async () =>
      (await sheet(page, id)).steps.find((s) => s.kind === 'smoke')?.missing.map((m) => m.what),
    )
    .not.toContain('cure');
  await page.context().close();
});

test('another lot by its scanned code, a substitute by its factor, a splash that nobody wrote, and a label', async ({
  browser,
}) => {
  const { page, id } = await takenUp(browser, 'Ines');
  await broughtTo(page, id, 'weigh-meat');
  await page.reload();
  const now = await sheet(page, id);
  const stock = (await (await page.request.get('/api/v1/lots')).json()) as TrimLot[];
  const other = stock.find(
    (l) =>
      l.species === 'pork' &&
      l.fatPct > 30 &&
      l.state !== 'frozen' &&
      l.status === 'available' &&
      !l.owner &&
      l.freeMg > 3e6 &&
      l.outMinutes < 30 &&
      !now.lines.some((line) => line.lotId === l.id),
  )!;
  await page.getByRole('button', { name: 'More', exact: true }).click();
  await page.getByRole('button', { name: /^Another lot/ }).click();
  await expect(page.getByRole('group', { name: 'Lots' })).toBeVisible();
  await page.evaluate((code) => {
    for (const key of code) window.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true }));
  }, other.code);
  await expect(page.getByText(/outside the window of/)).toBeVisible();
  await page.getByLabel('Your reason, kept on record').fill('fatter on purpose');
  await page.getByRole('button', { name: 'Sign and do it' }).click();
  await expect
    .poll(async () => (await sheet(page, id)).lines.some((l) => l.lotCode === other.code))
    .toBe(true);
  await broughtTo(page, id, 'weigh-ingredients');
  await page.reload();
  await page.getByRole('button', { name: /^White pepper,/ }).click();
  await page.getByRole('button', { name: 'More', exact: true }).click();
  await page.getByRole('button', { name: /^Use something else/ }).click();
  await page.getByRole('button', { name: /^Black pepper/ }).click();
  await page.getByLabel('Grams of Black pepper for one gram').fill('0,8');
  await page.getByRole('button', { name: 'Use Black pepper' }).click();
  await expect(page.getByRole('button', { name: /^Black pepper,/ })).toBeVisible();
  await page.getByRole('button', { name: 'More', exact: true }).click();
  await page.getByRole('button', { name: /^Something else goes in/ }).click();
  await page.getByRole('button', { name: /^Iced water/ }).click();
  await playScale(page, 'bench', { action: 'put', massMg: 0 });
  await page.getByRole('button', { name: '5', exact: true }).click();
  await page.getByRole('button', { name: '0', exact: true }).click();
  await page.getByRole('button', { name: /^Take 50\.0\sg Iced water/ }).click();
  await expect
    .poll(async () => (await sheet(page, id)).lines.filter((l) => l.name === 'Iced water').length)
    .toBe(2);
  await page.getByRole('button', { name: 'More', exact: true }).click();
  await page.getByRole('button', { name: /^Print labels/ }).click();
  await page.getByRole('button', { name: /^Tub/ }).click();
  await expect(page.getByRole('status').filter({ hasText: 'Printed B' })).toBeVisible();
  expect(line(await sheet(page, id), 'Black pepper').note).toContain('instead of White pepper');
  await page.context().close();
});

test('the lead changes the method of an open batch, and checks a probe in ice water', async ({ browser }) => {
  const { page, id } = await takenUp(browser, 'Ines');
  await broughtTo(page, id, 'mix');
  await page.goto(`/batches/${id}`);
  await page.getByRole('button', { name: 'Change the method' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('Add a step').click();
  await page.getByRole('option', { name: 'Smoke' }).click();
  await dialog.getByLabel('Why').fill('One part goes to the smoker');
  await dialog.getByRole('button', { name: 'Change the method' }).click();
  await expect(dialog.getByRole('alert').first()).toContainText(/cure/i);
  await dialog.getByRole('button', { name: 'Leave out Smoke' }).click();
  await dialog.getByRole('button', { name: 'Leave out Link' }).click();
  await dialog.getByRole('button', { name: 'Change the method' }).click();
  await expect(dialog).toBeHidden();
  await expect(
    page.getByRole('region', { name: 'Noted' }).getByText(/changed the method: One part/),
  ).toBeVisible();
  await page.getByRole('link', { name: 'Shop' }).click();
  await page.getByRole('link', { name: 'Scales and probes' }).click();
  const row = page.getByRole('row', { name: /^Hand probe/ });
  await row.getByRole('button', { name: 'Check' }).click();
  await page.getByLabel('It showed').fill('0,4');
  await page.getByRole('button', { name: 'Note the check' }).click();
  await expect(row).toContainText(/corrected by −0\.4\s°C/);
  await expectAccessible(page);
  await page.context().close();
});

test('the stuffer says what casing is still needed before it runs out', async ({ browser }) => {
  const { page, id } = await takenUp(browser, 'Bram');
  const now = await broughtTo(page, id, 'stuff');
  await page.reload();
  await page.getByRole('button', { name: 'Proven, no taste this time' }).click();
  await ready(page);
  await page
    .getByRole('list', { name: 'Tasks of this step' })
    .getByRole('button', { name: /^On to link/ })
    .click();
  const half = Math.round(now.steps.find((s) => s.kind === 'stuff')!.balanceMg / 2e4) * 1e4;
  await record(page, 'On to link', (half / 1e6).toFixed(2));
  await record(page, 'Casing used', String(Math.floor(now.casing!.leftMm / 1000) - 1));
  await expect.poll(async () => (await sheet(page, id)).casing!.shortM).toBeGreaterThan(0);
  await page
    .getByRole('list', { name: 'Tasks of this step' })
    .getByRole('button', { name: /^Casing used/ })
    .click();
  await expect(page.getByRole('alert')).toContainText('too little for what is left: take another lot');
  await page.context().close();
});
