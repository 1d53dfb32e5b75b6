import { expect, test, type Page } from '@playwright/test';
import ExcelJS from 'exceljs';
import type { BatchSummary, BlendDraft, CustomerTicket, TrimLot } from '@zest/contract';
import { blendOf, expectAccessible, signIn } from './hands.js';

async function lots(page: Page): Promise<TrimLot[]> {
  return (await (await page.request.get('/api/v1/lots')).json()) as TrimLot[];
}

/** The weights of the beam's blocks, by trim and lot. */
async function onBeam(page: Page): Promise<Record<string, string>> {
  const blocks = page.getByRole('group', { name: 'The blend as a beam' }).getByRole('slider');
  const named = await blocks.evaluateAll((all) =>
    all.map((b) => [b.getAttribute('aria-label') ?? '', b.getAttribute('aria-valuetext') ?? ''] as const),
  );
  return Object.fromEntries(named);
}

async function planned(page: Page): Promise<void> {
  await expect(page.getByRole('button', { name: /^Open batch · / })).toBeEnabled();
}

test('a delivery is read from a file, its two bad rows are mended, and all of it is taken in', async ({
  page,
}) => {
  await signIn(page, 'Ines');
  await page.getByRole('link', { name: 'Cold room', exact: true }).click();
  await expectAccessible(page);
  await page.getByRole('link', { name: 'Receive a delivery' }).click();
  await page.getByLabel('Supplier', { exact: true }).fill('Saltmarsh Farm');
  await page.getByRole('button', { name: 'Read a delivery note' }).click();
  const workbook = new ExcelJS.Workbook();
  const sheet = workbook.addWorksheet('note');
  sheet.addRow(['Trim', 'kg', 'Price per kg', 'Temp', 'Fat %', 'Lot']);
  sheet.addRow(['Pork shoulder', 41.3, 4.15, 2.4, 21.5, 'SF-901']);
  sheet.addRow(['Porc belly', 18, 3.9, 2.2, 45, 'SF-902']);
  sheet.addRow(['Pork leg', 22.4, 5.4, 2.1, 140, 'SF-903']);
  await page.getByLabel('Delivery note file').setInputFiles({
    name: 'note.xlsx',
    mimeType: 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet',
    buffer: Buffer.from(await workbook.xlsx.writeBuffer()),
  });
  await expect(page.getByRole('alert')).toContainText('3 rows need mending; nothing has been taken in yet');
  await page.getByRole('button', { name: 'All six are fine at all 3 lots' }).click();
  await expect(page.getByRole('alert')).toContainText('2 rows need mending; nothing has been taken in yet');
  const second = page.getByRole('listitem', { name: 'Lot 2' });
  await expect(second).toContainText('"Porc belly" is not a trim of this shop');
  await expectAccessible(page);
  await second.getByLabel('Trim').click();
  await page.getByRole('option', { name: /^Pork belly/ }).click();
  await expect(page.getByRole('alert')).toContainText('One row needs mending');
  await page.getByRole('listitem', { name: 'Lot 3' }).getByLabel('Fat %').fill('8');
  await page.getByRole('button', { name: /^Receive 3 lots, 81\.70\skg$/ }).click();
  await expect(page.getByRole('grid', { name: 'Lots in the cold room' })).toBeVisible();
  const taken = (await lots(page)).filter((l) => l.supplierLot.startsWith('SF-90'));
  expect(taken.map((l) => [l.supplierLot, l.balanceMg]).sort()).toEqual([
    ['SF-901', 41_300_000],
    ['SF-902', 18_000_000],
    ['SF-903', 22_400_000],
  ]);
});

