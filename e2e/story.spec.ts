import { expect, test, type Page } from '@playwright/test';
import { SCALE_IDS, type ScaleId } from '@zest/core';
import {
  blendOf,
  closeStep,
  expectAccessible,
  playScale,
  ready,
  record,
  sheet,
  signIn,
  takeUp,
  typeWeight,
} from './hands.js';

test.describe.configure({ mode: 'serial' });

let page: Page;
let batchId = '';

test.beforeAll(async ({ browser }) => {
  page = await (await browser.newContext()).newPage();
});
test.afterAll(() => page.context().close());

test('Ines looks into the cold room', async () => {
  await signIn(page, 'Ines');
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
  await expectAccessible(page);
  await page.getByRole('link', { name: 'Cold room' }).click();
  const grid = page.getByRole('grid', { name: 'Lots in the cold room' });
  await expect(grid).toHaveAttribute('aria-rowcount', '28');
  await page.getByRole('button', { name: 'On hold 1' }).click();
  await expect(grid).toContainText('on hold');
  await page.getByRole('button', { name: /^Customers’/ }).click();
  await expect(grid).toContainText('Mrs Sand');
  await page.getByRole('button', { name: 'All', exact: true }).click();
  await page.keyboard.press('/');
  await expect(page.getByLabel(/^Find a lot/)).toBeFocused();
  await page.keyboard.type('belly');
  await expect(grid).toHaveAttribute('aria-rowcount', '4');
  await expectAccessible(page);
});

test('she blends 40 kg of Quay Thick, nudges a trim, asks the impossible and opens the batch', async () => {
  await page.getByRole('link', { name: 'Blend' }).click();
  await blendOf(page, 'Quay Thick');
  const open = page.getByRole('button', { name: /^Open batch · Quay Thick 40/ });
  await expect(open).toBeEnabled();
  const trims = page.getByRole('table', { name: 'Trims of the blend' });
  const first = page.getByRole('group', { name: 'The blend as a beam' }).getByRole('slider').first();
  const before = Number(await first.getAttribute('aria-valuenow'));
  await first.focus();
  await page.keyboard.press('ArrowDown');
  await expect(trims.getByRole('button', { name: 'Locked' })).toHaveCount(1);
  await expect(open).toBeEnabled();
  const nudged = page.getByRole('slider', {
    name: await first.getAttribute('aria-label').then((n) => n ?? ''),
  });
  await expect.poll(async () => Number(await nudged.getAttribute('aria-valuenow'))).toBeLessThan(before);
  await page.getByRole('button', { name: 'Cheapest again' }).click();
  await page.getByLabel('Fat from %').fill('2');
  await page.getByLabel('to %', { exact: true }).fill('5');
  const why = page.getByRole('alert');
  await expect(why).toContainText('No blend of these trims meets the rules');
  await expect(why).toContainText(/\d+(\.\d+)? kg of something at or below 2 % fat/);
  await expectAccessible(page);
  await page.getByLabel('Fat from %').fill('23');
  await page.getByLabel('to %', { exact: true }).fill('27');
  await expect(open).toBeEnabled();
  await expect(page.getByText('Sure to be inside, 80 % wanted')).toBeVisible();
  await open.click();
  await expect(page.getByRole('heading', { name: /^Batch \d+ · Quay Thick$/ })).toBeVisible();
  batchId = page.url().split('/').pop() ?? '';
  const lines = page.getByRole('table', { name: 'Lines of the batch' });
  await expect(lines.getByRole('row', { name: /Fine salt/ })).toContainText('640 g');
  await expect(lines.getByRole('row', { name: /Mace/ })).toContainText('Last time: a little more mace.');
  await expect(page.getByRole('tablist', { name: 'Steps' }).getByRole('tab')).toHaveCount(7);
  await expectAccessible(page);
});

