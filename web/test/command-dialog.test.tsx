// @vitest-environment jsdom
import { cleanup, fireEvent, screen, waitFor } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { fold, type MethodStep } from '@zest/core';
import { A_SHOP, aBatch, ingredientLine } from '../../core/test/a-batch.js';
import { MethodDialog } from '../src/areas/batches/MethodDialog.js';
import { NewIngredientDialog } from '../src/areas/cold-room/goods/NewIngredientDialog.js';
import { ReceiveGoodsDialog } from '../src/areas/cold-room/goods/ReceiveGoodsDialog.js';
import { SellDialog } from '../src/areas/cold-room/lot/SellDialog.js';
import { SplitDialog } from '../src/areas/cold-room/lot/SplitDialog.js';
import { WriteOffDialog } from '../src/areas/cold-room/lot/WriteOffDialog.js';
import { onClose, open, pick, press, type } from './dialog-hands.js';
import { refusal, standInServer } from './sent.js';
import { ID, detail, stock } from './some-lots.js';

const step = (key: string, kind: MethodStep['kind']): MethodStep => ({ key, kind }) as MethodStep;
const BATCH = fold(
  aBatch([step('meats', 'weigh-meat'), step('mix', 'mix'), step('stuff', 'stuff')], {
    ingredients: [ingredientLine('Salt', 360, { role: 'salt' })],
  }),
  A_SHOP,
);

let server: ReturnType<typeof standInServer>;
beforeEach(() => {
  localStorage.clear();
  onClose.mockReset();
  server = standInServer();
});
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

describe('a dialog that is not filled in', () => {
  it('says at each field what is needed, sends nothing, and takes it once it is there', async () => {
    open(<SellDialog lot={detail()} onClose={onClose} />);
    await press(/^Sell/);
    await waitFor(() => expect(screen.getAllByText('This is needed.')).toHaveLength(2));
    expect(server.sent).toEqual([]);
    type(/^Customer/, 'Mr Reed');
    type(/^Weight/, '4');
    await press(/^Sell 4/);
    await waitFor(() => expect(server.sent).toHaveLength(1));
    expect(screen.queryByText('This is needed.')).toBeNull();
    expect(onClose).toHaveBeenCalledOnce();
  });

  it('marks what is needed, and only that', () => {
    open(<ReceiveGoodsDialog item={stock('ingredient')} onClose={onClose} />);
    const needed = (label: RegExp) => screen.getByLabelText<HTMLInputElement>(label).required;
    expect(needed(/^Weight/)).toBe(true);
    expect(needed(/^Supplier \*|^Supplier$/)).toBe(true);
    // What it cost may be known later.
    expect(needed(/^Price/)).toBe(false);
    expect(needed(/^Supplier’s lot/)).toBe(false);
    expect(needed(/^Use by/)).toBe(false);
  });

  it('has a cure’s strength asked by the contract’s own sentence', async () => {
    open(<NewIngredientDialog onClose={onClose} />);
    type(/^Name/, 'Cure');
    type(/^Form/, 'fine');
    pick(/^Is it salt/, 'cure');
    await press('Add Cure');
    expect(await screen.findByText('A cure states its nitrite strength in percent.')).toBeTruthy();
    expect(server.sent).toEqual([]);
  });

  it('is not lost by a key or a touch beside it once something is typed', () => {
    open(<WriteOffDialog lot={detail()} onClose={onClose} />);
    type(/^Reason/, 'dropped');
    fireEvent.keyDown(screen.getByRole('dialog'), { key: 'Escape' });
    expect(onClose).not.toHaveBeenCalled();
    fireEvent.click(screen.getByRole('button', { name: 'Leave it' }));
    expect(onClose).toHaveBeenCalledOnce();
  });

  it('closes by a key while nothing is typed', () => {
    open(<WriteOffDialog lot={detail()} onClose={onClose} />);
    fireEvent.keyDown(screen.getByRole('dialog'), { key: 'Escape' });
    expect(onClose).toHaveBeenCalledOnce();
  });
});

