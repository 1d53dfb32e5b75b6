// @vitest-environment jsdom
import { cleanup, screen, within } from '@testing-library/react';
import { Navigate, Route, Routes } from 'react-router';
import { afterEach, describe, expect, it, vi } from 'vitest';
import IngredientPage from '../src/areas/recipes/library/IngredientPage.js';
import { press } from './dialog-hands.js';
import { INES, ODA } from './on-screen.js';
import { LINK, RULES, shown } from './recipe-hands.js';
import { stock } from './some-lots.js';
import { LIBRARY_ITEMS } from './some-recipes.js';

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const at = (
  id: string,
  goods = [{ ...stock('ingredient'), id, free: 90e6, used28: 28e6, daysLeft: 90 }],
  person = INES,
) =>
  shown(
    <Routes>
      <Route path="/" element={<Navigate to={`/recipes/ingredient/${encodeURIComponent(id)}`} />} />
      <Route path="/recipes/ingredient/:id" element={<IngredientPage />} />
    </Routes>,
    { ingredients: LIBRARY_ITEMS, goods, recipes: [LINK], rules: RULES },
    person,
  );
const part = (name: string) => within(screen.getByRole('region', { name }));

describe('an ingredient', () => {
  it('is in one place: what it is, what of it is here, and what it goes into', async () => {
    at('Black pepper');
    expect(screen.getByRole('heading', { name: 'Black pepper' })).toBeTruthy();
    expect(part('What it is').getByText('0.5–10 g/kg, common practice')).toBeTruthy();
    expect(part('What of it is here').getByText('90.00 kg')).toBeTruthy();
    expect(part('What of it is here').getByText(/Harbour Spice, came 2026-03-14/)).toBeTruthy();
    const use = part('What it goes into').getByRole('link', { name: 'Harbour Link' });
    expect(use.parentElement?.textContent).toBe('Harbour Link3.00 g/kg of meat');
    await press('Receive Black pepper');
    expect(await screen.findByRole('dialog')).toBeTruthy();
  });

  it('of which nothing is here says so, and to a hand only what a hand does', () => {
    at('Thyme', [], ODA);
    expect(part('What of it is here').getByText('Nothing.')).toBeTruthy();
    expect(part('What it goes into').getByText('No recipe of the book.')).toBeTruthy();
    expect(screen.queryByRole('button', { name: 'Write down' })).toBeNull();
    cleanup();
    at('no such thing');
    expect(screen.getByRole('alert').textContent).toBe('There is no such ingredient.');
  });
});