test('Bram weighs the meat: the scale takes it by itself, the pedal takes the rest', async () => {
  await page.getByRole('button', { name: 'Ines, leave' }).click();
  await signIn(page, 'Bram');
  await takeUp(page, 'Quay Thick');
  await expect(page.getByRole('list', { name: /^Fetch and set up/ })).toContainText('Hog casing');
  await expectAccessible(page);
  await page.getByRole('button', { name: /^Casing is in the water/ }).click();
  await expect(page.getByRole('list', { name: 'Timers' })).toContainText('Soak the casing');
  await ready(page);
  await record(page, 'Temperature', '1.8');
  await closeStep(page, 'Chill');
  const jars = page.getByRole('list', { name: 'Lines to weigh' });
  await bandIsClear(page);
  // Scale by scale from the finest, as they are weighed.
  const plan = (await sheet(page, batchId)).lines
    .filter((l) => l.kind === 'meat')
    .sort((a, b) => SCALE_IDS.indexOf(b.scaleId as ScaleId) - SCALE_IDS.indexOf(a.scaleId as ScaleId));
  const scaled = plan[0]!;
  await playScale(page, scaled.scaleId, { action: 'put', massMg: 0 });
  await page.getByRole('button', { name: 'Tare', exact: true }).click();
  await playScale(page, scaled.scaleId, { action: 'put', massMg: scaled.dueMg });
  await expect(jars.getByRole('button', { name: /, 1 of \d+, done$/ })).toBeVisible();
  await expect(page.getByText('Taken. Tare, or take it off.')).toBeVisible();
  await playScale(page, scaled.scaleId, { action: 'put', massMg: 0 });
  await expect
    .poll(async () => (await sheet(page, batchId)).entries.find((e) => e.lineId === scaled.id)?.how)
    .toBe('scale');
  for (const [i, line] of plan.entries()) {
    if (i === 0) continue;
    await typeWeight(page, line, line.dueMg);
    await expect(
      jars.getByRole('button', { name: new RegExp(`, ${i + 1} of ${plan.length}, done$`) }),
    ).toBeVisible();
  }
  await expectAccessible(page);
  await closeStep(page, 'Weigh the meat');
});

test('the grinder: kilograms and temperature, above the limit it does not close', async () => {
  const step = (await sheet(page, batchId)).steps.find((s) => s.kind === 'grind')!;
  await ready(page);
  await record(page, 'Cold before', '1.2');
  await record(page, 'On to mix', ((step.inMg - 260_000) / 1e6).toFixed(2));
  await record(page, 'Left in the head', '0.24');
  await record(page, 'Temperature', '7.6');
  await expect(page.getByRole('alert')).toContainText('back to the chill');
  await record(page, 'Temperature', '3.4');
  await expectAccessible(page);
  await closeStep(page, 'Grind 10 mm');
});

test('dry goods: an over-pour is caught and accepted with a reason; the step waits for every line', async () => {
  const lines = (await sheet(page, batchId)).lines.filter((l) => l.kind === 'ingredient');
  await page.getByRole('button', { name: 'Load by load' }).click();
  for (const line of lines) {
    await page
      .getByRole('list', { name: 'Lines to weigh' })
      .getByRole('button', { name: new RegExp(`^${line.name},`) })
      .click();
    if (line.name !== 'Ginger') {
      await typeWeight(page, line, line.dueMg);
      await expect(page.getByRole('button', { name: new RegExp(`^${line.name}, .*done$`) })).toBeVisible();
      continue;
    }
    const text = ((line.dueMg * 1.2) / 1000).toFixed(2);
    await page.keyboard.type(text, { delay: 70 });
    const panel = page.getByRole('alert');
    await expect(panel).toContainText('too much');
    await expect(panel).toContainText(/Grow the batch by .* meat/);
    await expect(page.getByRole('button', { name: /^Take \d/ })).toBeDisabled();
    await panel.getByRole('button', { name: /^Accept/ }).click();
    await page.getByRole('button', { name: 'Hand slipped' }).click();
    await page
      .getByRole('dialog')
      .getByRole('button', { name: /^Accept/ })
      .click();
    await expect(page.getByRole('button', { name: /^Ginger, .*done$/ })).toBeVisible();
  }
  await closeStep(page, 'Weigh the ingredients');
});