test('a blend is dragged, locked, set beside others and adopted as it stands', async ({ page }) => {
  await signIn(page, 'Ines');
  await page.getByRole('link', { name: 'Blend', exact: true }).click();
  await blendOf(page, 'Quay Thick');
  await planned(page);
  const first = await onBeam(page);
  const [name = ''] = Object.keys(first);
  const block = page.getByRole('slider', { name });
  const box = (await block.boundingBox())!;
  await page.mouse.move(box.x + box.width / 2, box.y + 30);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width / 2, box.y + 10, { steps: 4 });
  await page.mouse.up();
  await expect(block).toHaveAttribute('aria-valuetext', /locked$/);
  await planned(page);
  expect((await onBeam(page))[name]).not.toBe(first[name]);
  const why = page.getByRole('region', { name: 'Why this blend' });
  await expect(why).toContainText('is what the lock on');
  await why.getByRole('button', { name: 'Release' }).first().click();
  await expect(block).not.toHaveAttribute('aria-valuetext', /locked$/);
  await planned(page);
  expect(await onBeam(page)).toEqual(first);
  await page.getByRole('button', { name: 'Other blends' }).click();
  const other = page.getByRole('region', { name: 'Instead, 1' });
  const cost = await other.textContent();
  await other.getByRole('button', { name: 'Take this one' }).click();
  await expect
    .poll(async () => Object.values(await onBeam(page)).every((weight) => weight.endsWith('locked')))
    .toBe(true);
  await planned(page);
  const adopted = await onBeam(page);
  for (const [lot, weight] of Object.entries(adopted)) {
    expect(weight).toMatch(/locked$/);
    expect(cost).toContain(weight.replace(', locked', ''));
    expect(lot).toMatch(/% fat$/);
  }
  await page.getByRole('button', { name: 'If a fat is off' }).click();
  await expect(page.getByRole('region', { name: 'If a fat is off' })).toContainText('first: it matters most');
  await expectAccessible(page);
});

test('an impossible blend says why, the rules mend it, and the answer keeps to them', async ({ page }) => {
  await signIn(page, 'Ines');
  await page.getByRole('link', { name: 'Blend', exact: true }).click();
  await blendOf(page, 'Quay Thick');
  await planned(page);
  await page.getByLabel('Fat from %').fill('2');
  await page.getByLabel('to %').fill('4');
  await expect(page.getByRole('alert').filter({ hasText: 'No blend of these trims' })).toContainText(
    'What would mend it',
  );
  await expect(page.getByText(/Below 20 % fat, fresh pork usually/)).toBeVisible();
  await page.getByLabel('to %').fill('27');
  await page.getByLabel('Fat from %').fill('23');
  await planned(page);
  await page.getByRole('button', { name: /^Rules/ }).click();
  await expectAccessible(page);
  await page.getByLabel('At most so many trims').click();
  await page.getByRole('option', { name: '2', exact: true }).click();
  await page.getByLabel('Whole boxes; at most one is broken to balance').check();
  await page.getByRole('button', { name: 'Done' }).click();
  await expect(page.getByRole('button', { name: 'Rules (2)' })).toBeVisible();
  await planned(page);
  await expect.poll(async () => Object.keys(await onBeam(page)).length).toBeLessThanOrEqual(2);
});

test('what is on the table is read as fat, in parts too, with what to add', async ({ page }) => {
  await signIn(page, 'Ines');
  await page.goto('/blend/table');
  for (const trim of [/^Pork leg 92\/8/, /^Pork back fat/]) {
    await page.getByLabel('Put on the table').click();
    await page.getByRole('option', { name: trim }).first().click();
    await page.getByRole('button', { name: 'Put it down' }).click();
  }
  for (const trim of [/^Weight of Pork leg/, /^Weight of Pork back fat/]) {
    await page.getByRole('textbox', { name: trim }).fill('10 kg');
    await page.keyboard.press('Enter');
  }
  await page.getByLabel(/^Parts/).fill('3:1');
  await page.getByRole('button', { name: 'Make it so' }).click();
  await expect(page.getByText('15.00 kg').first()).toBeVisible();
  await expect(page.getByText(/^2[6-9]\.\d\s% fat$/).last()).toBeVisible();
  const add = page.getByRole('region', { name: 'What to change' });
  await add.getByLabel('% fat').fill('20');
  await expect(add.getByRole('button', { name: /^Take off Pork back fat/ }).first()).toBeVisible();
  await expectAccessible(page);
});

