// @vitest-environment jsdom
import { cleanup, fireEvent, screen, waitFor, within } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import BringInPage from '../src/areas/recipes/bring-in/BringInPage.js';
import RecipePage from '../src/areas/recipes/card/RecipePage.js';
import LibraryPage from '../src/areas/recipes/library/LibraryPage.js';
import RecipesPage from '../src/areas/recipes/RecipesPage.js';
import RulesPage from '../src/areas/recipes/rules/RulesPage.js';
import type { EditorDocument } from '../src/areas/recipes/new-document.js';
import { pick, press, type } from './dialog-hands.js';
import { ODA } from './on-screen.js';
import { RULES, recipeServer, shown, story } from './recipe-hands.js';
import { refusal } from './sent.js';
import { ID, lot } from './some-lots.js';

let server: ReturnType<typeof recipeServer>;
beforeEach(() => {
  sessionStorage.clear();
  server = recipeServer();
});
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

describe('the card', () => {
  it('is scaled back from what is sold, loads and pieces included', () => {
    shown(<RecipePage />, { 'recipe-story/': story() });
    fireEvent.click(screen.getByRole('tab', { name: 'Scale it' }));
    expect(screen.getByText(/learned from 5 of its batches/)).toBeTruthy();
    const salt = () =>
      within(screen.getByRole('table', { name: 'What to weigh' }))
        .getByText('Fine salt')
        .closest('[role=row]')!.textContent;
    expect(salt()).toContain('640');
    pick('Wanted', 'pieces');
    expect(screen.getByRole('alert').textContent).toContain('Say how much');
    type('How many', '200');
    expect(screen.getByText('200 pieces')).toBeTruthy();
    // 200 pieces of 100 g as they are linked are 20 kg of mix, 1.019 kg of it a kilogram of meat.
    const meatKg = 20 / 1.019;
    expect(salt()).toContain((16 * meatKg).toFixed(0));
  });

  it('says by how much a hand is always heavy', () => {
    shown(<RecipePage />, { 'recipe-story/': story() });
    fireEvent.click(screen.getByRole('tab', { name: 'As it is made' }));
    expect(screen.getByRole('tabpanel').textContent).toMatch(/Black pepper.*12\.4/);
  });

  it('shows its label and its cost, and what a swap would do to both', () => {
    const lots = [
      { ...lotOf(21, 8, 600), trimName: 'Pork leg' },
      { ...lotOf(22, 52, 300), trimName: 'Pork belly' },
    ];
    shown(<RecipePage />, { 'recipe-story/': story(), lots });
    fireEvent.click(screen.getByRole('tab', { name: 'Label and cost' }));
    expect(screen.getByRole('tabpanel').textContent).toMatch(/pork/i);
    pick('Lean from', /^Pork leg T-21, 8 % fat/);
    pick('Fat from', /^Pork belly T-22, 52 % fat/);
    expect(screen.queryByText(/do not reach/)).toBeNull();
  });

  it('takes a note and a tasting, pinned where they belong', async () => {
    shown(<RecipePage />, { 'recipe-story/': story() });
    fireEvent.click(screen.getByRole('tab', { name: 'As it is made' }));
    await press(/note/i);
    pick('Pinned to', 'Black pepper');
    type(/^What should be remembered/, 'Crack it coarser');
    await press('Pin it');
    await waitFor(() => expect(server.sent).toHaveLength(1));
    expect(server.sent[0]!.body).toMatchObject({
      lineKey: 'black-pepper',
      stepKey: null,
      sentence: 'Crack it coarser',
    });
    cleanup();
    shown(<RecipePage />, { 'recipe-story/': story() });
    fireEvent.click(screen.getByRole('tab', { name: 'As it is made' }));
    await press(/tast/i);
    await press('not right');
    fireEvent.click(within(screen.getByRole('group', { name: 'Texture' })).getByText('crumbly'));
    await press('Write it down');
    await waitFor(() => expect(server.sent).toHaveLength(2));
    expect(server.sent[1]!.body).toMatchObject({ passed: false, texture: 'crumbly' });
  });

  it('begins its next version or a variant for the lead, and offers neither to a hand', async () => {
    shown(<RecipePage />, { 'recipe-story/': story() });
    server.next({ body: { id: ID(95) } });
    await press('Make a variant');
    await waitFor(() => expect(server.sent).toHaveLength(1));
    expect(server.sent[0]!.body).toMatchObject({ name: 'Harbour Link variant', recipeId: null });
    cleanup();
    shown(<RecipePage />, { 'recipe-story/': story() }, ODA);
    expect(screen.queryByRole('button', { name: /^Write version/ })).toBeNull();
  });
});

