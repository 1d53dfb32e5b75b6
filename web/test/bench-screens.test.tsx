// @vitest-environment jsdom
import 'fake-indexeddb/auto';
import { act, cleanup, fireEvent, screen } from '@testing-library/react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { fold, type BenchEntry, type MethodStep } from '@zest/core';
import { A_SHOP, aBatch, afterEntries, ingredientLine } from '../../core/test/a-batch.js';
import { ChooseStep, OpenSteps } from '../src/areas/bench/OpenSteps.js';
import { ReadyPanel } from '../src/areas/bench/ReadyPanel.js';
import { ANSWERS, atBench, entries, press } from './at-bench.js';
import { onScreen } from './on-screen.js';

afterEach(cleanup);

const step = (key: string, kind: MethodStep['kind'], more: object = {}): MethodStep =>
  ({ key, kind, ...more }) as MethodStep;
const weigh = (lineId: string, massMg: number): BenchEntry => ({
  kind: 'weighing',
  body: { id: `w ${lineId}`, lineId, massMg },
});
const out = (stepId: string, massMg: number): BenchEntry => ({
  kind: 'out',
  body: { id: `o ${stepId}`, stepId, to: 'next', massMg },
});
const close = (stepId: string): BenchEntry => ({ kind: 'close', body: { id: `c ${stepId}`, stepId } });
const ready = (stepId: string): BenchEntry => ({
  kind: 'mark',
  body: { id: `r ${stepId}`, stepId, kind: 'ready' },
});

const read = () => entries.map((e) => (e.kind === 'reading' ? [e.body.kind, e.body.value] : [e.kind]));

describe('a cured mix worked by hand, on the screen', () => {
  const cure = ingredientLine('Cure', 20, { role: 'cure', nitritePct: 0.6 });
  const facts = afterEntries(
    aBatch([step('meats', 'weigh-meat'), step('mix', 'mix', { mixedBy: 'hand' }), step('stuff', 'stuff')], {
      ingredients: [cure],
    }),
    [weigh('line Lean', 15_000_000), weigh('line Belly', 5_000_000), ready('mix')],
  );

  it('is given one half of the dissolved cure after the other, by the one button, and no third', async () => {
    atBench(facts, 'mix');
    await press('First half in');
    await press('Second half in');
    expect(read()).toEqual([
      ['addition', 1],
      ['addition', 2],
    ]);
    expect(screen.queryByRole('button', { name: /half in/ })).toBeNull();
  });

  it('does not offer to close while its minutes are missing', async () => {
    atBench(facts, 'mix');
    await press('First half in');
    await press('Second half in');
    expect(screen.queryByRole('button', { name: /^Close/ })).toBeNull();
    expect(screen.queryByText('Nothing is missing here.')).toBeNull();
  });
});

describe('a step where air and heat take much', () => {
  const method = (expectedYieldPct: number) => [
    step('meats', 'weigh-meat'),
    step('mix', 'mix'),
    step('stuff', 'stuff'),
    step('rest', 'rest', { expectedYieldPct, hours: 0.1 }),
    step('pack', 'pack'),
  ];
  const resting = (expectedYieldPct: number) =>
    afterEntries(aBatch(method(expectedYieldPct)), [
      weigh('line Lean', 15_000_000),
      weigh('line Belly', 5_000_000),
      close('meats'),
      close('mix'),
      out('stuff', 20_000_000),
      close('stuff'),
      { kind: 'reading', body: { id: 'cold', stepId: 'rest', kind: 'temperature', value: 2 } },
    ]);

  it('asks for its weight, and closes without', () => {
    atBench(resting(90), 'rest');
    expect(screen.getByRole('button', { name: /On to pack.*asked for/ })).toBeTruthy();
    expect(screen.getByText(/shared out at the next weight/)).toBeTruthy();
    expect(screen.getByRole('button', { name: /^Close/ })).toBeTruthy();
  });

  it('asks for none where little is lost', () => {
    atBench(resting(99), 'rest');
    expect(screen.queryByText(/asked for/)).toBeNull();
    expect(screen.getByRole('button', { name: /^Close/ })).toBeTruthy();
  });
});