test('mix, stuff, link: minutes, tack, casing, burst, count and a sample of ten', async () => {
  await ready(page);
  for (const load of [1, 2]) {
    await record(page, `Load ${load}: minutes`, '4');
    await page.getByRole('button', { name: `Tack test passed for load ${load}` }).click();
    await record(page, `Load ${load}: temperature`, '3.8');
  }
  await closeStep(page, 'Mix');
  await page.getByRole('button', { name: 'Proven, no taste this time' }).click();
  await ready(page);
  await record(page, 'Temperature', '4.1');
  await record(page, 'Casing used', '78');
  const inMg = (await sheet(page, batchId)).steps.find((s) => s.kind === 'stuff')!.inMg;
  await record(page, 'Left in barrel and horn', '0.42', 'Washed out');
  await record(page, 'Burst', '0.11', 'Filled too hard');
  await record(page, 'On to link', ((inMg - 560_000) / 1e6).toFixed(2));
  await expectAccessible(page);
  await closeStep(page, 'Stuff');
  await record(page, 'Finished', ((inMg - 560_000 - 260_000) / 1e6).toFixed(2));
  await record(page, 'Kept as rework', '0.25', 'Patties');
  await record(page, 'Count', '390');
  for (let i = 0; i < 10; i += 1) {
    await expect(page.getByText(`Piece ${i + 1} of 10`)).toBeVisible();
    await page.keyboard.type(String(108 + (i % 5)), { delay: 70 });
    await page.keyboard.press('Enter');
  }
  await closeStep(page, 'Link');
  await expect(page.getByText(/^Done: .* finished/)).toBeVisible();
  await expectAccessible(page);
});

test('the yields tell where every kilogram went, and a wrong entry is taken back', async () => {
  await page.getByRole('link', { name: 'Leave' }).click();
  await page.getByRole('button', { name: 'Bram, leave' }).click();
  await signIn(page, 'Ines');
  await page.goto(`/yields/${batchId}`);
  await expect(page.getByRole('img', { name: /^Weight ribbon of batch/ })).toBeVisible();
  const steps = page.getByRole('table', { name: 'Steps in and out' });
  await expect(steps.getByRole('row', { name: /^Stuff/ })).toContainText('barrel and horn 420 g');
  await expect(page.getByText(/^390 · 110\.0 g ± 1\.5/)).toBeVisible();
  const before = await sheet(page, batchId);
  expect(before.unaccountedMg).toBeGreaterThan(0);
  expect(before.cost.perLinkMinor).toBeGreaterThan(10);
  await expectAccessible(page);
  const row = page
    .getByRole('region', { name: 'Entries' })
    .locator('div', { hasText: 'Stuff → burst' })
    .last()
    .locator('..');
  await row.getByRole('button', { name: 'Take back' }).click();
  await page.getByRole('button', { name: 'Wrong weight' }).click();
  await page
    .getByRole('dialog')
    .getByRole('button', { name: /^Take back/ })
    .click();
  await expect(steps.getByRole('row', { name: /^Stuff/ })).not.toContainText('burst');
  const after = await sheet(page, batchId);
  expect(after.unaccountedMg).toBe(before.unaccountedMg + 110_000);
  await page.goto('/yields');
  await expect(page.getByRole('img', { name: /Packed yield/ })).toBeVisible();
  await expectAccessible(page);
});

/** At every size of tablet the band with its figures stands clear of the buttons. */
async function bandIsClear(page: Page): Promise<void> {
  const before = page.viewportSize()!;
  for (const [width, height] of [
    [1280, 800],
    [1024, 768],
    [1024, 600],
  ] as const) {
    await page.setViewportSize({ width, height });
    const figures = (await page
      .getByText(/^from \d/)
      .first()
      .boundingBox())!;
    const buttons = (await page.getByRole('button', { name: 'Tare', exact: true }).boundingBox())!;
    expect(figures.y + figures.height, `${width} × ${height}`).toBeLessThanOrEqual(buttons.y - 16);
  }
  await page.setViewportSize(before);
}