describe('an old card brought in', () => {
  const FIELD = 'The recipe as it stands on the card';

  it('becomes lines in grams, with what it leaves open asked beside them', async () => {
    shown(<BringInPage />);
    type(FIELD, 'Dock link\n16 g salt\n2 tsp cure 6.25\n12 g black pepper\nfor 1 kg pork');
    const cure = await screen.findByRole('group', { name: /cure/ });
    expect(within(cure).getByRole('alert').textContent).toContain('never measured by the spoon');
    const write = () => screen.getByRole<HTMLButtonElement>('button', { name: /^Write it up/ });
    expect(write().disabled).toBe(true);
    await press(/^It is for 1\.00/);
    expect(write().disabled).toBe(false);
    const which = within(cure).getByRole('combobox', { name: /^Which of/ });
    fireEvent.change(which, { target: { value: 'Cure 6.25' } });
    fireEvent.click(await screen.findByRole('option', { name: /^Cure 6\.25.*free/ }));
    expect(within(cure).getByRole('alert').textContent).toContain('Refused.');
    for (const typed of ['2', '2.', '2.5']) {
      fireEvent.change(within(cure).getByLabelText(/^Grams for/), { target: { value: typed } });
    }
    await waitFor(() => expect(cure.textContent).toContain('2.50'));
    server.next({ body: { id: ID(96) } });
    await press(/^Write it up/);
    await waitFor(() => expect(server.sent).toHaveLength(1));
    const document = server.sent[0]!.body.document as EditorDocument;
    expect(document.lines.map((l) => l.name)).toEqual(expect.arrayContaining(['Fine salt', 'Black pepper']));
    expect(document.lines.find((l) => l.role === 'cure')?.dose).toEqual({ gPerKgMeat: 2.5 });
  });

  it('has lines left out, parted and joined where it stands, and what was settled of the others stays', async () => {
    shown(<BringInPage />);
    type(FIELD, 'Dock link\n16 g salt and 12 g black pepper coarse\n3 g mystery leaf\nfor 1 kg pork');
    const leaf = await screen.findByRole('group', { name: '3 g mystery leaf' });
    fireEvent.click(within(leaf).getByRole('button', { name: 'Leave it out' }));
    expect(screen.getByRole('group', { name: '3 g mystery leaf' }).textContent).toContain('kept as a note');
    const salt = screen.getByRole('group', { name: '16 g salt' });
    fireEvent.click(within(salt).getByRole('button', { name: 'Write it otherwise' }));
    type(/^Line 2/, '16 g salt\n12 g black pepper');
    fireEvent.click(within(salt).getByRole('button', { name: 'Read it so' }));
    expect(await screen.findByRole('group', { name: '12 g black pepper' })).toBeTruthy();
    expect(screen.getByRole('group', { name: '3 g mystery leaf' }).textContent).toContain('kept as a note');
    await press(/^It is for 1\.00/);
    server.next({ body: { id: ID(96) } });
    await press(/^Write it up/);
    await waitFor(() => expect(server.sent).toHaveLength(1));
    const document = server.sent[0]!.body.document as EditorDocument;
    expect(document.lines.map((l) => l.name)).toEqual(['Fine salt', 'Black pepper']);
    expect(document.steps.map((s) => s.note ?? '').join()).toContain('3 g mystery leaf');
  });

  it('of several recipes is written up one by one, and the text stays through every detour', async () => {
    shown(<BringInPage />);
    const both =
      'Dock link\n10 kg pork\n160 g salt\nGrind it twice.\n\nQuay ring\n5 kg pork\n12 g black pepper';
    type(FIELD, both);
    expect(await screen.findByRole('group', { name: 'Which recipe' })).toBeTruthy();
    expect(screen.queryByRole('group', { name: '12 g black pepper' })).toBeNull();
    await press('Quay ring');
    expect(await screen.findByRole('group', { name: '12 g black pepper' })).toBeTruthy();
    expect(screen.queryByRole('group', { name: '160 g salt' })).toBeNull();
    cleanup();
    shown(<BringInPage />);
    expect(screen.getByLabelText<HTMLTextAreaElement>(FIELD, { selector: 'textarea' }).value).toBe(both);
  });

  it('asks once what a percent is of, and keeps what is no ingredient as a note', async () => {
    shown(<BringInPage />);
    type(FIELD, 'Dock link\n1.6 % salt\n10 kg pork\nMethod:\nGrind it twice.');
    expect((await screen.findByRole('group', { name: /salt/ })).textContent).toContain('Say it once');
    fireEvent.click(screen.getByRole('button', { name: 'of the meat' }));
    await press(/^It is for 10\.00/);
    await waitFor(() => expect(screen.getByRole('group', { name: /salt/ }).textContent).toContain('160'));
    expect(screen.getByRole('region', { name: 'Kept as notes' }).textContent).toContain(
      'line 5: Grind it twice.',
    );
    server.next({ body: { id: ID(97) } });
    await press(/^Write it up, 1 line/);
    await waitFor(() => expect(server.sent).toHaveLength(1));
    const { steps } = server.sent[0]!.body.document as EditorDocument;
    expect(steps.flatMap((s) => s.note ?? [])).toEqual(['Grind it twice.', 'Method:']);
  });

  it('asks the meat again after it was changed: nothing stays dosed on the old', async () => {
    shown(<BringInPage />);
    type(FIELD, '40 g salt\n4 kg pork');
    await press(/^It is for 4\.00/);
    await waitFor(() => expect(screen.getByRole('group', { name: /salt/ }).textContent).toContain('10'));
    type('pork', '5 kg');
    expect(screen.getByRole<HTMLButtonElement>('button', { name: /^Write it up/ }).disabled).toBe(true);
    await press(/^It is for 5\.00/);
    await waitFor(() => expect(screen.getByRole('group', { name: /salt/ }).textContent).toContain('8 g/kg'));
  });

  it('asks the meat it is for where it does not say', async () => {
    shown(<BringInPage />);
    type(FIELD, '40 g salt\n8 g black pepper');
    expect(await screen.findByRole('button', { name: 'Say how much meat it is for' })).toBeTruthy();
    type(/^Meat it is for/, '2.5 kg');
    await press(/^It is for 2\.50/);
    await waitFor(() => expect(screen.getByRole('group', { name: /salt/ }).textContent).toContain('16'));
  });
});

