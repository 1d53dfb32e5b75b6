import { readFileSync } from 'node:fs';
import { expect, test, type Page } from '@playwright/test';
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';
import type { Recipe, RecipeDraft } from '@zest/contract';
import { expectAccessible, signIn } from './hands.js';

test.describe.configure({ mode: 'serial' });

let page: Page;

test.beforeAll(async ({ browser }) => {
  page = await (await browser.newContext()).newPage();
});
test.afterAll(() => page.context().close());

const tab = (name: string) => page.getByRole('tab', { name: new RegExp(`^${name}`) });
const dose = (name: string) => page.getByLabel(`Dose of ${name}`, { exact: true });
const kept = () => expect(page.getByRole('status').filter({ hasText: /^kept$/ })).toBeVisible();

/** Picks from a list that is searched by typing. */
async function pick(label: string | RegExp, text: string, option: RegExp): Promise<void> {
  await page.getByLabel(label).last().fill(text);
  await page.getByRole('option', { name: option }).first().click();
}

async function choose(label: string, option: RegExp): Promise<void> {
  await page.getByLabel(label, { exact: true }).click();
  await page.getByRole('option', { name: option }).first().click();
}

/** Answers what is asked of every product: its class, its fat, its meat. */
async function ofPork(fatClass: RegExp, toPct: string): Promise<void> {
  await choose('Product class', fatClass);
  await page.getByLabel('From, %').fill('18');
  await page.getByLabel('To, %').fill(toPct);
  await page.getByRole('group', { name: 'pork', exact: true }).getByLabel('least').fill('100');
}

async function pdfText(path: string): Promise<string> {
  const body = await (await page.request.get(path)).body();
  const pdf = await getDocument({ data: new Uint8Array(body), verbosity: 0 }).promise;
  const pages: string[] = [];
  for (let n = 1; n <= pdf.numPages; n += 1) {
    const { items } = await (await pdf.getPage(n)).getTextContent();
    pages.push(items.map((item) => ('str' in item ? item.str : '')).join(''));
  }
  return pages.join(' ').replace(/\s+/g, ' ');
}

test('a card in spoons becomes a recipe in grams, its salt settled, its cure refused', async () => {
  await signIn(page, 'Ines');
  await page.getByRole('link', { name: 'Recipes', exact: true }).click();
  await expect(page.getByRole('article', { name: 'Lighthouse Ring' })).toBeVisible();
  await expectAccessible(page);
  await page.getByRole('link', { name: 'Bring in an old recipe' }).click();
  const card = page.getByLabel('The recipe as it stands on the card');
  await card.fill('4 tsp black pepper, 1 tbsp thyme, 3 tbsp coarse salt, 1 tsp curing salt');
  await expect(page.getByRole('button', { name: 'Say how much meat it is for' })).toBeDisabled();
  await card.fill('4 tsp black pepper, 1 tbsp thyme, 3 tbsp coarse salt, 1 tsp curing salt for 7 lb');
  await page.getByRole('button', { name: /^It is for 3\.18.kg of meat/ }).click();
  const cure = page.getByRole('group', { name: '1 tsp curing salt' });
  await expect(cure.getByRole('alert')).toContainText('Cure is weighed, never measured by the spoon');
  const salt = page.getByRole('group', { name: '3 tbsp coarse salt' });
  await expect(salt.getByRole('alert')).toContainText('25.7 to 45.2 g');
  await salt.getByLabel('3 tbsp weighs, g').fill('48');
  await salt.getByLabel(/^Is it Fine salt/).fill('fine salt');
  await page.getByRole('option', { name: /^Fine salt/ }).click();
  await expect(salt).toContainText('48.0');
  await card.fill('4 tsp black pepper, 1 tbsp thyme, 3 tbsp coarse salt for 7 lb');
  await page.getByRole('button', { name: /^It is for 3\.18.kg of meat/ }).click();
  await salt.getByLabel('3 tbsp weighs, g').fill('48');
  await salt.getByLabel(/^Is it Fine salt/).fill('fine salt');
  await page.getByRole('option', { name: /^Fine salt/ }).click();
  await page.getByLabel('Its name').fill('Old Ferry Link');
  await page.getByRole('button', { name: 'Write it up, 3 lines' }).click();
  await expect(page.getByLabel('Recipe', { exact: true })).toHaveValue('Old Ferry Link');
  await expect(page.getByRole('group', { name: 'Fine salt', exact: true })).toContainText('15.12');
});

