import { spawn, type ChildProcess } from 'node:child_process';
import { chmod, mkdtemp, rm } from 'node:fs/promises';
import os from 'node:os';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import { expect, test, type Page } from '@playwright/test';
import type { BatchView } from '@zest/contract';
import { freePorts } from '@zest/ops';
import { expectAccessible, typeKeys } from './hands.js';

let folder: string;
let shop: ChildProcess;
let address: string;

/** An empty shop of its own, as a new owner starts it. */
test.beforeAll(async () => {
  test.setTimeout(180_000);
  folder = await mkdtemp(path.join(os.tmpdir(), 'zest-first-'));
  await chmod(folder, 0o755);
  const port = await freePorts();
  address = `http://127.0.0.1:${port}`;
  shop = spawn(process.execPath, [fileURLToPath(new URL('../ops/dist/main.js', import.meta.url)), 'start'], {
    stdio: 'ignore',
    env: {
      ...process.env,
      ZEST_DATA: folder,
      ZEST_PORT: String(port),
      ZEST_LEAD_NAME: 'Ines',
      ZEST_LEAD_PASSWORD: 'lowmarsh-harbour',
    },
  });
  await expect
    .poll(
      () =>
        fetch(`${address}/api/v1/health`).then(
          (r) => r.status,
          () => 0,
        ),
      { timeout: 120_000 },
    )
    .toBe(200);
});
test.afterAll(async () => {
  if (shop.exitCode === null) {
    const ended = new Promise((resolve) => shop.once('exit', resolve));
    shop.kill('SIGTERM');
    await ended;
  }
  await rm(folder, { recursive: true, force: true });
});

const press = (page: Page, name: RegExp | string) => page.getByRole('button', { name }).click();
const dialogGone = (page: Page) => expect(page.getByRole('dialog')).toBeHidden();

/** What the list of first steps says comes next, followed. */
async function next(page: Page, name: RegExp): Promise<void> {
  await page.getByRole('link', { name: 'Today' }).click();
  await page.getByRole('region', { name: 'First steps' }).getByRole('link', { name }).click();
}

async function newTrim(page: Page, name: string, fat: string): Promise<void> {
  await press(page, 'A trim we do not know yet');
  await page.getByLabel(/^Name, such as/).fill(name);
  await page.getByLabel(/^Species/).fill('pork');
  await page.getByLabel(/^Usual fat/).fill(fat);
  await page.getByRole('dialog').getByRole('button').last().click();
  await dialogGone(page);
}

async function receiveTrim(page: Page, lot: string, trim: string, kg: string, fat: string): Promise<void> {
  const row = page.getByRole('listitem', { name: lot });
  await row.getByLabel('Trim').click();
  await page.getByRole('option', { name: trim }).click();
  await row.getByLabel('Weight', { exact: true }).fill(kg);
  await row.getByLabel('Price per kg').fill('4,50');
  await row.getByLabel(/^Came at/).fill('2');
  await row.getByLabel('Fat %').fill(fat);
  await row.getByLabel('Known by').click();
  await page.getByRole('option', { name: 'instrument' }).click();
  await row.getByRole('button', { name: 'All six are fine' }).click();
}

async function receiveGoods(page: Page, name: string, amount: string): Promise<void> {
  await page
    .getByRole('row', { name: new RegExp(`^${name}`) })
    .getByRole('button', { name: 'Receive' })
    .click();
  await page.getByLabel(/^(Weight|Length), such as/).fill(amount);
  const supplier = page.getByRole('combobox', { name: 'Supplier', exact: true });
  if ((await supplier.inputValue()) === '') await supplier.fill('Spice House');
  await page.getByLabel(/^Price per/).fill('3,20');
  await page
    .getByRole('dialog')
    .getByRole('button', { name: /^Receive/ })
    .click();
  await dialogGone(page);
}