test("a customer's own game is kept apart: sold into, blended alone, and on its ticket", async ({ page }) => {
  await signIn(page, 'Ines');
  const own = (await lots(page)).find((l) => l.owner !== null)!;
  const leg = (await lots(page)).find((l) => l.trimName.startsWith('Lamb leg') && l.status === 'available')!;
  await page.goto(`/cold-room/lots/${leg.id}`);
  await page.getByRole('button', { name: 'Sell to a customer’s own' }).click();
  await page.getByLabel('Customer').fill(own.owner ?? '');
  await page.getByLabel(/^Weight, at most/).fill('2 kg');
  await page.getByRole('button', { name: /^Sell 2\.00\skg$/ }).click();
  await expect(page.getByRole('dialog')).toBeHidden();
  await page.goto('/blend');
  await blendOf(page, 'Quay Thick');
  await planned(page);
  expect(Object.keys(await onBeam(page)).join()).not.toContain(own.code);
  await page.getByLabel('Product').click();
  await page.getByRole('option', { name: 'Marsh Lamb Thin' }).click();
  await planned(page);
  await page.getByRole('textbox', { name: 'Meat' }).fill('12 kg');
  await page.getByLabel('How sure').click();
  await page.getByRole('option', { name: 'as it comes' }).click();
  await page.getByLabel('Whose meat').click();
  await page.getByRole('option', { name: own.owner ?? '' }).click();
  await expect
    .poll(async () => Object.keys(await onBeam(page)).every((name) => /Lamb/.test(name)))
    .toBe(true);
  await planned(page);
  await page.getByRole('button', { name: /^Open batch · Marsh Lamb Thin/ }).click();
  await expect(page.getByText(`for ${own.owner}, kept apart`)).toBeVisible();
  const tickets = (await (await page.request.get('/api/v1/customers')).json()) as CustomerTicket[];
  const ticket = tickets.find((t) => t.customer === own.owner)!;
  expect(ticket.sold[0]).toMatchObject({ measure: 'mg', amount: 2_000_000 });
  expect(ticket.batches).toHaveLength(1);
  await page.goto('/cold-room/customers');
  await expect(page.getByRole('region', { name: own.owner ?? '' })).toContainText('Lamb leg');
  await expectAccessible(page);
});

test('a fat test changes the blend, and says why on the lot', async ({ page }) => {
  await signIn(page, 'Ines');
  await page.goto('/blend');
  await blendOf(page, 'Quay Thick');
  await planned(page);
  const before = await onBeam(page);
  const code = /T-\d+/.exec(Object.keys(before)[0] ?? '')?.[0] ?? '';
  const lot = (await lots(page)).find((l) => l.code === code)!;
  await page.goto(`/cold-room/lots/${lot.id}`);
  await page.getByRole('button', { name: 'Test the fat' }).click();
  await page.getByLabel('How it was measured').click();
  await page.getByRole('option', { name: 'Laboratory' }).click();
  await page.getByLabel('Measured fat, %').fill(String(Math.min(95, lot.fatPct + 9)));
  await page.getByRole('button', { name: /^Record / }).click();
  await expect(page.getByRole('region', { name: 'Why this fat' })).toContainText('lab, Ines');
  await expectAccessible(page);
  await page.goto('/blend');
  await blendOf(page, 'Quay Thick');
  await planned(page);
  expect(await onBeam(page)).not.toEqual(before);
});

test('the whole day is planned together and opened in one go', async ({ page }) => {
  test.setTimeout(90_000);
  await signIn(page, 'Ines');
  await page.goto('/blend/day');
  const drafts = ((await (await page.request.get('/api/v1/blend-drafts')).json()) as BlendDraft[]).filter(
    (d) => d.plannedFor !== null && d.settings.owner === null,
  );
  expect(drafts.length).toBe(8);
  const theirs = page.getByRole('row').filter({ hasText: 'for Mrs Sand' });
  await theirs.getByRole('button', { name: 'Drop' }).click();
  await expect(theirs).toBeHidden();
  const before = ((await (await page.request.get('/api/v1/batches')).json()) as BatchSummary[]).length;
  await page.getByRole('button', { name: 'Plan 8 batches together' }).click();
  await expect(page.getByText('for all the meat')).toBeVisible({ timeout: 30_000 });
  const rows = page.getByRole('table', { name: 'Batches planned for today' }).getByRole('row');
  await expect(rows.nth(1)).toContainText('sure');
  await expectAccessible(page);
  const open = page.getByRole('button', { name: /^Open \d batches$/ });
  const count = Number(/\d/.exec((await open.textContent()) ?? '')?.[0]);
  await open.click();
  await expect(page).toHaveURL(/\/batches$/, { timeout: 30_000 });
  const after = ((await (await page.request.get('/api/v1/batches')).json()) as BatchSummary[]).length;
  expect(after - before).toBe(count);
  expect(count).toBeGreaterThanOrEqual(7);
});