test('it is published with its piece and its casing, and stands in the book', async () => {
  await expect(page.getByRole('button', { name: 'Publish version 1' })).toBeDisabled();
  await tab('What it is').click();
  await choose('Casing', /^Hog casing/);
  await page.getByLabel('A piece weighs, g').fill('100');
  await ofPork(/^fresh pork/, '28');
  await kept();
  await page.getByRole('button', { name: 'Publish version 1' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('What changed and why').fill('From the card of the old ferry.');
  await dialog.getByRole('button', { name: 'Publish version 1' }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Old Ferry Link' })).toBeVisible();
  await expect(page.getByRole('table', { name: 'Lines' })).toContainText('as written: 3 tbsp');
  await expectAccessible(page);
});

test('a smoked ring is refused until its cure is right', async () => {
  await page.getByRole('link', { name: 'Recipes', exact: true }).click();
  await page.getByRole('button', { name: /^Begin recipe/ }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('Name').fill('Breakwater Ring');
  await dialog.getByLabel('Meat of its usual batch').fill('20 kg');
  await dialog.getByRole('radio', { name: /^Ring/ }).check();
  await dialog.getByRole('button', { name: 'Begin Breakwater Ring' }).click();
  const add = /^Add a line/;
  await pick(add, 'fine salt', /^Fine salt/);
  await dose('Fine salt').fill('1,6 %');
  await pick(add, 'caraway', /^Caraway/);
  await dose('Caraway').fill('40 g');
  await pick(add, 'iced', /^Iced water/);
  await dose('Iced water').fill('4 % of mix');
  await expect(page.getByRole('group', { name: 'Fine salt', exact: true })).toContainText('320');
  await expect(page.getByRole('group', { name: 'Caraway', exact: true })).toContainText('2.00');
  await tab('What it is').click();
  await choose('Casing', /^Beef round/);
  await page.getByLabel('A piece weighs, g').fill('420');
  await ofPork(/^cooked/, '24');
  await tab('How it is made').click();
  await expect(page.getByRole('listitem', { name: 'Dry the skin' })).toBeVisible();
  await expect(page.getByRole('listitem', { name: 'Smoke' })).toContainText('can let botulism grow');
  await tab('What goes in').click();
  await pick(add, 'cure 0.6', /^Cure 0\.6/);
  await dose('Cure 0.6 % nitrite').fill('1 tsp');
  const line = page.getByRole('group', { name: 'Cure 0.6 % nitrite', exact: true });
  await expect(line.getByRole('alert').first()).toContainText('never measured by the spoon');
  await dose('Cure 0.6 % nitrite').fill('30 g/kg');
  await expect(line).toContainText('above its greatest dose');
  await expect(page.getByRole('group', { name: /^Ingoing nitrite/ })).toContainText('Stop.');
  await expect(page.getByRole('button', { name: 'Publish version 1' })).toBeDisabled();
  await dose('Cure 0.6 % nitrite').fill('18 g/kg');
  await expect(page.getByRole('group', { name: /^Ingoing nitrite/ })).toContainText(/more cure/);
  await dose('Fine salt').fill('2 g/kg');
  await expectAccessible(page);
  await kept();
  await page.getByRole('button', { name: 'Publish version 1' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Publish version 1' }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Breakwater Ring' })).toBeVisible();
});

test('undo, keys and dragging work on the lines, and a reload finds what was kept', async () => {
  await page.getByRole('button', { name: 'Write version 2' }).click();
  await expect(dose('Caraway')).toBeVisible();
  await dose('Caraway').fill('3 g/kg');
  await page.keyboard.press('Control+z');
  await expect(dose('Caraway')).toHaveValue('40 g');
  await page.getByRole('button', { name: 'Redo' }).click();
  await expect(dose('Caraway')).toHaveValue('3 g/kg');
  const order = () =>
    page.getByLabel(/^Dose of /).evaluateAll((all) => all.map((e) => e.getAttribute('aria-label')));
  const before = await order();
  await dose('Caraway').press('Alt+ArrowUp');
  await expect.poll(order).not.toEqual(before);
  await dose('Caraway').press('Alt+ArrowDown');
  await expect.poll(order).toEqual(before);
  const handle = page.getByRole('button', { name: 'Move Caraway' });
  await handle.focus();
  await page.keyboard.press('Space');
  await expect(handle).toHaveAttribute('aria-pressed', 'true');
  await page.keyboard.press('ArrowUp');
  await expect(page.getByText(/was moved over droppable area fine-salt/)).toBeAttached();
  await page.keyboard.press('Space');
  await expect.poll(order).not.toEqual(before);
  await dose('Fine salt').press('Enter');
  await expect(dose('Fine salt')).not.toBeFocused();
  await kept();
  const id = page.url().split('/').pop() ?? '';
  const other = (await (await page.request.get(`/api/v1/recipe-drafts/${id}`)).json()) as RecipeDraft;
  const { name, document, version } = other;
  await page.request.put(`/api/v1/recipe-drafts/${id}`, { data: { name, document, version } });
  await dose('Fine salt').fill('3 g/kg');
  await expect(page.getByRole('alert').first()).toContainText('was changed by Ines since you looked');
  await page.getByRole('button', { name: 'Keep mine instead' }).click();
  await kept();
  await dose('Fine salt').fill('2 g/kg');
  await kept();
  await page.reload();
  await expect(dose('Caraway')).toHaveValue('3 g/kg');
});

test('the next version is compared, a variant keeps its parent', async () => {
  await page.getByRole('button', { name: 'Publish version 2' }).click();
  const dialog = page.getByRole('dialog');
  await expect(dialog).toContainText('2 g/kg, at mix → 3 g/kg, at mix');
  await dialog.getByLabel('What changed and why').fill('More caraway.');
  await dialog.getByRole('button', { name: 'Publish version 2' }).click();
  await tab('Versions').click();
  const table = page.getByRole('table', { name: 'Differences' }).first();
  await expect(table).toContainText('Caraway');
  await expect(page.getByText('Version 2', { exact: true })).toBeVisible();
  await page.getByRole('button', { name: 'Make a variant' }).click();
  await page.getByLabel('Recipe', { exact: true }).fill('Breakwater Ring, garlic');
  await pick(/^Add a line/, 'garlic', /^Garlic/);
  await dose('Garlic').fill('2 g/kg');
  await kept();
  await page.getByRole('button', { name: 'Publish version 1' }).click();
  await dialog.getByRole('button', { name: 'Publish version 1' }).click();
  await expect(page.getByRole('link', { name: 'Breakwater Ring', exact: true })).toBeVisible();
});

test('it is scaled back from pieces, costed with a swap, and printed', async () => {
  await tab('Scale it').click();
  await choose('Wanted', /^pieces/);
  await page.getByLabel('How many').fill('100');
  await expect(page.getByText('42.00 kg mix')).toBeVisible();
  await expect(page.getByRole('table', { name: 'What to weigh' })).toContainText('each load');
  await tab('Label and cost').click();
  await choose('Lean from', /^Pork shoulder/);
  await choose('Fat from', /^Pork back fat/);
  await expect(page.getByText(/^then /).first()).toBeVisible();
  await choose('Casing', /^Hog casing/);
  await expect(page.getByText('Label, then')).toBeVisible();
  await expect(page.getByText(/casing \(pork\)/)).toBeVisible();
  const recipes = (await (await page.request.get('/api/v1/recipes')).json()) as Recipe[];
  const ring = recipes.find((r) => r.name === 'Breakwater Ring, garlic');
  const text = await pdfText(`/api/v1/recipes/${ring?.id}/files/card.pdf`);
  for (const words of [
    'Breakwater Ring, garlic',
    'Cure 0.6 % nitrite',
    '360 g',
    'Garlic',
    'Limits',
    'Label',
  ]) {
    expect(text).toContain(words);
  }
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'JSON' }).click(),
  ]);
  const file = readFileSync(await download.path(), 'utf8');
  await page.goto('/recipes/bring-in');
  await page
    .locator('input[type=file]')
    .setInputFiles({ name: 'ring.json', mimeType: 'application/json', buffer: Buffer.from(file) });
  await expect(dose('Garlic')).toHaveValue('2 g/kg');
  await page.getByRole('button', { name: 'Throw away' }).click();
  await page.getByRole('button', { name: /^Yes, throw/ }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Recipes' })).toBeVisible();
});

