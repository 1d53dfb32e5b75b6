// @vitest-environment jsdom
import 'fake-indexeddb/auto';
import { cleanup, fireEvent, screen, waitFor, within } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { fold, type BatchFacts } from '@zest/core';
import type { BenchLot, LineView } from '@zest/contract';
import { A_SHOP, aBatch, afterEntries } from '../../core/test/a-batch.js';
import { CURE, METHOD, SALT, close, meatIn as start, weigh } from '../../core/test/a-cured-batch.js';
import { DoorPanel } from '../src/areas/bench/DoorPanel.js';
import { OverPourPanel } from '../src/areas/bench/OverPourPanel.js';
import { AnotherLot } from '../src/areas/bench/more/AnotherLot.js';
import { ForgottenLine } from '../src/areas/bench/more/ForgottenLine.js';
import { Substitute } from '../src/areas/bench/more/Substitute.js';
import type { LiveScale } from '../src/areas/bench/use-scale.js';
import { hint, scaleTrouble } from '../src/areas/bench/weigh/hint.js';
import { LineHead } from '../src/areas/bench/weigh/LineHead.js';
import { nextPour } from '../src/areas/bench/weigh/load-band.js';
import type { Pending } from '../src/areas/bench/pending.js';
import { onClose, press, type } from './dialog-hands.js';
import { INES, ODA, onScreen } from './on-screen.js';
import { refusal, standInServer } from './sent.js';
import { ID } from './some-lots.js';

const us = { ...A_SHOP, book: 'us' as const };
const seen = (facts: BatchFacts) => fold(facts, us);

const nobody: Pending = {
  waiting: [],
  refused: [],
  record: () => Promise.resolve(true),
  sendAgain: () => Promise.resolve(),
  dismiss: () => undefined,
};
const ANSWERS = { probes: [], scales: [], health: { demo: false }, names: [] };

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

/** Its weigh-up closed with so much cure. */
const weighedUp = (cureMg: number) =>
  seen(
    afterEntries(start(), [
      ...(cureMg > 0 ? [weigh('line Cure', cureMg)] : []),
      weigh('line Fine salt', 80_000),
      close('spice'),
    ]),
  );

/** What the door says; the step's own caution stands over it. */
const doorWords = () => screen.getAllByRole('alert').at(-1)!.textContent;

describe('a step whose door is shut', () => {
  const at = (key: string, cureMg: number, person = INES) => {
    const sheet = { ...weighedUp(cureMg), id: ID(5) };
    const here = { ...sheet.steps.find((s) => s.key === key)!, id: ID(7) };
    const door = here.missing.find((m) => m.door)!;
    onScreen(<DoorPanel sheet={sheet} step={here} door={door} pending={nobody} />, ANSWERS, person);
    return { sheet, here };
  };

  it('says in words what is wrong, and UNCURED stands over it', () => {
    at('smoke', 50);
    expect(doorWords()).toMatch(/0 ppm nitrite on the meat.*under the floor of 100 ppm/);
    expect(screen.getByText('UNCURED')).toBeTruthy();
  });

  it('offers a hand no signature', () => {
    at('smoke', 0, ODA);
    expect(screen.queryByRole('button', { name: /^Sign/ })).toBeNull();
    expect(screen.getByText(/before the lead has signed/)).toBeTruthy();
  });

  it('is opened by the lead with a reason, as a mark at that step', async () => {
    const { sheet, here } = at('smoke', 0);
    await press('Sign: it goes on uncured');
    const dialog = screen.getByRole('dialog', { name: 'Smoke without cure' });
    expect(dialog.textContent).toContain('UNCURED will stand on the sheet');
    await press('Sold as fresh');
    fireEvent.click(within(dialog).getByRole('button', { name: 'Sign: it goes on uncured' }));
    await waitFor(() => expect(server.sent).toHaveLength(1));
    expect(server.sent[0]).toMatchObject({
      path: `/batches/${sheet.id}/marks`,
      body: { stepId: here.id, kind: 'signed', guard: 'uncured', why: 'Sold as fresh' },
    });
  });

  it('is opened by nobody above the limit', () => {
    at('mix', 600_000);
    expect(doorWords()).toContain('nobody can sign');
    expect(screen.queryByRole('button', { name: /^Sign/ })).toBeNull();
    expect(screen.getByText('Nothing is entered here before it is mended.')).toBeTruthy();
  });

  it('tells the way back while what was forgotten can still go in, and no longer in casings', () => {
    at('mix', 0);
    expect(screen.getByText(/can still be put in/)).toBeTruthy();
    cleanup();
    at('smoke', 0);
    expect(screen.queryByText(/can still be put in/)).toBeNull();
  });
});