test('a new owner goes from nothing to the first weight of the first batch, led by what is missing', async ({
  page,
}) => {
  await page.goto(address);
  await press(page, /^Ines/);
  await page.getByLabel('Password').fill('lowmarsh-harbour');
  await press(page, 'Sign in as Ines');

  await next(page, /^Say which shop/);
  await page.getByLabel('Country').click();
  await page.getByRole('option', { name: 'Netherlands' }).click();
  await page.getByLabel('Name of the shop').fill('Dune Street Butchers');
  await press(page, 'This is Dune Street Butchers');
  await expect(page.getByText('It holds from now on')).toBeVisible();

  await next(page, /^Add the people/);
  await press(page, 'Add somebody');
  await page.getByLabel(/^Name/).fill('Bram');
  await page.getByLabel(/^The new one/).fill('2580');
  await press(page, 'Add Bram');
  await dialogGone(page);

  await next(page, /^Put spices/);
  await page.getByLabel('Find').fill('black pepper');
  await page.getByRole('checkbox').first().check();
  await press(page, /^Put 1 on the shelf/);
  await expect(page.getByText('1 thing is on the shelf now.')).toBeVisible();

  await next(page, /^Bring in a recipe/);
  await press(page, 'Begin Sage Link');
  await page.getByRole('dialog').getByRole('button', { name: 'Begin Sage Link' }).click();
  await press(page, 'Publish version 1');
  await page.getByRole('dialog').getByRole('button', { name: 'Publish version 1' }).click();
  await expect(page.getByRole('button', { name: 'Write version 2' })).toBeVisible();

  await next(page, /^Receive meat/);
  await page.getByLabel('Supplier').fill('Polder Farm');
  await newTrim(page, 'Pork shoulder', '20');
  await newTrim(page, 'Pork belly', '50');
  await press(page, 'Another lot');
  await receiveTrim(page, 'Lot 1', 'Pork shoulder', '12', '20');
  await receiveTrim(page, 'Lot 2', 'Pork belly', '6', '50');
  await press(page, /^Receive 2 lots, 18/);
  await expect(page.getByRole('gridcell', { name: 'T-0002' })).toBeVisible();

  await page.getByRole('link', { name: 'Today' }).click();
  await expect(page.getByText(/still to come: .*Nutmeg/)).toBeVisible();
  await next(page, /^Take in the spices/);
  for (const name of ['Salt', 'White pepper', 'Sage', 'Nutmeg', 'Rusk'])
    await receiveGoods(page, name, '5 kg');
  await receiveGoods(page, 'Hog casing', '90 m');
  await page.getByRole('link', { name: 'Today' }).click();
  await expect(page.getByText('Everything is there for the first batch')).toBeVisible();
  await expectAccessible(page);

  await page.getByRole('link', { name: 'Blend' }).click();
  await page.getByLabel('Product').click();
  await page.getByRole('option', { name: 'Sage Link' }).click();
  await page.getByLabel('Meat', { exact: true }).fill('10');
  await press(page, /^Open batch · Sage Link 10,00/);
  await page.getByRole('link', { name: /^Take up at the bench/ }).click();
  const start = page.getByRole('button', { name: /^All is there/ });
  await expect(start).toBeVisible();
  for (const tick of await page
    .getByRole('main')
    .getByRole('button')
    .filter({ hasNotText: 'All is there' })
    .all())
    await tick.click();
  await start.click();
  await press(page, /^Temperature/);
  await typeKeys(page, '2');
  await press(page, /^Record 2/);
  await press(page, /^Close/);
  await page
    .getByRole('list')
    .getByRole('button', { name: /^Pork shoulder/ })
    .click();
  const id = /bench\/([0-9a-f-]+)/.exec(page.url())?.[1] ?? '';
  const shoulder = async () => {
    const answer = await page.request.get(`${address}/api/v1/batches/${id}/weighing`);
    const { lines } = (await answer.json()) as Pick<BatchView, 'lines'>;
    return lines.find((l) => l.name.startsWith('Pork shoulder'));
  };
  const due = (await shoulder())?.dueMg ?? 0;
  expect(due).toBeGreaterThan(0);
  await typeKeys(page, (due / 1e6).toFixed(3));
  await page.keyboard.press('Space');
  await expect.poll(async () => (await shoulder())?.weighedMg).toBe(due);
});