test('what was learned: a note is pinned, a tasting written, a heavy hand named', async () => {
  await page.getByRole('link', { name: 'Quay Thick', exact: true }).click();
  await tab('As it is made').click();
  await expect(page.getByText(/always over/)).toBeVisible();
  await page.getByRole('button', { name: 'Pin a note' }).click();
  const dialog = page.getByRole('dialog');
  await choose('Pinned to', /^Ginger/);
  await dialog.getByLabel('What should be remembered').fill('Level the spoon; weigh it.');
  await dialog.getByRole('button', { name: 'Pin it' }).click();
  await expect(page.getByText('Level the spoon; weigh it.')).toBeVisible();
  await page.getByRole('button', { name: 'Write a tasting' }).click();
  await dialog.getByRole('button', { name: 'passed' }).click();
  await dialog.getByRole('group', { name: 'Salt' }).getByRole('button', { name: 'right' }).click();
  await dialog.getByRole('button', { name: 'Write it down' }).click();
  await expect(page.getByText(/^Passed: salt right/).first()).toBeVisible();
  await page.getByRole('button', { name: 'Done with' }).click();
  await expect(page.getByText('Nothing is pinned.')).toBeVisible();
});

test('a pre-blend is made, labelled and stocked; the shelf and the rule books can be read', async () => {
  await page.goto('/recipes/shelf');
  await page.getByRole('button', { name: 'New pre-blend' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('Name').fill('Ring spice');
  await pick('Add an ingredient', 'caraway', /^Caraway/);
  await pick('Add an ingredient', 'mustard', /^Mustard seed/);
  await dialog.getByLabel('Grams').first().fill('300');
  await dialog.getByLabel('Grams').last().fill('200');
  await expect(dialog).toContainText('600.0 g in 1 kg');
  await expect(dialog).toContainText('MUSTARD');
  await dialog.getByRole('button', { name: 'Keep Ring spice' }).click();
  await page.getByLabel('Find on the shelf').fill('ring spice');
  await page.getByRole('button', { name: 'Make some' }).click();
  await dialog.getByLabel('How much, g').fill('250');
  await expect(dialog).toContainText('150');
  await dialog.getByRole('button', { name: /^Made 250/ }).click();
  const href = await dialog.getByRole('link', { name: 'Print its label' }).getAttribute('href');
  expect(await pdfText(href ?? '')).toContain('MUSTARD');
  await dialog.getByRole('button', { name: 'Done' }).click();
  await page.getByLabel('Find on the shelf').fill('');
  await expectAccessible(page);
  await page.getByRole('link', { name: 'Rule books' }).click();
  await expect(page.getByRole('table', { name: 'Limits by rule book' })).toContainText('156.25 ppm');
});