describe('cure on the scale, load by load', () => {
  const two = () => start({ mixerCapacityKg: 12 });
  const cureOf = (facts: BatchFacts) => seen(facts).lines.find((l) => l.name === 'Cure')!;

  it('asks each load for its own dose, whatever the load before it got', () => {
    const after = (mg: number) => {
      const facts = afterEntries(two(), [weigh('line Cure', mg, 1)]);
      return nextPour(seen(facts), cureOf(facts), true);
    };
    expect(nextPour(seen(two()), cureOf(two()), true)).toMatchObject({ load: 1, loads: 2, dueMg: 175_000 });
    for (const mg of [174_000, 175_000, 190_000]) {
      expect(after(mg)).toMatchObject({ load: 2, dueMg: 175_000 });
    }
    expect(after(100_000)).toMatchObject({ load: 1, dueMg: 75_000 });
  });

  it('says both bases, and the most that this load may have', () => {
    const facts = two();
    const line = cureOf(facts);
    const pour = nextPour(seen(facts), line, true);
    onScreen(<LineHead sheet={seen(facts)} line={line} pour={pour} n={1} m={2} />, ANSWERS);
    const words = screen.getByText(/ppm nitrite/).textContent;
    expect(words).toMatch(/105\.0 ppm nitrite on the meat block, limit 156\.3 there \(US\)/);
    expect(words).toMatch(/never above 260\.41.g in this load; 102\.8 ppm on the mix/);
  });

  it('is grams for whoever reckons in pounds too, and the meat beside it decimal pounds', () => {
    const facts = two();
    const person = { ...ODA, units: 'pound' as const };
    const shown = (line: LineView) => {
      const pour = nextPour(seen(facts), line, false);
      onScreen(<LineHead sheet={seen(facts)} line={line} pour={pour} n={1} m={2} />, ANSWERS, person);
      const words = document.body.textContent;
      cleanup();
      return words;
    };
    const meat = seen(facts).lines.find((l) => l.kind === 'meat')!;
    expect(shown(cureOf(facts))).toMatch(/Cure: [\d.]+.g/);
    expect(shown(meat)).toMatch(/Lean: [\d.]+.lb/);
    expect(shown(meat)).not.toMatch(/\boz\b/);
  });

  it('stops the hand while the weight still moves, and never with a negative weight', () => {
    const mass = (mg: number) => `${mg / 1000} g`;
    const scale = {
      reading: { id: 'r', netMg: 183_000, stable: false, overload: false } as LiveScale['reading'],
      connected: true,
      offZero: false,
      taken: false,
      tare: () => Promise.resolve(),
      markTaken: () => undefined,
    };
    const now = { scale, auto: true, isTyping: false, inBand: false, valueMg: 183_000, mass };
    onScreen(<>{hint({ ...now, overMg: 3000 })}</>);
    expect(screen.getByText('STOP, 3 g over.')).toBeTruthy();
    expect(hint({ ...now, overMg: 0 })).toBe('Pour on.');
    cleanup();
    const facts = two();
    const line = cureOf(facts);
    onScreen(
      <OverPourPanel
        sheet={seen(facts)}
        line={line}
        pouringMg={200_000}
        overMg={25_000}
        onTake={() => Promise.resolve()}
      />,
    );
    const panel = screen.getByRole('alert').textContent;
    expect(panel).toContain('25.0');
    expect(panel).not.toMatch(/[−-]\d/);
    expect(screen.queryByRole('button', { name: /^Accept|^Grow/ })).toBeNull();
  });

  it('says what keeps a figure from being a weight: no scale, no plug, too much on it, below zero', () => {
    const reading = (more: object) =>
      ({ id: 'r', netMg: 5000, stable: true, overload: false, ...more }) as LiveScale['reading'];
    const scale = { connected: true, offZero: false, taken: false };
    const said = (more: Partial<LiveScale>) =>
      scaleTrouble({
        ...scale,
        tare: () => Promise.resolve(),
        markTaken: () => undefined,
        reading: reading({}),
        ...more,
      });
    expect(said({})).toBeUndefined();
    expect(said({ reading: undefined })).toContain('Type what yours shows');
    expect(said({ connected: false })).toContain('unplugged');
    expect(said({ reading: reading({ overload: true }) })).toContain('Too heavy');
    expect(said({ offZero: true })).toContain('put the tub back or tare');
  });

  it('offers to accept or to grow when the whole line is over, and neither above the limit', () => {
    const panel = (mg: number) => {
      const facts = afterEntries(start(), [weigh('line Cure', mg)]);
      const line = cureOf(facts);
      onScreen(
        <OverPourPanel
          sheet={seen(facts)}
          line={line}
          pouringMg={0}
          overMg={line.weighedMg - line.dueMg}
          onTake={() => Promise.resolve()}
        />,
      );
    };
    panel(400_000);
    expect(screen.getByRole('button', { name: /^Accept/ })).toBeTruthy();
    cleanup();
    panel(600_000);
    expect(screen.queryByRole('button', { name: /^Accept/ })).toBeNull();
    expect(screen.getByText(/it cannot be accepted/)).toBeTruthy();
  });
});

