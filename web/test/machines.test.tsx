// @vitest-environment jsdom
import { cleanup, fireEvent, screen, waitFor, within } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { OwnShop } from '@zest/contract';
import AboutShopPage from '../src/areas/people/AboutShopPage.js';
import { StepDetails } from '../src/areas/recipes/editor/StepDetails.js';
import { press } from './dialog-hands.js';
import { INES, ODA, onScreen } from './on-screen.js';
import { standInServer } from './sent.js';

beforeEach(() => localStorage.clear());
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const SHOP: OwnShop = {
  name: 'Marshgate Meats',
  address: '',
  country: 'GB',
  currency: 'GBP',
  hourMinor: null,
  timeZone: 'Europe/London',
  book: 'uk',
  units: 'metric',
  numberStyle: 'point',
  machines: [
    { name: 'Grinder', kind: 'grinder', holdsKg: null, sizesMm: [8] },
    { name: 'Mixer', kind: 'mixer', holdsKg: 30, sizesMm: [] },
  ],
};
const line = (name: string) => within(screen.getByRole('group', { name }));

describe('the machines of the shop', () => {
  it('are named, measured, added and taken out, and sent as a list', async () => {
    const { sent } = standInServer({ '/shop': SHOP });
    onScreen(<AboutShopPage />, { shop: SHOP }, INES);
    fireEvent.change(line('Grinder').getByLabelText('Plates, mm'), { target: { value: '10, 4.5  8' } });
    await press('Mixer');
    expect(line('Mixer 2').getByLabelText('Holds')).toBeTruthy();
    fireEvent.change(line('Mixer 2').getByLabelText('Holds'), { target: { value: '12.5' } });
    await press('Take out Mixer');
    await press('This is Marshgate Meats');
    await waitFor(() => expect(sent).toHaveLength(1));
    expect(sent[0]!.body['machines']).toEqual([
      { name: 'Grinder', kind: 'grinder', holdsKg: null, sizesMm: [10, 4.5, 8] },
      { name: 'Mixer 2', kind: 'mixer', holdsKg: 12.5, sizesMm: [] },
    ]);
  });

  it('say which width cannot be read, and what the server says of one', async () => {
    const { next } = standInServer();
    const message = 'There are two machines called Mixer; call one of them otherwise.';
    next({
      status: 422,
      body: {
        type: 'x',
        title: 'x',
        status: 422,
        detail: 'No.',
        errors: [{ path: 'machines[1].name', message }],
      },
    });
    onScreen(<AboutShopPage />, { shop: SHOP }, INES);
    fireEvent.change(line('Grinder').getByLabelText('Plates, mm'), { target: { value: '8 wide' } });
    expect(line('Grinder').getByText('“wide” is no width in mm.')).toBeTruthy();
    await press('This is Marshgate Meats');
    expect(await line('Mixer').findByText(message)).toBeTruthy();
  });

  it('are the lead’s to change', () => {
    onScreen(<AboutShopPage />, { shop: SHOP }, { ...INES, role: 'owner' });
    expect(screen.queryByRole('group', { name: 'Add a machine' })).toBeNull();
    expect(line('Mixer').getByLabelText<HTMLInputElement>('Holds').disabled).toBe(true);
  });

  it('offer their plates where a recipe asks for one', () => {
    const edits: unknown[] = [];
    const step = { key: 'grind1', kind: 'grind', plateMm: 6, pass: 1 } as const;
    onScreen(
      <StepDetails
        portions={[]}
        step={step}
        onEdit={(edit) => edits.push(edit({ steps: [step] } as never).steps)}
      />,
      { shop: { ...SHOP, machines: [{ ...SHOP.machines[0]!, sizesMm: [4.5, 6] }] } },
      ODA,
    );
    expect(screen.queryByRole('button', { name: 'Plate of 6 mm' })).toBeNull();
    fireEvent.click(screen.getByRole('button', { name: 'Plate of 4.5 mm' }));
    expect(edits).toEqual([[{ ...step, plateMm: 4.5 }]]);
  });
});