describe('the shelf', () => {
  const open = async (item: RegExp) => {
    shown(<LibraryPage />);
    await press(item);
    return screen.getByRole('dialog');
  };

  it('is found by name, and says what is not stated', () => {
    shown(<LibraryPage />);
    type('Find on the shelf', 'mystery');
    const table = screen.getByRole('table', { name: 'Ingredients' });
    expect(within(table).getAllByRole('row')).toHaveLength(2);
    expect(table.textContent).toContain('not stated:');
    type('Find on the shelf', 'nothing of that name');
    expect(screen.getByText('Nothing on the shelf has that name.')).toBeTruthy();
  });

  it('takes what is known of an ingredient: contents, dose, density weighed once, allergens', async () => {
    const dialog = await open(/^Write down Thyme/);
    const put = (label: RegExp | string, text: string) =>
      fireEvent.change(within(dialog).getByLabelText(label), { target: { value: text } });
    put('Least dose, g/kg', '0.5');
    put('Greatest dose, g/kg', '4');
    put('Doses from', 'the book of the shop');
    put('Measure', '1 tbsp');
    put('weighs, g', '2.6');
    put('Name on the label', 'herbs');
    fireEvent.click(within(dialog).getByRole('button', { name: 'Write it down' }));
    await waitFor(() => expect(server.sent).toHaveLength(1));
    expect(server.sent[0]).toMatchObject({
      method: 'PUT',
      path: '/ingredients/Thyme',
      body: {
        version: 1,
        facts: {
          declaredAs: 'herbs',
          dose: { minGPerKg: 0.5, maxGPerKg: 4, source: 'the book of the shop' },
          density: { source: 'weighed in the shop' },
        },
      },
    });
    const { density } = server.sent[0]!.body.facts as { density: { gPerMl: number } };
    expect(density.gPerMl).toBeCloseTo(2.6 / 14.787, 3);
  });

  it('says at the dose that its least is above its greatest, and leaves half a packet out', async () => {
    const dialog = await open(/^Write down Thyme/);
    const put = (label: string, text: string) =>
      fireEvent.change(within(dialog).getByLabelText(label), { target: { value: text } });
    put('Least dose, g/kg', '9');
    put('Greatest dose, g/kg', '4');
    put('A packet weighs, g', '500');
    fireEvent.click(within(dialog).getByRole('button', { name: 'Write it down' }));
    expect(await within(dialog).findByText('The least dose is above the greatest.')).toBeTruthy();
    put('Least dose, g/kg', '1');
    fireEvent.click(within(dialog).getByRole('button', { name: 'Write it down' }));
    await waitFor(() => expect(server.sent).toHaveLength(1));
    expect(server.sent[0]!.body.facts).not.toHaveProperty('packet');
  });

  it('has what a compound is made of written down with its allergens', async () => {
    const dialog = await open(/^Write down Mystery rub/);
    fireEvent.change(within(dialog).getByLabelText(/^Made of, the most/), {
      target: { value: 'salt, mustard flour, , paprika' },
    });
    for (const box of within(dialog).getAllByRole('checkbox')) fireEvent.click(box);
    fireEvent.click(within(dialog).getByRole('button', { name: 'Write it down' }));
    await waitFor(() => expect(server.sent).toHaveLength(1));
    expect(server.sent[0]!.body.facts).toMatchObject({
      parts: [{ name: 'salt' }, { name: 'mustard flour', allergen: 'mustard' }, { name: 'paprika' }],
    });
  });
});

