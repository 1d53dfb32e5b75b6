// @vitest-environment jsdom
import { cleanup, fireEvent, screen, within } from '@testing-library/react';
import { afterEach, describe, expect, it } from 'vitest';
import type { TrimLot } from '@zest/contract';
import OnTablePage from '../src/areas/blend/on-table/OnTablePage.js';
import { press, type } from './dialog-hands.js';
import { onScreen } from './on-screen.js';
import { ID, lot } from './some-lots.js';

const LEAN = lot(ID(21), { code: 'T-1', trimName: 'Pork leg', fatPct: 8, fatSd: 1 });
const FAT = lot(ID(23), { code: 'T-3', trimName: 'Pork belly', fatPct: 52, fatSd: 2, freeMg: 30_000_000 });

const shown = (lots: TrimLot[]) => onScreen(<OnTablePage />, { lots });
afterEach(cleanup);

describe('what is on the table', () => {
  const fatOfTable = () =>
    [...new Set(screen.getAllByText(/^\d+\.\d.% fat$/).map((e) => e.textContent))].join();
  const put = async (name: RegExp) => {
    fireEvent.mouseDown(screen.getByRole('combobox', { name: 'Put on the table' }));
    fireEvent.click(screen.getByRole('option', { name }));
    await press('Put it down');
  };

  it('is read as fat, in parts too, and what to add is worked out', async () => {
    shown([LEAN, FAT]);
    await put(/^Pork leg/);
    await put(/^Pork belly/);
    expect(fatOfTable()).toContain('30.0');
    type(/^Parts/, '3 : 1');
    await press('Make it so');
    expect(fatOfTable()).toContain('19.0');
    type('% fat', '25');
    const add = screen.getByRole('region', { name: 'What to add' });
    const belly = within(add)
      .getByText(/^Pork belly/)
      .closest('div')!.parentElement!;
    expect(belly.textContent).toContain('4.44');
    fireEvent.click(within(belly).getByRole('button', { name: 'Add' }));
    expect(fatOfTable()).toContain('25.0');
  });

  it('refuses parts that do not count the lots, and a fat no lot can bring', async () => {
    shown([LEAN, FAT]);
    await put(/^Pork leg/);
    await put(/^Pork belly/);
    type(/^Parts/, '1 : 2 : 3');
    await press('Make it so');
    expect(screen.getByText('2 lots need 2 parts.')).toBeTruthy();
    type('% fat', '80');
    expect(screen.getByText('No lot in the cold room can bring it there.')).toBeTruthy();
  });

  it('says that two owners’ meat cannot meet', async () => {
    shown([LEAN, { ...FAT, owner: 'Mrs Sand' }]);
    await put(/^Pork leg/);
    await put(/^Pork belly/);
    expect(screen.getByText(/^Lots of two owners/)).toBeTruthy();
  });
});
