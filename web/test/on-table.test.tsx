// @vitest-environment jsdom
import { cleanup, fireEvent, screen } from '@testing-library/react';
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
    expect(fatOfTable()).toContain('34.4');
    type(/^Parts/, '3 : 1');
    await press('Make it so');
    expect(fatOfTable()).toContain('19.0');
    type('% fat', '25');
    const way = (name: string) => {
      const button = screen.getByRole('button', { name });
      return { button, text: button.parentElement!.textContent };
    };
    const off = way('Take off Pork leg T-1');
    expect(off.text).toContain('17.65');
    fireEvent.click(off.button);
    expect(fatOfTable()).toContain('25.0');
    type('% fat', '26');
    const add = way('Add Pork belly T-3');
    expect(add.text).toContain('1.24');
    fireEvent.click(add.button);
    expect(fatOfTable()).toContain('26.0');
  });

  it('puts all that is free of a lot down', async () => {
    shown([LEAN, FAT]);
    await put(/^Pork belly/);
    const weight = screen.getByRole<HTMLInputElement>('textbox', { name: 'Weight of Pork belly T-3' });
    expect(weight.value).toContain('30');
  });

  it('says so where nothing that lies there can be taken off', async () => {
    shown([LEAN, FAT]);
    await put(/^Pork belly/);
    type('% fat', '20');
    expect(screen.getByText('Taking off none of what lies here brings it there.')).toBeTruthy();
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
