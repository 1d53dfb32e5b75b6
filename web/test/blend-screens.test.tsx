// @vitest-environment jsdom
import { cleanup, fireEvent, screen, waitFor, within } from '@testing-library/react';
import { afterEach, beforeAll, beforeEach, describe, expect, it, vi } from 'vitest';
import loadHighs from 'highs';
import { highsSolve, type Solve } from '@zest/core';
import type { BlendDraft, TrimLot } from '@zest/contract';
import BlendPage from '../src/areas/blend/BlendPage.js';
import DayPage from '../src/areas/blend/day/DayPage.js';
import { pick, press, type } from './dialog-hands.js';
import { INES, onScreen } from './on-screen.js';
import { PlannerStandIn } from './planner.js';
import { refusal, standInServer } from './sent.js';
import { ID, lot, settings } from './some-lots.js';
import { recipe } from './some-recipes.js';

let solve: Solve;
vi.mock('../src/areas/blend/new-plan-worker.js', () => ({
  newPlanWorker: () => new PlannerStandIn(solve) as unknown as Worker,
}));
beforeAll(async () => {
  solve = highsSolve(await loadHighs());
});

const LEAN = lot(ID(21), { code: 'T-1', trimName: 'Pork leg', fatPct: 8, fatSd: 1, priceMinorPerKg: 600 });
const MIDDLE = lot(ID(22), { code: 'T-2', freeMg: 60_000_000, fatPct: 22, fatSd: 1.5, priceMinorPerKg: 420 });
const FAT = lot(ID(23), {
  code: 'T-3',
  trimName: 'Pork belly',
  fatPct: 52,
  fatSd: 2,
  freeMg: 30_000_000,
  priceMinorPerKg: 300,
});
const HELD = lot(ID(24), { code: 'T-4', trimName: 'Pork jowl', fatPct: 65, status: 'hold' });
const LOTS = [LEAN, MIDDLE, FAT, HELD];
const LINK = recipe('Harbour Link', 30);
const HOT = recipe('Beacon Hot', 40, {
  hotness: [
    { name: 'mild', factor: 1 },
    { name: 'hot', factor: 2 },
  ],
});

const draft = (n: number, more: Partial<BlendDraft> = {}): BlendDraft => ({
  id: ID(n),
  name: 'Less belly',
  plannedFor: null,
  priority: 1,
  recipeId: LINK.id,
  recipeName: LINK.name,
  settings: settings(),
  result: { uses: [], fatPct: 24, fatSd: 1, chance: 0.9, costMinor: 16_000 },
  person: 'Ines',
  changedAt: '2026-03-16T08:00:00.000Z',
  batchId: null,
  version: 3,
  ...more,
});

let server: ReturnType<typeof standInServer>;
beforeEach(() => {
  localStorage.clear();
  server = standInServer({ '/blend-drafts': [draft(60)], '/lots': LOTS, '/recipes': [LINK, HOT] });
});
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const HEALTH = { ruleBook: 'us', timeZone: 'UTC', demo: false };
const shown = (page: React.ReactNode, drafts: BlendDraft[] = [], lots: TrimLot[] = LOTS) =>
  onScreen(page, { recipes: [LINK, HOT], lots, drafts, health: HEALTH }, INES);

async function planned(product = 'Harbour Link') {
  const open = await screen.findByRole('button', { name: new RegExp(`^Open batch · ${product}`) });
  await waitFor(() => expect((open as HTMLButtonElement).disabled).toBe(false));
  return open;
}
const grams = (name: string) =>
  screen.getByRole<HTMLInputElement>('textbox', { name: `Kilograms of ${name}` }).value;
const kgOf = (name: string) => parseFloat(grams(name));

