import { AxeBuilder } from '@axe-core/playwright';
import { expect, type Page } from '@playwright/test';
import type { BatchView, LineView } from '@zest/contract';

const SECRETS: Record<string, string> = {
  Ines: 'lowmarsh',
  Bram: '2580',
  Oda: '1357',
  'Mr Feld': 'ferrygalley',
  Inspector: 'harbourmaster',
};

/** Signs in as a person would: the name, the PIN or password, the button. */
export async function signIn(page: Page, who: string): Promise<void> {
  await page.goto('/');
  await page.getByRole('button', { name: new RegExp(`^${who}`) }).click();
  await page.getByLabel(/^(PIN|Password)$/).fill(SECRETS[who] ?? '');
  await page.getByRole('button', { name: `Sign in as ${who}` }).click();
  await expect(page.getByRole('navigation', { name: 'Places' })).toBeVisible();
}

/** Takes a product to the beam. */
export async function blendOf(page: Page, product: string): Promise<void> {
  await page.getByLabel('Product').click();
  await page.getByRole('option', { name: product, exact: true }).click();
}

/** Nothing serious or critical for people who use other ways to see or point. */
export async function expectAccessible(page: Page): Promise<void> {
  // A button that is still changing colour has the contrast of neither state.
  await page.evaluate(() =>
    Promise.allSettled(
      document
        .getAnimations()
        .filter((a) => a.effect?.getComputedTiming().iterations !== Infinity)
        .map((a) => a.finished),
    ),
  );
  const { violations } = await new AxeBuilder({ page }).withTags(['wcag2a', 'wcag2aa', 'wcag21aa']).analyze();
  const serious = violations.filter((v) => v.impact === 'serious' || v.impact === 'critical');
  expect(serious.map((v) => `${v.id}: ${v.nodes.map((n) => n.target.join(' ')).join(' | ')}`)).toEqual([]);
}

export async function sheet(page: Page, id: string): Promise<BatchView> {
  const parts = ['summary', 'weighing', 'process', 'costs'].map(
    async (part) => (await (await page.request.get(`/api/v1/batches/${id}/${part}`)).json()) as object,
  );
  return Object.assign({}, ...(await Promise.all(parts))) as BatchView;
}

/** Types on the keyboard at a hand's pace, slower than a scanner. */
export async function typeKeys(page: Page, text: string): Promise<void> {
  await page.keyboard.type(text, { delay: 70 });
}

/** A weight as it is typed at its line: grams of an ingredient, kilograms of meat. */
export function typedWeight(line: LineView, massMg: number): string {
  if (line.kind === 'meat') return (massMg / 1_000_000).toFixed(3);
  return (massMg / 1000).toFixed(line.scaleId === 'dose' ? 2 : 0);
}

/** Types a weight at the bench and takes it with the pedal. */
export async function typeWeight(page: Page, line: LineView, massMg: number): Promise<void> {
  const text = typedWeight(line, massMg);
  await typeKeys(page, text);
  await expect(page.getByRole('status', { name: /^On the scale/ })).toContainText(text);
  await page.keyboard.press('Space');
}

/** The demonstration's hand on a simulated scale. */
export async function playScale(page: Page, scale: string, body: object): Promise<void> {
  expect((await page.request.post(`/api/v1/scales/${scale}/play`, { data: body })).ok()).toBe(true);
}

/** Types a number at a task and records it; a defect or a remainder is first given its answer. */
export async function record(page: Page, task: string, text: string, answer?: string): Promise<void> {
  const tile = page
    .getByRole('list', { name: 'Tasks of this step' })
    .getByRole('button', { name: new RegExp(`^${task}`) });
  await tile.click();
  const known = page.getByRole('button', { name: 'Type it' });
  if (await known.isVisible()) await known.click();
  if (answer) await page.getByRole('button', { name: answer, exact: true }).click();
  await typeKeys(page, text);
  await expect(page.getByRole('status').filter({ hasText: text }).first()).toBeVisible();
  await page.getByRole('button', { name: /^(Take|Record) [\d.]/ }).click();
  await expect(tile).not.toContainText(/needed|–$/);
}

/** Everything is there: the batch is started, or a machine is ready and safe. */
export async function ready(page: Page): Promise<void> {
  await page.getByRole('button', { name: /^(All is there, start|All ready and safe)/ }).click();
  await expect(page.getByRole('button', { name: /^(All is there, start|All ready and safe)/ })).toBeHidden();
}

export async function closeStep(page: Page, title: string): Promise<void> {
  await page.getByRole('button', { name: `Close ${title.toLowerCase()}` }).click();
  await expect(page.getByRole('heading', { name: new RegExp(`: ${title}$`) })).toBeHidden();
}

/** From anywhere with the rail: the bench, then the batch. Answers the batch's id. */
export async function takeUp(page: Page, product: string): Promise<string> {
  await page.getByRole('link', { name: 'Bench', exact: true }).click();
  await expect(page.getByRole('heading', { name: 'Which batch?' })).toBeVisible();
  await page.getByRole('link', { name: new RegExp(product) }).click();
  await expect(page.getByRole('link', { name: 'Leave' })).toBeVisible();
  return page.url().split('/').pop() ?? '';
}
