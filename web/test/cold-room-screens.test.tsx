// @vitest-environment jsdom
import { cleanup, fireEvent, screen, waitFor, within } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { ReworkRow, Trim } from '@zest/contract';
import { ChillDialog } from '../src/areas/cold-room/lot/ChillDialog.js';
import { Looks } from '../src/areas/cold-room/receive/Looks.js';
import { MoreOfIt } from '../src/areas/cold-room/receive/MoreOfIt.js';
import { blankRow } from '../src/areas/cold-room/receive/rows.js';
import { Rework } from '../src/areas/cold-room/Rework.js';
import { onClose, pick, press, type } from './dialog-hands.js';
import { INES, ODA, onScreen } from './on-screen.js';
import { RULES } from './recipe-hands.js';
import { standInServer } from './sent.js';
import { ID, detail } from './some-lots.js';

let server: ReturnType<typeof standInServer>;
beforeEach(() => {
  server = standInServer();
});
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const LEFT: ReworkRow = {
  lotId: ID(8),
  batchId: ID(9),
  number: 12,
  product: 'Lighthouse Ring',
  code: 'R-1',
  massMg: 283_000,
  fatPct: 22.2,
  saltGPerKg: 17.9,
  nitritePpm: 118,
  heat: 'raw',
  species: ['pork'],
  useBy: '2026-03-20',
  carries: { allergens: ['mustard'], parts: [] },
};
const TRIMS: Trim[] = [
  { id: ID(1), name: 'Pork rework', species: 'pork', fatPct: 25, wild: false, maxC: 7, groundMaxC: 2 },
  { id: ID(2), name: 'Beef chuck', species: 'beef', fatPct: 20, wild: false, maxC: 7, groundMaxC: 2 },
];

describe('what batches left over', () => {
  const answers = { rework: [LEFT], trims: TRIMS };

  it('is one line until it is opened, and then says all that is in it', () => {
    onScreen(<Rework />, answers, ODA);
    const section = screen.getByRole('region', { name: 'Left over from batches' });
    expect(section.textContent).toContain('left over from 1 batch');
    expect(section.textContent).not.toContain('Lighthouse Ring');
    fireEvent.click(screen.getByRole('button', { name: 'Keep or write off' }));
    expect(section.textContent).toMatch(
      /Lighthouse Ring: raw, 22\.2.% fat, 17\.9 g salt per kg, 118 ppm nitrite/,
    );
    expect(section.textContent).toContain('MUSTARD');
    expect(screen.queryByRole('button', { name: 'Write off' })).toBeNull();
  });

  it('becomes a lot of its own species only', async () => {
    onScreen(<Rework />, answers, INES);
    await press('Keep or write off');
    await press('Keep as a lot');
    fireEvent.mouseDown(screen.getByRole('combobox', { name: /^Kept as which trim/ }));
    const options = within(screen.getByRole('listbox')).getAllByRole('option');
    expect(options.map((o) => o.textContent)).toEqual(['Pork rework']);
    fireEvent.click(options[0]!);
    type(/^Temperature now/, '2');
    await press(/^Keep 283/);
    await waitFor(() => expect(server.sent).toHaveLength(1));
    expect(server.sent[0]).toMatchObject({
      path: '/lots/produced',
      body: { trimId: ID(1), massMg: 283_000, useBy: '2026-03-20', tempC: 2, from: { reworkOf: ID(9) } },
    });
  });

  it('is written off by the lead, with a reason', async () => {
    onScreen(<Rework />, answers, INES);
    await press('Keep or write off');
    await press('Write off');
    type(/^Reason/, 'too old');
    await press(/^Write off 283/);
    await waitFor(() => expect(server.sent).toHaveLength(1));
    expect(server.sent[0]).toMatchObject({
      path: `/lots/${ID(8)}/write-off`,
      body: { amount: 283_000, reason: 'too old' },
    });
  });
});

describe('a temperature soon after a warm one', () => {
  it('is asked for a second time only where the lot can hardly be so cold', () => {
    const warm = detail({ isOut: true, tempC: 12, tempAt: new Date().toISOString() });
    onScreen(<ChillDialog lot={warm} onClose={onClose} />, { rules: RULES }, INES);
    type(/^Temperature now/, '11');
    expect(screen.queryByLabelText(/^Read again/)).toBeNull();
    type(/^Temperature now/, '2');
    expect(screen.getByLabelText(/^Read again/)).toBeTruthy();
    expect(screen.getByRole('note').textContent).toContain('Read it with the probe, or a second time');
  });
});

describe('a delivery looked over', () => {
  it('has no look answered before somebody touches it; a second touch fails it', () => {
    const looks = vi.fn();
    const { rerender } = onScreen(<Looks row={blankRow()} issue={undefined} onChange={looks} />, {}, INES);
    expect(screen.getAllByRole('button', { name: /not looked at yet/ })).toHaveLength(6);
    fireEvent.click(screen.getByRole('button', { name: /^no hair/ }));
    expect(looks).toHaveBeenLastCalledWith({ 'no hair': true });
    rerender(
      <Looks row={{ ...blankRow(), looks: { 'no hair': true } }} issue={undefined} onChange={looks} />,
    );
    fireEvent.click(screen.getByRole('button', { name: 'no hair: passed' }));
    expect(looks).toHaveBeenLastCalledWith({ 'no hair': false });
    fireEvent.click(screen.getByRole('button', { name: 'All six are fine' }));
    expect(Object.values(looks.mock.lastCall![0] as object)).toEqual(new Array(6).fill(true));
  });

  it('says what was done to it before it came', () => {
    const next = vi.fn();
    onScreen(
      <MoreOfIt
        row={blankRow()}
        issues={{ salt: 'What is cured is salted too: how much?' }}
        onChange={next}
      />,
      {},
      INES,
    );
    pick('Bought', 'raw smoked');
    expect(next).toHaveBeenLastCalledWith({ heat: 'raw smoked' });
    type('Nitrite, mg/kg', '110');
    expect(next).toHaveBeenLastCalledWith({ nitrite: '110' });
    pick('Comes', 'ground');
    expect(next).toHaveBeenLastCalledWith({ form: 'ground' });
    expect(screen.getByText('What is cured is salted too: how much?')).toBeTruthy();
  });
});