describe('the blend bench', () => {
  it('shows the cheapest blend, its fat inside the window and what it costs, and opens just that', async () => {
    shown(<BlendPage />);
    const open = await planned();
    const names = screen.getAllByRole('textbox', { name: /^Kilograms of/ });
    const total = names.reduce((sum, n) => sum + parseFloat((n as HTMLInputElement).value), 0);
    expect(total).toBeCloseTo(40, 1);
    expect(screen.getByText('Sure to be inside, 80 % wanted')).toBeTruthy();
    server.next({ body: { id: ID(50), version: 1, n: 1 } });
    fireEvent.click(open);
    await waitFor(() => expect(server.sent).toHaveLength(1));
    const { body, path } = server.sent[0]!;
    expect(path).toBe('/batches');
    const uses = body.uses as { lotId: string; massMg: number }[];
    expect(uses.reduce((sum, u) => sum + u.massMg, 0)).toBe(40_000_000);
    expect(uses.map((u) => u.lotId)).not.toContain(HELD.id);
    expect(body).toMatchObject({
      recipeId: LINK.id,
      window: LINK.document.window,
      hotness: null,
      signed: {},
    });
  });

  it('keeps a weight that is typed and plans the rest around it, until it is asked for the cheapest again', async () => {
    shown(<BlendPage />);
    await planned();
    const before = kgOf('Pork shoulder 80/20');
    type('Kilograms of Pork shoulder 80/20', '12');
    fireEvent.blur(screen.getByRole('textbox', { name: 'Kilograms of Pork shoulder 80/20' }));
    await waitFor(() => expect(screen.getByRole('button', { name: 'Locked' })).toBeTruthy());
    await planned();
    expect(kgOf('Pork shoulder 80/20')).toBeCloseTo(12, 2);
    await press('Cheapest again');
    await waitFor(() => expect(kgOf('Pork shoulder 80/20')).toBeCloseTo(before, 1), { timeout: 5000 });
  });

  it('takes back a typed weight that is none', async () => {
    shown(<BlendPage />);
    await planned();
    const was = grams('Pork shoulder 80/20');
    type('Kilograms of Pork shoulder 80/20', 'some');
    fireEvent.blur(screen.getByRole('textbox', { name: 'Kilograms of Pork shoulder 80/20' }));
    expect(grams('Pork shoulder 80/20')).toBe(was);
  });

  it('says why nothing meets the rules, by the names of the lots, and what would mend it', async () => {
    shown(<BlendPage />);
    await planned();
    type('Fat from %', '2');
    type('to %', '4');
    const why = await screen.findByText('No blend of these trims meets the rules');
    const alert = why.closest('[role=alert]') as HTMLElement;
    expect(within(alert).getAllByText('What would mend it:').length).toBeGreaterThan(0);
    expect(alert.textContent).not.toContain(LEAN.id);
    expect(screen.getByRole<HTMLButtonElement>('button', { name: /^Open batch/ }).disabled).toBe(true);
  });

  it('refuses a share above all of it, and meat below a hundred grams, in words that stay at the field', async () => {
    shown(<BlendPage />);
    await planned();
    type('to %', '120');
    expect(screen.getByText('At most 100 %.')).toBeTruthy();
    type('to %', 'much');
    expect(screen.getByText('A number of percent.')).toBeTruthy();
    type('Meat', '0.04');
    expect(screen.getByText(/^At least 100.g\.$/)).toBeTruthy();
    fireEvent.blur(screen.getByLabelText('Meat'));
    expect((screen.getByLabelText('Meat') as HTMLInputElement).value).toBe('0.04');
    type('Meat', '0.4');
    expect(screen.queryByText(/^At least/)).toBeNull();
  });

  it('says what holds the cost up, what being sure costs, and which lots were not offered and why', async () => {
    shown(<BlendPage />);
    await planned();
    const why = screen.getByRole('region', { name: 'Why this blend' });
    await waitFor(() => expect(within(why).getByText(/as sure as you asked/)).toBeTruthy());
    expect(within(why).getByText('on hold').closest('div')?.textContent).toContain('Pork jowl T-4');
    expect(within(why).queryByText('Working it out …')).toBeNull();
  });

  it('sets other blends beside it and takes one as it stands', async () => {
    shown(<BlendPage />);
    await planned();
    await press('Other blends');
    const other = await screen.findByRole('region', { name: 'Instead, 1' });
    const masses = [...other.querySelectorAll('b')].map((b) => parseFloat(b.textContent));
    fireEvent.click(within(other).getByRole('button', { name: 'Take this one' }));
    await waitFor(() =>
      expect(screen.getAllByRole('button', { name: 'Locked' })).toHaveLength(masses.length),
    );
    await planned();
    await waitFor(() => {
      const now = screen.getAllByRole<HTMLInputElement>('textbox', { name: /^Kilograms of/ });
      expect(now.map((n) => parseFloat(n.value)).sort()).toEqual(masses.sort());
    });
  });

  it('names the trim whose test would help most when a fat is off', async () => {
    shown(<BlendPage />);
    await planned();
    await press('If a fat is off');
    const off = screen.getByRole('table', { name: 'If a fat is off' });
    const first = within(off).getAllByRole('row')[1]!.textContent;
    expect(screen.getByText(/it matters most for being inside/).textContent).toContain(first.split(' ±')[0]);
    const shares = within(off)
      .getAllByRole('row')
      .slice(1)
      .map((row) => parseFloat(within(row).getAllByRole('cell')[3]!.textContent));
    expect(shares.reduce((a, b) => a + b, 0)).toBeGreaterThan(97);
    expect(shares).toEqual([...shares].sort((a, b) => b - a));
  });

  it('asks the hotness of a product that has one, and sends what is chosen', async () => {
    shown(<BlendPage />);
    await planned();
    pick('Product', 'Beacon Hot');
    const open = await planned('Beacon Hot');
    pick('Heat', 'hot');
    fireEvent.click(open);
    await waitFor(() => expect(server.sent).toHaveLength(1));
    expect(server.sent[0]!.body).toMatchObject({ recipeId: HOT.id, hotness: 'hot' });
  });

  it('is signed past by the lead where that is allowed, and by nobody where it is not', async () => {
    shown(<BlendPage />);
    const open = await planned();
    const wild = 'Wild meat and a low core.';
    server.next(refusal(wild, [{ path: 'signed.wild', message: wild }]));
    fireEvent.click(open);
    const dialog = await screen.findByRole('dialog', { name: 'This needs your word' });
    const sign = within(dialog).getByRole<HTMLButtonElement>('button', { name: 'Sign and open' });
    expect(sign.disabled).toBe(true);
    fireEvent.change(within(dialog).getByLabelText(/^Your reason/), { target: { value: 'frozen 30 days' } });
    expect(sign.disabled).toBe(false);
    server.next(
      refusal('Two things are wrong.', [
        { path: 'signed.wild', message: wild },
        { path: 'uses', message: 'A lot is on hold.' },
      ]),
    );
    fireEvent.click(sign);
    expect(await screen.findByText('Two things are wrong.')).toBeTruthy();
    expect(server.sent[1]!.body.signed).toEqual({ wild: 'frozen 30 days' });
  });
});

