import { act, fireEvent, screen, waitFor, within } from '@testing-library/react';
import type { ReactElement } from 'react';
import { expect, it, vi } from 'vitest';
import type { CalibrationState } from '@zest/contract';
import { INES, onScreen } from './on-screen.js';
import { standInServer } from './sent.js';
import { ID } from './some-lots.js';

const TRIMS = [{ id: ID(1), name: 'Pork belly', species: 'pork', fatPct: 50, wild: false, maxC: 4 }];

const PROBE: CalibrationState = {
  device: 'probe:meat',
  name: 'Meat probe',
  unit: '°C',
  last: null,
  due: true,
  offset: 0,
};

const ANSWERS = { trims: TRIMS, calibrations: [PROBE], 'bench-rules': { cureSecondCheck: false } };

/** Called when a dialog is done or left. */
export const onClose = vi.fn();

/** A dialog as the lead sees it. */
export function open(dialog: ReactElement) {
  return onScreen(dialog, ANSWERS, INES);
}

/** Types into a field. */
export function type(label: RegExp | string, text: string): void {
  fireEvent.change(screen.getByLabelText(label, { selector: 'input,textarea' }), { target: { value: text } });
}

/** Presses a button. */
export async function press(name: RegExp | string): Promise<void> {
  await act(async () => {
    fireEvent.click(screen.getByRole('button', { name }));
    await Promise.resolve();
  });
}

/** Takes one of a list. */
export function pick(label: RegExp | string, words: RegExp | string): void {
  fireEvent.mouseDown(screen.getByRole('combobox', { name: label }));
  fireEvent.click(within(screen.getByRole('listbox')).getByRole('option', { name: words }));
}

/** One dialog, what is done in it, and what is then sent. */
export interface Told {
  name: string;
  dialog: ReactElement;
  /** What somebody does before the button is pressed. */
  does: () => unknown;
  button: RegExp | string;
  path: string;
  body: object;
}

/** Goes through dialogs, each of which sends just once what was typed, under an id of its own. */
export function sendEach(cases: readonly Told[]): void {
  it.each(cases)('$name', async ({ dialog, does, button, path, body }) => {
    localStorage.clear();
    const { sent } = standInServer();
    open(dialog);
    await does();
    await press(button);
    await waitFor(() => expect(sent).toHaveLength(1));
    expect(sent[0]).toMatchObject({ method: 'POST', path, body });
    expect(Object.keys(sent[0]!.body)).toContain('id');
  });
}
