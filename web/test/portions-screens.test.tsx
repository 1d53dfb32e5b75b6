// @vitest-environment jsdom
import 'fake-indexeddb/auto';
import { cleanup, fireEvent, screen, waitFor, within } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { fold, type MethodStep, type Portion } from '@zest/core';
import { A_SHOP, afterEntries } from '../../core/test/a-batch.js';
import { close } from '../../core/test/a-cured-batch.js';
import { STICKS_AND_LOG, intoPortion } from '../../core/test/lane-hands.js';
import { onTo } from '../../core/test/on-the-way.js';
import { OpenSteps } from '../src/areas/bench/OpenSteps.js';
import { ProductsPanel } from '../src/areas/batches/index.js';
import { PortionsPanel } from '../src/areas/recipes/editor/PortionsPanel.js';
import { newDocument, type EditorDocument } from '../src/areas/recipes/new-document.js';
import { layoutRibbon } from '../src/kit/weight-ribbon/layout.js';
import { atBench, entries, press } from './at-bench.js';
import { pick, type } from './dialog-hands.js';
import { INES, onScreen } from './on-screen.js';
import { standInServer } from './sent.js';

let server: ReturnType<typeof standInServer>;
beforeEach(() => {
  server = standInServer();
});
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const ready = { kind: 'mark', body: { id: 'ready', stepId: 'mix', kind: 'ready' } } as const;
const mixed = () => afterEntries(STICKS_AND_LOG(), [ready]);
const parted = () =>
  afterEntries(STICKS_AND_LOG(), [
    intoPortion('mix', 'log', 8_000_000),
    onTo('mix', 12_400_000),
    close('mix'),
  ]);

describe('parting at the bench', () => {
  it('weighs a portion by a tile of its own, and says how much is meant for it', async () => {
    atBench(mixed(), 'mix');
    await press(/^The log, on to stuff/);
    expect(screen.getByText(/10\.2\d?.kg is meant for it/)).toBeTruthy();
    await press('Type it');
    await press('8');
    await press(/^Take 8/);
    expect(entries.map((e) => e.kind === 'out' && [e.body.to, e.body.portion, e.body.massMg])).toEqual([
      ['next', 'log', 8_000_000],
    ]);
    expect(screen.getByRole('button', { name: /^The log, on to stuff/ }).textContent).toMatch(/8\.00.kg/);
  });

  it('sends what is chosen: a name, how much, and the steps in their order', async () => {
    atBench(mixed(), 'mix');
    await press('More');
    await press(/^Part some of it off/);
    const go = () => screen.getByRole<HTMLButtonElement>('button', { name: 'Part it off' });
    expect(go().disabled).toBe(true);
    type('Name of what it becomes', 'Freezer bags');
    await press(/^75 %/);
    // Chosen the other way round: they stay in the order in which they are done.
    await press('Freeze');
    await press('Stuff');
    await press('Part it off');
    await waitFor(() => expect(server.sent).toHaveLength(1));
    expect(server.sent[0]).toMatchObject({
      method: 'POST',
      path: '/batches/batch/portions',
      body: {
        stepId: 'mix',
        name: 'Freezer bags',
        plan: { by: 'share', pct: 75 },
        steps: [{ key: 'stuff' }, { kind: 'freeze' }],
      },
    });
  });

  it('names the product of each step that is under way', () => {
    const view = fold(parted(), A_SHOP);
    onScreen(<OpenSteps sheet={view} step={view.steps.find((s) => s.id === 'fill')} />);
    const open = within(screen.getByRole('group', { name: 'Steps under way' })).getAllByRole('button');
    expect(open.map((b) => [b.textContent, b.getAttribute('aria-pressed')])).toEqual([
      ['Test links: Stuff', 'false'],
      ['The log: Stuff', 'true'],
    ]);
  });
});