describe('the rules of a blend', () => {
  const rules = async () => {
    shown(<BlendPage />);
    await planned();
    await press('Rules');
    return screen.getByRole('dialog', { name: 'Rules of this blend' });
  };

  it('leave a lot out, and say so on the button', async () => {
    const dialog = await rules();
    const row = within(dialog).getByText(/^Pork belly T-3/).parentElement!;
    fireEvent.click(within(row).getByRole('button', { name: 'Use first' }));
    fireEvent.click(within(row).getByRole('button', { name: 'Leave out' }));
    expect(within(row).getByRole('button', { name: 'Use first' }).getAttribute('aria-pressed')).toBe('false');
    fireEvent.click(within(dialog).getByRole('button', { name: 'Done' }));
    expect(await screen.findByRole('button', { name: 'Rules (1)' })).toBeTruthy();
    await waitFor(() => expect(screen.getByText('left out by you')).toBeTruthy());
  });

  it('take a share of a species, refuse one that cannot be, and drop it again', async () => {
    const dialog = await rules();
    fireEvent.change(within(dialog).getByLabelText('%'), { target: { value: '130' } });
    expect(within(dialog).getByText('0 to 100')).toBeTruthy();
    expect(within(dialog).getByRole<HTMLButtonElement>('button', { name: 'Add' }).disabled).toBe(true);
    fireEvent.change(within(dialog).getByLabelText('%'), { target: { value: '30' } });
    fireEvent.click(within(dialog).getByRole('button', { name: 'Add' }));
    expect(within(dialog).getByText('at least 30 % pork')).toBeTruthy();
    pick('Rule', 'none');
    fireEvent.click(within(dialog).getByRole('button', { name: 'Add' }));
    expect(within(dialog).getByText('no pork')).toBeTruthy();
    const share = within(dialog).getByText('at least 30 % pork').parentElement!;
    fireEvent.click(within(share).getByRole('button', { name: 'Drop' }));
    expect(within(dialog).queryByText('at least 30 % pork')).toBeNull();
    expect(within(dialog).getByText('no pork')).toBeTruthy();
  });

  it('hold the number of trims and the least use', async () => {
    await rules();
    pick('At most so many trims', '2');
    pick('If a trim is used, at least', '5 kg');
    fireEvent.click(screen.getByRole('button', { name: 'Done' }));
    await planned();
    const masses = screen.getAllByRole<HTMLInputElement>('textbox', { name: /^Kilograms of/ });
    expect(masses.length).toBeLessThanOrEqual(2);
    for (const m of masses) expect(parseFloat(m.value)).toBeGreaterThanOrEqual(5);
  });
});

