// @vitest-environment jsdom
import { cleanup, fireEvent, screen, waitFor, within } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { LibraryItem } from '@zest/contract';
import { CasingSelect } from '../src/areas/recipes/editor/CasingSelect.js';
import { IngredientPicker } from '../src/areas/recipes/editor/IngredientPicker.js';
import { INES, onScreen } from './on-screen.js';
import { standInServer } from './sent.js';
import { ID } from './some-lots.js';

beforeEach(() => localStorage.clear());
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const item = (id: number, name: string, form: string): LibraryItem =>
  ({ id: ID(id), name, form, role: 'seasoning', isSupply: false, freeMg: 900_000 }) as LibraryItem;
const MACE = item(1, 'Mace', 'ground');

const typed = (text: string) => {
  const field = screen.getByRole('combobox', { name: 'What goes in' });
  field.focus();
  fireEvent.change(field, { target: { value: text } });
  return screen.getAllByRole('option').map((o) => o.textContent);
};

describe('what a line needs', () => {
  it('is what the shop has before what is usual, and something new last; one name stands once', () => {
    onScreen(<IngredientPicker label="What goes in" list={[MACE]} onPick={vi.fn()} />, {}, INES);
    const options = typed('mace');
    expect(options[0]).toMatch(/^Mace, ground · seasoning · .*free$/);
    expect(options.filter((o) => o?.startsWith('Mace, ground'))).toHaveLength(1);
    expect(options.at(-1)).toBe('Something new: “mace”');
    expect(typed('caraw')[0]).toBe('Caraway, whole · from the usual shelf');
  });

  it('is taken up from the usual shelf by picking it', async () => {
    const caraway = item(2, 'Caraway', 'whole');
    const { sent } = standInServer({ '/ingredients': [MACE, caraway] });
    const onPick = vi.fn();
    onScreen(<IngredientPicker label="What goes in" list={[MACE]} onPick={onPick} />, {}, INES);
    typed('caraway, whole');
    fireEvent.click(screen.getByRole('option', { name: /^Caraway, whole/ }));
    await waitFor(() => expect(onPick).toHaveBeenCalledWith(caraway));
    expect(sent).toMatchObject([{ path: '/shelf', body: { ingredients: ['caraway-whole'] } }]);
  });

  it('is made new under the name that was typed, the rest guessed from its kin, and picked', async () => {
    const beer = item(3, 'Barley beer', 'liquid');
    const { sent, next } = standInServer({ '/ingredients': [MACE, beer] });
    next({ body: { id: beer.id } });
    const onPick = vi.fn();
    onScreen(<IngredientPicker label="What goes in" list={[MACE]} onPick={onPick} />, {}, INES);
    typed('Barley beer');
    fireEvent.click(screen.getByRole('option', { name: /^Something new/ }));
    const dialog = within(await screen.findByRole('dialog', { name: 'A new ingredient' }));
    fireEvent.click(dialog.getByRole('button', { name: 'Add Barley beer' }));
    await waitFor(() => expect(onPick).toHaveBeenCalledWith(beer));
    expect(sent[0]).toMatchObject({
      path: '/goods/ingredients',
      body: { name: 'Barley beer', form: 'liquid', role: 'liquid', saltKind: 'not salt' },
    });
  });

  it('is not guessed to be no salt where its name says salt', async () => {
    standInServer();
    onScreen(<IngredientPicker label="What goes in" list={[]} onPick={vi.fn()} />, {}, INES);
    typed('Celery salt');
    fireEvent.click(screen.getByRole('option', { name: /^Something new/ }));
    const dialog = within(await screen.findByRole('dialog', { name: 'A new ingredient' }));
    fireEvent.click(dialog.getByRole('button', { name: 'Add Celery salt' }));
    expect(await dialog.findByText('Say whether it is salt, a cure, or neither.')).toBeTruthy();
  });
});

describe('a casing', () => {
  const own = { casingId: ID(7), name: 'Ring of ours', material: 'beef', calibreMm: 41, gPerM: 14 };

  it('that the shop lacks is taken up by choosing it; its own is only chosen', async () => {
    const hog = { casingId: ID(8), name: 'Hog casing 30/32', material: 'hog', calibreMm: 31, gPerM: 6.9 };
    const { sent } = standInServer({ '/casings': [own, hog] });
    const onPick = vi.fn();
    onScreen(<CasingSelect chosen={null} onPick={onPick} />, { casings: [own] }, INES);
    const choose = (name: RegExp) => {
      fireEvent.mouseDown(screen.getByRole('combobox', { name: 'Casing' }));
      fireEvent.click(screen.getByRole('option', { name }));
    };
    choose(/^Ring of ours/);
    expect(onPick).toHaveBeenLastCalledWith(own);
    expect(sent).toHaveLength(0);
    choose(/^Hog casing 30\/32/);
    await waitFor(() => expect(onPick).toHaveBeenLastCalledWith(hog));
    expect(sent).toMatchObject([{ path: '/shelf', body: { casings: ['hog-casing-30-32'] } }]);
  });

  it('that is on no list is made where it is wanted, and chosen', async () => {
    const plum = { casingId: ID(9), name: 'Cloth tube 70', material: 'fibrous', calibreMm: 70, gPerM: 20 };
    const { sent, next } = standInServer({ '/casings': [own, plum] });
    next({ body: { id: plum.casingId } });
    const onPick = vi.fn();
    onScreen(<CasingSelect chosen={null} onPick={onPick} />, { casings: [own] }, INES);
    fireEvent.mouseDown(screen.getByRole('combobox', { name: 'Casing' }));
    fireEvent.click(screen.getByRole('option', { name: /^another, that is on no list/ }));
    const dialog = within(await screen.findByRole('dialog', { name: 'A new casing' }));
    fireEvent.change(dialog.getByLabelText(/^Name, such as/), { target: { value: 'Cloth tube 70' } });
    fireEvent.change(dialog.getByLabelText(/^Stuffed diameter/), { target: { value: '70' } });
    fireEvent.change(dialog.getByLabelText(/^A metre weighs/), { target: { value: '20' } });
    fireEvent.click(dialog.getByRole('button', { name: 'Add Cloth tube 70' }));
    await waitFor(() => expect(onPick).toHaveBeenLastCalledWith(plum));
    expect(sent[0]).toMatchObject({ path: '/casings', body: { name: 'Cloth tube 70', calibreMm: 70 } });
    expect(screen.queryByRole('dialog')).toBeNull();
  });
});