describe('the book and its rules', () => {
  it('shows every recipe with what speaks against it, and begins another', async () => {
    shown(<RecipesPage />);
    expect(screen.getByRole('article', { name: 'Harbour Link' }).textContent).toMatch(/salt 16\.0.g\/kg/);
    await press('Begin recipe 2');
    const dialog = screen.getByRole('dialog', { name: 'Begin a recipe' });
    fireEvent.click(within(dialog).getByRole('button', { name: /^Begin/ }));
    expect((await within(dialog).findAllByText(/./, { selector: '.Mui-error' })).length).toBeGreaterThan(0);
    expect(server.sent).toEqual([]);
    fireEvent.change(within(dialog).getByLabelText(/^Name/), { target: { value: 'Beacon Ring' } });
    fireEvent.click(within(dialog).getByRole('button', { name: 'Begin Beacon Ring' }));
    await waitFor(() => expect(server.sent).toHaveLength(1));
    expect(server.sent[0]!.body).toMatchObject({ name: 'Beacon Ring' });
  });

  it('without a rule book says that nothing cured can be published', () => {
    shown(<RecipesPage />, { rules: { ...RULES, book: null } });
    expect(screen.getByRole('alert').textContent).toContain('No rule book is chosen');
  });

  it('lets the lead choose the book and the house’s own limits, and refuses a crossed band', async () => {
    shown(<RulesPage />);
    fireEvent.click(screen.getAllByRole('button', { name: 'Work by this' })[0]!);
    type(/^Least salt/, '14');
    type(/^Most salt/, '22');
    server.next(refusal('The least salt is not below the most.'));
    await press(/^Work by the book of Canada/);
    expect(await screen.findByText('The least salt is not below the most.')).toBeTruthy();
    expect(server.sent[0]!.body).toMatchObject({ book: 'ca', saltMinGPerKg: 14, saltMaxGPerKg: 22 });
  });

  it('shows a hand the book and no way to change it', () => {
    shown(<RulesPage />, {}, ODA);
    expect(screen.queryByRole('button', { name: 'Work by this' })).toBeNull();
    expect(screen.getByText('✓ the shop’s book')).toBeTruthy();
  });
});

function lotOf(n: number, fatPct: number, priceMinorPerKg: number) {
  return lot(ID(n), { code: `T-${n}`, fatPct, priceMinorPerKg });
}