describe('what-ifs', () => {
  it('are kept by name with what they come to, adopted and thrown away', async () => {
    shown(<BlendPage />, [draft(60)]);
    await planned();
    await press('Kept blends');
    expect(screen.getByText('Less belly')).toBeTruthy();
    type('Name', 'For the fair');
    await press('Keep as a what-if');
    await waitFor(() => expect(server.sent).toHaveLength(1));
    expect(server.sent[0]).toMatchObject({
      path: '/blend-drafts',
      body: { name: 'For the fair', plannedFor: null, recipeId: LINK.id, priority: 1 },
    });
    await press('Throw away');
    await waitFor(() => expect(server.sent).toHaveLength(2));
    expect(server.sent[1]).toMatchObject({ method: 'DELETE', path: `/blend-drafts/${ID(60)}` });
  });
});

describe('the day', () => {
  const today = new Date().toISOString().slice(0, 10);
  const planOf = (n: number, meatMg: number, priority: number) =>
    draft(n, {
      name: `Plan ${priority}`,
      plannedFor: today,
      priority,
      settings: settings({ meatMg }),
      result: null,
    });

  it('plans its batches together on one stock and opens each with its own blend', async () => {
    shown(<DayPage />, [planOf(71, 20_000_000, 1), planOf(72, 25_000_000, 2)]);
    await press('Plan 2 batches together');
    const open = await screen.findByRole('button', { name: 'Open 2 batches' });
    server.next({ body: { id: ID(81) } });
    server.next({ body: { id: ID(82) } });
    fireEvent.click(open);
    await waitFor(() => expect(server.sent).toHaveLength(2));
    const mg = server.sent.map((s) =>
      (s.body.uses as { massMg: number }[]).reduce((sum, u) => sum + u.massMg, 0),
    );
    expect(mg).toEqual([20_000_000, 25_000_000]);
    expect(server.sent.map((s) => s.body.draftId)).toEqual([ID(71), ID(72)]);
    const taken = new Map<string, number>();
    for (const s of server.sent)
      for (const u of s.body.uses as { lotId: string; massMg: number }[])
        taken.set(u.lotId, (taken.get(u.lotId) ?? 0) + u.massMg);
    for (const l of LOTS) expect(taken.get(l.id) ?? 0).toBeLessThanOrEqual(l.freeMg);
  });

  it('opens all of them, also those behind one that waits for a signature', async () => {
    shown(<DayPage />, [planOf(71, 10_000_000, 1), planOf(72, 12_000_000, 2), planOf(73, 11_000_000, 3)]);
    await press('Plan 3 batches together');
    const open = await screen.findByRole('button', { name: 'Open 3 batches' });
    const wild = 'Wild meat and a low core.';
    server.next({ body: { id: ID(81) } });
    server.next(refusal(wild, [{ path: 'signed.wild', message: wild }]));
    fireEvent.click(open);
    const dialog = await screen.findByRole('dialog', { name: 'This needs your word' });
    fireEvent.change(within(dialog).getByLabelText(/^Your reason/), { target: { value: 'frozen 30 days' } });
    server.next({ body: { id: ID(82) } });
    server.next({ body: { id: ID(83) } });
    fireEvent.click(within(dialog).getByRole('button', { name: 'Sign and open' }));
    await waitFor(() => expect(server.sent).toHaveLength(4));
    expect(server.sent.map((s) => s.body.draftId)).toEqual([ID(71), ID(72), ID(72), ID(73)]);
    expect(server.sent.map((s) => s.body.signed)).toEqual([{}, {}, { wild: 'frozen 30 days' }, {}]);
  });

  it('says which gives way when the meat runs short, and is ordered by hand', async () => {
    shown(<DayPage />, [planOf(71, 60_000_000, 1), planOf(72, 90_000_000, 2)]);
    await press('Plan 2 batches together');
    expect(await screen.findByText(/^One batch gives way/)).toBeTruthy();
    await press('Plan 2 before the one above');
    await waitFor(() => expect(server.sent.length).toBeGreaterThanOrEqual(2));
    expect(server.sent[0]).toMatchObject({ path: `/blend-drafts/${ID(72)}`, body: { priority: 1 } });
    expect(server.sent[1]).toMatchObject({ path: `/blend-drafts/${ID(71)}`, body: { priority: 2 } });
  });

  it('with nothing planned says where to plan it', () => {
    shown(<DayPage />, [draft(60)]);
    expect(screen.getByText(/^Nothing is planned for today/)).toBeTruthy();
  });
});