describe('what a batch makes', () => {
  it('is a line each, and nothing where it is one product', () => {
    const { unmount } = onScreen(<ProductsPanel sheet={fold(parted(), A_SHOP)} />);
    const rows = within(screen.getByRole('table', { name: 'Products of this batch' })).getAllByRole('row');
    expect(rows.slice(1).map((r) => r.textContent)).toEqual([
      expect.stringMatching(/^Test links.*raw.*not yet/),
      expect.stringMatching(/^The log.*cooked.*8\.00.kg.*not yet/),
    ]);
    unmount();
    const one = { ...parted(), portions: [] };
    onScreen(<ProductsPanel sheet={fold(one, A_SHOP)} />);
    expect(screen.queryByRole('table')).toBeNull();
  });

  it('is drawn as ribbons that part: each portion below, as thick as what went there', () => {
    const { ribbon } = fold(parted(), A_SHOP);
    const drawing = layoutRibbon(ribbon, { width: 800, height: 200 }, true);
    const [mix, stuff, fill] = drawing.stations;
    expect(drawing.stations.map((s) => s.name)).toEqual(['Mix', 'Stuff', 'The log: Stuff']);
    const thick = (s: typeof mix) => s!.bottom - s!.top;
    expect(fill!.top).toBeGreaterThan(stuff!.bottom);
    expect([stuff!.x, fill!.x]).toEqual([mix!.x + mix!.width, mix!.x + mix!.width]);
    expect(thick(fill) / thick(mix)).toBeCloseTo(8 / 20.43, 6);
    expect(thick(stuff) / thick(mix)).toBeCloseTo(12.4 / 20.43, 6);
    expect(drawing.height).toBeGreaterThan(200);
  });

  it('that is finished as it parts is drawn under its own name', () => {
    const whole = fold(parted(), A_SHOP).ribbon.filter((s) => s.portion === null);
    const names = layoutRibbon(whole, { width: 800, height: 200 }, true).stations.map((s) => s.name);
    expect(names).toContain('The log');
  });
});

describe('portions in the editor', () => {
  const base = newDocument('ring', []);
  const shownWith = (document: EditorDocument) => {
    let now = document;
    onScreen(
      <PortionsPanel document={document} findings={[]} onEdit={(edit) => (now = edit(now))} />,
      { casings: [] },
      INES,
    );
    return () => now;
  };
  const LOG: Portion = {
    key: 'log',
    name: 'Log',
    partsAfter: 'mix',
    plan: { by: 'share', pct: 40 },
    state: 'cooked',
    claims: [],
    casing: null,
    linkMassG: null,
    linkLengthMm: null,
  };
  const own: MethodStep = { key: 'fill', kind: 'stuff', portion: 'log' };

  it('one more parts where pieces are made, by half, without a name yet', async () => {
    const edited = shownWith(base);
    await press('Part a portion off');
    const [portion] = edited().portions!;
    expect(portion).toMatchObject({ name: '', plan: { by: 'share', pct: 50 }, state: 'raw' });
    expect(edited().steps.find((s) => s.key === portion!.partsAfter)?.kind).toBe('link');
  });

  it('is named, meant by weight or pieces, and parts elsewhere', () => {
    const document = { ...base, portions: [LOG], steps: [...base.steps, own] };
    const edited = shownWith(document);
    type('Name of the product', 'Quay Log');
    expect(edited().portions![0]!.name).toBe('Quay Log');
    type('Share, %', '25');
    expect(edited().portions![0]!.plan).toEqual({ by: 'share', pct: 25 });
    pick('How much', 'by pieces');
    expect(edited().portions![0]!.plan).toEqual({ by: 'pieces', pieces: 100 });
    // Filled apart, it has a casing of its own.
    expect(screen.getByLabelText('Casing')).toBeTruthy();
    expect(screen.getByText('Then: Stuff.')).toBeTruthy();
  });

  it('taken out takes its steps along, and nothing else', () => {
    const document = { ...base, portions: [LOG], steps: [...base.steps, own] };
    const edited = shownWith(document);
    fireEvent.click(screen.getByRole('button', { name: 'Take it out' }));
    expect(edited()).toEqual(base);
  });
});