describe('another lot, a substitute, a forgotten line', () => {
  const lots: BenchLot[] = (
    [
      ['T-9', 'Wild boar', 'wild boar', 25, 'tb'],
      ['T-7', 'Pork jowl', 'pork', 65, 'tj'],
      ['T-8', 'Lean', 'pork', 12, 'tl'],
      ['T-1', 'Lean', 'pork', 10, 'tl'],
    ] as const
  ).map(([code, name, species, fatPct, trimId]) => ({
    lotId: code,
    code,
    name,
    kind: 'trim',
    ingredientId: null,
    role: 'meat',
    freeMg: 20_000_000,
    trimId,
    species,
    fatPct,
    heat: 'raw',
    receivedOn: '2026-03-14',
  }));
  const opened = () => aBatch(METHOD, { ingredients: [CURE, SALT] });
  const props = () => {
    const sheet = seen(opened());
    const meat = sheet.lines.find((l) => l.kind === 'meat')!;
    return { sheet, step: sheet.steps[0]!, pending: nobody, line: { ...meat, lotId: 'T-1' }, onClose };
  };
  const answers = (sheetId: string) => ({ ...ANSWERS, [`batch-lots/${sheetId}`]: lots });

  it('offers the lots that fit first, with species, fat and age', () => {
    const p = props();
    onScreen(<AnotherLot {...p} />, answers(p.sheet.id), ODA);
    const offered = within(screen.getByRole('group', { name: 'Lots' }))
      .getAllByRole('button')
      .map((b) => b.textContent);
    expect(offered.map((t) => /T-\d/.exec(t)?.[0])).toEqual(['T-8', 'T-7', 'T-9']);
    expect(offered[0]).toMatch(/pork, 12\.0.% fat, in since 2026-03-14/);
  });

  it('shows a hand why it is refused, and asks the lead for a reason for each thing', async () => {
    const p = props();
    onScreen(<AnotherLot {...p} />, answers(p.sheet.id), INES);
    server.next(
      refusal('Two things speak against it.', [
        { path: 'signed.species', message: 'At least 100 % pork is claimed.' },
        { path: 'signed.wild', message: 'Wild boar can carry parasites.' },
      ]),
    );
    await press(/^Wild boar T-9/);
    const sign = await screen.findByRole<HTMLButtonElement>('button', { name: 'Sign and do it' });
    expect(sign.disabled).toBe(true);
    const fields = screen.getAllByLabelText('Your reason, kept on record');
    for (const [i, field] of fields.entries())
      fireEvent.change(field, { target: { value: ['sold as boar', 'frozen 30 days'][i] } });
    await press('Sign and do it');
    await waitFor(() => expect(server.sent).toHaveLength(2));
    expect(server.sent[1]!.body).toMatchObject({
      lotCode: 'T-9',
      signed: { species: 'sold as boar', wild: 'frozen 30 days' },
    });
    cleanup();
    onScreen(<AnotherLot {...p} />, answers(p.sheet.id), ODA);
    server.next({
      status: 403,
      body: { ...(refusal('Only the lead can sign for that.').body as object), status: 403 },
    });
    await press(/^Wild boar T-9/);
    expect(await screen.findByText('Only the lead can sign for that.')).toBeTruthy();
    expect(screen.queryByRole('button', { name: 'Sign and do it' })).toBeNull();
  });

  it('sends a substitute with its factor, and a forgotten line with its minutes', async () => {
    const sheet = seen(start());
    const salt = sheet.lines.find((l) => l.name === 'Fine salt')!;
    const coarse: BenchLot = {
      ...lots[0]!,
      lotId: 'S-1',
      code: 'S-1',
      name: 'Coarse salt',
      kind: 'ingredient',
      ingredientId: 'coarse',
      role: 'salt',
    };
    const p = { sheet, step: sheet.steps[1]!, pending: nobody, line: salt, onClose };
    onScreen(<Substitute {...p} />, { ...ANSWERS, [`batch-lots/${sheet.id}`]: [coarse] }, ODA);
    await press(/^Coarse salt/);
    type(/^Grams of Coarse salt/, '1,05');
    await press('Use Coarse salt');
    await waitFor(() => expect(server.sent).toHaveLength(1));
    expect(server.sent[0]!.body).toMatchObject({ lineId: salt.id, ingredientId: 'coarse', factor: 1.05 });
    cleanup();
    const without = weighedUp(0);
    onScreen(
      <ForgottenLine
        sheet={without}
        step={without.steps[2]!}
        pending={nobody}
        line={undefined}
        onClose={onClose}
      />,
      ANSWERS,
      ODA,
    );
    expect(screen.queryByRole('button', { name: '2 minutes' })).toBeNull();
    await press('3 minutes');
    await press('Weigh Cure now');
    await waitFor(() => expect(server.sent).toHaveLength(2));
    expect(server.sent[1]!.body).toMatchObject({ minutes: 3 });
  });
});