describe('what was noted of a step', () => {
  it('stands on its screen, whole, and on no other', () => {
    const note = `Half a minute longer. ${'The fat smears when it is warm. '.repeat(20)}`;
    const noted = afterEntries(
      aBatch([step('meats', 'weigh-meat'), step('mix', 'mix', { note }), step('stuff', 'stuff')]),
      [weigh('line Lean', 15_000_000), weigh('line Belly', 5_000_000)],
    );
    const { unmount } = atBench(noted, 'mix');
    expect(screen.getByRole('note').textContent).toBe(`Note: ${note}`);
    unmount();
    atBench(noted, 'stuff');
    expect(screen.queryByRole('note')).toBeNull();
  });
});

describe('between two owners', () => {
  it('the machine is said to be clear before anything else is asked', async () => {
    const bare = aBatch([step('meats', 'weigh-meat'), step('grind', 'grind'), step('mix', 'mix')]);
    const facts = afterEntries({ ...bare, batch: { ...bare.batch, meetsOther: true } }, [
      weigh('line Lean', 15_000_000),
      ready('grind'),
    ]);
    atBench(facts, 'grind');
    const tiles = screen.getByRole('list', { name: 'Tasks of this step' }).querySelectorAll('button');
    expect(tiles[0]?.textContent).toMatch(/clear/i);
    expect(tiles[0]?.getAttribute('aria-current')).toBe('true');
  });
});

describe('counting at the table', () => {
  const facts = afterEntries(
    aBatch([
      step('meats', 'weigh-meat'),
      step('link', 'link', { shape: 'links', sampleSize: 2 }),
      step('mix', 'mix'),
    ]),
    [weigh('line Lean', 15_000_000), out('link', 14_900_000)],
  );

  it('is a press a piece, written down together when the hand goes elsewhere', async () => {
    const { unmount } = atBench(facts, 'link');
    await press(/^Count/);
    await press('Ten more');
    await press('Ten more');
    expect(entries).toEqual([]);
    await act(async () => {
      unmount();
      await Promise.resolve();
    });
    expect(read()).toEqual([['tally', 20]]);
  });
});

describe('a step with nothing missing', () => {
  it('says so, and closing it is the one thing to press', () => {
    const facts = afterEntries(
      aBatch([step('meats', 'weigh-meat'), step('hang', 'include'), step('stuff', 'stuff')]),
      [
        weigh('line Lean', 15_000_000),
        weigh('line Belly', 5_000_000),
        close('meats'),
        { kind: 'reading', body: { id: 'm', stepId: 'hang', kind: 'minutes', value: 3 } },
      ],
    );
    atBench(facts, 'hang');
    expect(screen.getByText('Nothing is missing here.')).toBeTruthy();
    expect(screen.getByRole('button', { name: /^Close put the inclusions in/ })).toBeTruthy();
  });
});

describe('a recipe that is tasted before the stuffer and has no mix', () => {
  const methods = [step('meats', 'weigh-meat'), step('hang', 'include')];

  it.each([
    ['gets its pilot patty while the stuffer is still to come', [...methods, step('stuff', 'stuff')], 1],
    ['gets none where nothing tastes it', methods, 0],
  ])('%s', async (_, method, offered) => {
    atBench(
      afterEntries(aBatch(method), [weigh('line Lean', 15_000_000), weigh('line Belly', 5_000_000)]),
      'hang',
    );
    await press('More');
    expect(screen.queryAllByRole('button', { name: /A pilot patty/ })).toHaveLength(offered);
  });
});

describe('several steps under way', () => {
  it('are named side by side, and the hand goes from one to the other', async () => {
    const facts = afterEntries(
      aBatch([step('meats', 'weigh-meat'), step('mix', 'mix'), step('stuff', 'stuff'), step('link', 'link')]),
      [
        weigh('line Lean', 15_000_000),
        weigh('line Belly', 5_000_000),
        close('meats'),
        close('mix'),
        out('stuff', 9_000_000),
      ],
    );
    const view = fold(facts, A_SHOP);
    expect(view.steps.map((s) => s.state)).toEqual(['closed', 'closed', 'open', 'open']);
    let chosen = '';
    onScreen(
      <ChooseStep value={(id) => (chosen = id)}>
        <OpenSteps sheet={view} step={view.steps[2]} />
      </ChooseStep>,
    );
    expect(screen.getByRole('button', { name: 'Stuff' }).getAttribute('aria-pressed')).toBe('true');
    await press('Link');
    expect(chosen).toBe('link');
  });
});

