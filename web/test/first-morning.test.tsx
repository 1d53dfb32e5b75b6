// @vitest-environment jsdom
import { cleanup, fireEvent, screen, waitFor, within } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { USUAL_CASINGS, USUAL_MACHINES } from '@zest/core';
import type { OwnShop } from '@zest/contract';
import AboutShopPage from '../src/areas/people/AboutShopPage.js';
import StartingPage from '../src/areas/recipes/shelf/StartingPage.js';
import UsualShelfPage from '../src/areas/recipes/shelf/UsualShelfPage.js';
import { USUAL_ITEMS, grouped, toTakeUp } from '../src/areas/recipes/shelf/usual-list.js';
import { press } from './dialog-hands.js';
import { INES, ODA, onScreen } from './on-screen.js';
import { standInServer } from './sent.js';
import { ID } from './some-lots.js';

beforeEach(() => localStorage.clear());
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const SHOP: OwnShop = {
  name: 'Our shop',
  address: '',
  country: null,
  currency: null,
  hourMinor: null,
  timeZone: 'UTC',
  book: null,
  units: 'metric',
  numberStyle: null,
  machines: [...USUAL_MACHINES],
};

const choose = async (label: string, option: string) => {
  fireEvent.mouseDown(screen.getByRole('combobox', { name: label }));
  fireEvent.click(within(await screen.findByRole('listbox')).getByRole('option', { name: option }));
};

describe('the shop says which it is', () => {
  it('by its country, which brings what is usual there, and sends all of it', async () => {
    const said = { ...SHOP, name: 'Marshgate Meats', country: 'US', units: 'pound', book: 'us' };
    const { sent } = standInServer({ '/shop': said });
    onScreen(<AboutShopPage />, { shop: SHOP }, INES);
    await choose('Country', 'United States');
    expect(screen.getByText('A price reads $12.50.')).toBeTruthy();
    fireEvent.change(screen.getByLabelText('Name of the shop'), { target: { value: 'Marshgate Meats' } });
    await press('This is Marshgate Meats');
    await waitFor(() => expect(sent).toHaveLength(1));
    expect(sent[0]).toMatchObject({
      method: 'PUT',
      path: '/shop',
      body: {
        name: 'Marshgate Meats',
        country: 'US',
        currency: 'USD',
        book: 'us',
        timeZone: 'America/New_York',
        units: 'pound',
        numberStyle: 'point',
        machines: USUAL_MACHINES,
      },
    });
    expect(await screen.findByText(/It holds from now on/)).toBeTruthy();
  });

  it('and shows the sentence of the server at the field it is about', async () => {
    const { next } = standInServer();
    const message = 'A currency is three letters, such as EUR.';
    next({
      status: 422,
      body: { type: 'x', title: 'x', status: 422, detail: 'No.', errors: [{ path: 'currency', message }] },
    });
    onScreen(<AboutShopPage />, { shop: { ...SHOP, currency: 'EUR' } }, INES);
    await press('This is Our shop');
    expect(await screen.findByText(message)).toBeTruthy();
  });

  it('to the lead only: others read it', () => {
    onScreen(<AboutShopPage />, { shop: SHOP }, { ...INES, role: 'owner' });
    expect(screen.getByLabelText<HTMLInputElement>('Name of the shop').disabled).toBe(true);
    expect(screen.queryByRole('button', { name: /This is/ })).toBeNull();
  });
});

describe('the usual shelf', () => {
  const casing = USUAL_CASINGS[0]!;
  const ANSWERS = {
    ingredients: [{ id: ID(1), name: 'Salt', form: 'fine', role: 'salt' }],
    casings: [{ casingId: ID(2), name: casing.name }],
    trims: [],
  };

  it('shows what the shop has, and sends what is ticked in all three lists', async () => {
    const { sent } = standInServer({
      '/ingredients': ANSWERS.ingredients,
      '/casings': ANSWERS.casings,
      '/trims': [],
    });
    onScreen(<UsualShelfPage />, ANSWERS, INES);
    const box = (name: string) => screen.getByText(name).closest('label')!.querySelector('input')!;
    expect(box('Salt, fine')).toMatchObject({ checked: true, disabled: true });
    fireEvent.click(box('Mace, ground'));
    fireEvent.click(screen.getByRole('tab', { name: 'Meats and fats' }));
    const pork = within(screen.getByRole('region', { name: 'Meat, pork' }));
    fireEvent.click(pork.getByRole('button', { name: 'All of these' }));
    const count = grouped('trims', '').find(([group]) => group === 'Meat, pork')![1].length;
    await press(`Put ${count + 1} on the shelf`);
    await waitFor(() => expect(sent).toHaveLength(1));
    expect(sent[0]).toMatchObject({ path: '/shelf', body: { ingredients: ['mace-ground'], casings: [] } });
    expect(sent[0]!.body['trims']).toHaveLength(count);
  });

  it('finds by name and by group, and tells who finds nothing where it is made', () => {
    onScreen(<UsualShelfPage />, ANSWERS, INES);
    fireEvent.change(screen.getByLabelText('Find'), { target: { value: 'mustard' } });
    expect(screen.getAllByText(/^Mustard/).length).toBeGreaterThanOrEqual(3);
    fireEvent.change(screen.getByLabelText('Find'), { target: { value: 'plutonium' } });
    expect(screen.getByText(/made where it is wanted/)).toBeTruthy();
  });

  it('sends each key in its own list, whatever is ticked', () => {
    const all = toTakeUp(new Set(USUAL_ITEMS.map((i) => i.key)));
    expect(all.ingredients.length + all.casings.length + all.trims.length).toBe(USUAL_ITEMS.length);
    expect(all.casings).toContain(casing.key);
  });
});

describe('a starting recipe', () => {
  const own = {
    id: ID(9),
    name: 'House cure',
    form: 'fine',
    role: 'cure',
    contents: { saltPct: 99.2, nitritePct: 0.8, nitratePct: 0 },
  };

  it('that is cured is begun when the cure that the shop has was chosen, its own or a usual one', async () => {
    const { sent, next } = standInServer();
    next({ status: 503, body: {} });
    onScreen(<StartingPage />, { ingredients: [own] }, INES);
    await press('Begin Garlic Smoker');
    const begin = () =>
      within(screen.getByRole('dialog')).getByRole<HTMLButtonElement>('button', {
        name: 'Begin Garlic Smoker',
      });
    expect(begin().disabled).toBe(true);
    // One with nitrate is for what dries slowly.
    expect(screen.queryByRole('radio', { name: /nitrate/ })).toBeNull();
    fireEvent.click(screen.getByRole('radio', { name: /House cure, fine – on the shelf/ }));
    expect(begin().disabled).toBe(false);
    fireEvent.click(begin());
    await waitFor(() => expect(sent).toHaveLength(1));
    expect(sent[0]).toMatchObject({
      path: '/starting-recipes',
      body: { key: 'garlic-smoker', cure: { ingredientId: own.id } },
    });
  });

  it('that is not cured asks for none', async () => {
    onScreen(<StartingPage />, { ingredients: [] }, ODA);
    await press('Begin Sage Link');
    expect(screen.queryByRole('radio')).toBeNull();
  });
});
