// @vitest-environment jsdom
import { cleanup, fireEvent, screen } from '@testing-library/react';
import { useState } from 'react';
import { afterEach, describe, expect, it } from 'vitest';
import { MassField, NumberField } from '../src/ui/fields.js';
import { onScreen } from './on-screen.js';

afterEach(cleanup);

const field = () => screen.getByLabelText<HTMLInputElement>(/^Figure/);
const type = (text: string) => fireEvent.change(field(), { target: { value: text } });

/** A figure that is kept elsewhere, as an editor with undo keeps it. */
function Kept({ clamp = (v: number) => v }: { clamp?: (v: number) => number }) {
  const [history, setHistory] = useState<(number | null)[]>([20]);
  const now = history.at(-1) ?? null;
  return (
    <>
      <NumberField
        label="Figure"
        initial={now === null ? '' : String(now)}
        onValue={(v) => setHistory((all) => [...all, v ? clamp(v) : null])}
      />
      <button onClick={() => setHistory((all) => all.slice(0, -1))}>Undo</button>
      <button onClick={() => setHistory((all) => [...all, null])}>Clear</button>
      <p>{now ?? 'nothing'}</p>
    </>
  );
}

describe('a field of something that is kept elsewhere', () => {
  it('shows what was undone, cleared and set again', () => {
    onScreen(<Kept />);
    type('25');
    fireEvent.click(screen.getByText('Undo'));
    expect(field().value).toBe('20');
    fireEvent.click(screen.getByText('Clear'));
    expect(field().value).toBe('');
    fireEvent.click(screen.getByText('Undo'));
    expect(field().value).toBe('20');
  });

  it('leaves what is being typed alone, digit by digit, and what cannot be read', () => {
    onScreen(<Kept />);
    for (const text of ['0', '0.', '0.0', '0.05', '0.055', '', '1', '12', '12.', '12.4x']) {
      type(text);
      expect(field().value).toBe(text);
    }
  });

  it('shows what became of it where it may not be so much', () => {
    onScreen(<Kept clamp={(v) => Math.min(99, v)} />);
    type('150');
    expect(field().value).toBe('99');
  });

  it('keeps a weight as it was typed where it is written more shortly elsewhere', () => {
    function Weight() {
      const [mg, setMg] = useState<number | undefined>(2_000_000);
      return (
        <>
          <MassField
            label="Figure"
            bare="kg"
            initial={mg ? `${(mg / 1e6).toFixed(2)} kg` : ''}
            onValue={setMg}
          />
          <button onClick={() => setMg(4_000_000)}>Twice as much</button>
        </>
      );
    }
    onScreen(<Weight />);
    type('7.2575');
    expect(field().value).toBe('7.2575');
    fireEvent.click(screen.getByText('Twice as much'));
    expect(field().value).toBe('4.00 kg');
  });
});