describe('what the server says against it', () => {
  it('stands at the field, and the same intent is sent again under the same id', async () => {
    open(<SellDialog lot={detail()} onClose={onClose} />);
    type(/^Customer/, 'Mr Reed');
    type(/^Weight/, '40');
    const sentence = 'Only 20 kg of it are free.';
    server.next(refusal('It cannot be sold.', [{ path: 'massMg', message: sentence }]));
    server.next({ status: 503, body: { detail: 'The database is away.' } });
    await press(/^Sell 40/);
    const field = screen.getByLabelText<HTMLInputElement>(/^Weight/);
    await waitFor(() => expect(field.getAttribute('aria-invalid')).toBe('true'));
    expect(screen.getByText(sentence)).toBeTruthy();
    expect(screen.getByText('It cannot be sold.')).toBeTruthy();
    await press(/^Sell 40/);
    expect(await screen.findByText('The database is away.')).toBeTruthy();
    await press(/^Sell 40/);
    await waitFor(() => expect(onClose).toHaveBeenCalledOnce());
    expect(new Set(server.sent.map((s) => s.body.id)).size).toBe(1);
  });

  it('is another intent when what is typed changes', async () => {
    open(<SellDialog lot={detail()} onClose={onClose} />);
    type(/^Customer/, 'Mr Reed');
    type(/^Weight/, '40');
    server.next(refusal('Only 20 kg of it are free.'));
    await press(/^Sell 40/);
    expect(await screen.findByText('Only 20 kg of it are free.')).toBeTruthy();
    type(/^Weight/, '20');
    await press(/^Sell 20/);
    await waitFor(() => expect(onClose).toHaveBeenCalledOnce());
    expect(new Set(server.sent.map((s) => s.body.id)).size).toBe(2);
  });

  it('is asked for a signature where one would do, and sent with it', async () => {
    open(<MethodDialog sheet={{ ...BATCH, id: ID(5) }} onClose={onClose} />);
    type(/^Why/, 'the mixer is broken');
    await press(/^Leave out Mix/);
    const sentence = 'The salt is never mixed in.';
    server.next(refusal(sentence, [{ path: 'signed.mixing', message: sentence }]));
    await press('Change the method');
    type(await screen.findByLabelText(/^Your reason/).then(() => /^Your reason/), 'mixed by hand');
    await press('Change the method');
    await waitFor(() => expect(onClose).toHaveBeenCalledOnce());
    expect(server.sent[1]!.body.signed).toEqual({ mixing: 'mixed by hand' });
  });

  it('takes the figures of a step that is put in, and the cure that it needs', async () => {
    open(<MethodDialog sheet={{ ...BATCH, id: ID(5) }} onClose={onClose} />);
    type(/^Why/, 'smoked after all');
    expect(screen.queryByRole('group', { name: 'Cure for it' })).toBeNull();
    pick('Add a step', 'Smoke');
    expect(screen.getByRole('group', { name: 'Cure for it' })).toBeTruthy();
    type(/^Chamber/, '25');
    type(/^Minutes/, '240');
    await press('Change the method');
    await waitFor(() => expect(onClose).toHaveBeenCalledOnce());
    const { steps, cure } = server.sent[0]!.body as { steps: { kind: string }[]; cure?: object };
    expect(steps.find((s) => s.kind === 'smoke')).toMatchObject({ chamberC: 25, minutes: 240 });
    expect(cure).toBeUndefined();
  });

  it('is sent without the signature once nothing needs it any more', async () => {
    open(<MethodDialog sheet={{ ...BATCH, id: ID(5) }} onClose={onClose} />);
    type(/^Why/, 'the mixer is broken');
    await press(/^Leave out Mix/);
    const sentence = 'The salt is never mixed in.';
    server.next(refusal(sentence, [{ path: 'signed.mixing', message: sentence }]));
    await press('Change the method');
    await screen.findByLabelText(/^Your reason/);
    await press(/^Leave out Stuff/);
    await press('Change the method');
    await waitFor(() => expect(onClose).toHaveBeenCalledOnce());
    expect(server.sent[1]!.body.signed ?? {}).toEqual({});
  });

  it('parts of a lot that cannot add up are said before anything is sent', async () => {
    open(<SplitDialog lot={detail({ form: 'ground' })} onClose={onClose} />);
    type(/^The part taken off/, '5');
    type(/^What stays/, '12');
    expect((await screen.findByRole('alert')).textContent).toContain('Weigh both again');
    type(/^What stays/, '15');
    expect(screen.queryByRole('alert')).toBeNull();
    expect(screen.getByRole('note').textContent).toContain('less surely known');
  });
});