describe('the casing that was used', () => {
  const bare = aBatch([step('meats', 'weigh-meat'), step('mix', 'mix'), step('stuff', 'stuff')], {
    casing: { lengthMm: 5000, gPerM: 10 },
  });
  const second = {
    casingId: 'casing kind',
    lotId: 'second',
    lotCode: 'C-2',
    accountId: 'second lot',
    leftMm: 40_000,
    gPerM: 10,
  };
  const cased = (casing: object, casings = bare.casings) =>
    afterEntries(
      {
        ...bare,
        casings,
        batch: {
          ...bare.batch,
          recipe: {
            ...bare.batch.recipe,
            casing: { casingId: 'c', name: 'Hog 30', calibreMm: 30, gPerM: 10, material: 'hog', ...casing },
            linkMassG: 100,
            linkLengthMm: 140,
          },
        },
      },
      [weigh('line Lean', 6_000_000), weigh('line Belly', 4_000_000), out('mix', 10_000_000), ready('stuff')],
    );
  const type = async (digits: string) => {
    for (const digit of digits) await press(digit);
  };
  const lengths = () =>
    entries.flatMap((e) => (e.kind === 'casing' ? [[e.body.lotId, e.body.lengthMm]] : []));

  it('is never what was planned: nothing is recorded before it is typed', async () => {
    atBench(cased({}), 'stuff');
    await press(/^Casing used/);
    expect(
      screen.getByRole('button', { name: 'Type the metres that were used' }).hasAttribute('disabled'),
    ).toBe(true);
    // The pedal is told from a scanner after a moment.
    vi.useFakeTimers();
    act(() => {
      fireEvent.keyDown(window, { key: ' ' });
      vi.runAllTimers();
    });
    vi.useRealTimers();
    expect(lengths()).toEqual([]);
    await type('12');
    await press('Record 12 m of C-1');
    expect(lengths()).toEqual([['casing', 12_000]]);
  });

  it('is of the lot that is chosen, and the need is said with its parts', async () => {
    atBench(cased({}, [...bare.casings, second]), 'stuff');
    await press(/^Casing used/);
    expect(screen.getByText(/for 100 pieces \(.* filled, .* in twists and ties, .* spare\)/)).toBeTruthy();
    await press(/C-2/);
    await type('3');
    await press('Record 3 m of C-2');
    expect(lengths()).toEqual([['second', 3000]]);
  });

  it('is counted in tubes where it is bought cut', async () => {
    atBench(cased({ tubeMm: 200 }), 'stuff');
    await press(/^Casing used/);
    expect(screen.getByText(/110 tubes for 100 pieces/)).toBeTruthy();
    await type('7');
    await press('Record 7 tubes of C-1');
    expect(lengths()).toEqual([['casing', 1400]]);
  });
});

describe('a machine with another plate on it than is written', () => {
  const unready = afterEntries(
    aBatch([step('meats', 'weigh-meat'), step('grind', 'grind', { plateMm: 8 })]),
    [weigh('line Lean', 15_000_000), close('meats')],
  );
  const machines = [{ name: 'Grinder', kind: 'grinder', holdsKg: null, sizesMm: [4.5, 8, 10] }];

  it('is ready in one touch as written, and says so where it is another', async () => {
    const sheet = fold(unready, A_SHOP);
    const grind = sheet.steps.find((s) => s.id === 'grind')!;
    const sent: object[] = [];
    const record = (entry: BenchEntry) => Promise.resolve(sent.push(entry.body) > 0);
    const pending = { waiting: [], refused: [], record } as never;
    onScreen(<ReadyPanel sheet={sheet} step={grind} pending={pending} />, {
      ...ANSWERS,
      shop: { machines },
    });
    await screen.findByRole('group', { name: 'The plate on it' });
    expect(screen.getByRole('button', { name: '8 mm' }).getAttribute('aria-pressed')).toBe('true');
    await press('All ready and safe');
    await press('4.5 mm');
    await press('All ready and safe');
    expect(sent[0]).not.toHaveProperty('sizeMm');
    expect(sent[1]).toMatchObject({ kind: 'ready', sizeMm: 4.5 });
  });
});
