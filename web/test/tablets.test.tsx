// @vitest-environment jsdom
import { act, cleanup, fireEvent, render, screen } from '@testing-library/react';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { Reach, Tablet } from '@zest/contract';
import { SignInPage } from '../src/areas/people/SignInPage.js';
import TabletsPage from '../src/areas/people/TabletsPage.js';
import { useAwake } from '../src/areas/bench/use-awake.js';
import { ShortcutProvider } from '../src/ui/shortcuts.js';
import { press } from './dialog-hands.js';
import { INES, onScreen } from './on-screen.js';
import { ID } from './some-lots.js';

beforeEach(() => localStorage.clear());
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const answer = (status: number, body: unknown) =>
  Promise.resolve(new Response(JSON.stringify(body), { status }));

describe('a device that the shop does not know', () => {
  it('asks for a name and a code, shows no names before, and goes on to them after', async () => {
    let isKnown = false;
    const sent: unknown[] = [];
    vi.stubGlobal('fetch', (url: string, init?: RequestInit) => {
      if (url.endsWith('/health'))
        return answer(200, { status: 'ok', shop: 'Ours', demo: false, ruleBook: null, timeZone: 'UTC' });
      if (url.endsWith('/tablets')) {
        sent.push(JSON.parse(String(init?.body)));
        isKnown = true;
        return answer(200, {});
      }
      if (!isKnown)
        return answer(403, {
          type: 'urn:zest-tally:problem:not-paired',
          title: 'Not allowed',
          status: 403,
          detail: 'The shop does not know this device yet.',
        });
      return answer(200, [{ id: ID(1), name: 'Oda', role: 'bench', secret: 'pin' }]);
    });
    const client = new QueryClient({ defaultOptions: { queries: { retry: false } } });
    render(
      <QueryClientProvider client={client}>
        <ShortcutProvider>
          <SignInPage />
        </ShortcutProvider>
      </QueryClientProvider>,
    );
    await screen.findByText('A new device');
    const button = () => screen.getByRole('button', { name: /in$/ });
    expect((button() as HTMLButtonElement).disabled).toBe(true);
    fireEvent.change(screen.getByLabelText(/Name of this device/), { target: { value: 'Wall' } });
    fireEvent.change(screen.getByLabelText(/Code/), { target: { value: '1234 567' } });
    expect((button() as HTMLButtonElement).disabled).toBe(true);
    fireEvent.change(screen.getByLabelText(/Code/), { target: { value: '1234 5678' } });
    await act(async () => {
      fireEvent.click(button());
      await Promise.resolve();
    });
    await screen.findByRole('button', { name: /Oda/ });
    expect(sent).toEqual([{ id: expect.any(String) as string, name: 'Wall', code: '1234 5678' }]);
  });
});

const reach: Reach = {
  address: 'https://192.0.2.7:7343/',
  trustAddress: 'http://192.0.2.7:7344/',
  fingerprint: Array.from({ length: 32 }, (_, i) => (i + 16).toString(16).toUpperCase()).join(':'),
  until: '2027-12-27T10:00:00.000Z',
};
const tablet = (more: Partial<Tablet> = {}): Tablet => ({
  id: ID(5),
  name: 'Wall by the mixer',
  pairedAt: '2026-03-16T08:00:00.000Z',
  pairedBy: 'Ines',
  seenAt: '2026-03-16T09:00:00.000Z',
  person: 'Oda',
  waiting: 0,
  isSilent: false,
  ...more,
});

describe('the tablets of a shop', () => {
  it('are shown with who is at each, what waits, and which are silent; the owner changes none', () => {
    const tablets = [
      tablet(),
      tablet({ id: ID(6), name: 'Smokehouse', isSilent: true, waiting: 2 }),
      tablet({ id: ID(7), name: 'Spare', isSilent: true, seenAt: null, person: null, waiting: 1 }),
    ];
    onScreen(<TabletsPage />, { tablets: { tablets, reach, proxied: [] } }, INES);
    expect(screen.getByText('There, Oda at it')).toBeTruthy();
    expect(screen.getByText(/Silent: heard on .* 2 entries wait on it/)).toBeTruthy();
    expect(screen.getByText(/nobody has signed in at it yet · 1 entry waits on it/)).toBeTruthy();
    expect(screen.getByText(/10:11:12:13:14:15:16:17\s+18:19/)).toBeTruthy();
    cleanup();
    onScreen(<TabletsPage />, { tablets: { tablets, reach, proxied: [] } }, { ...INES, role: 'owner' });
    expect(screen.queryByRole('button', { name: 'Rename' })).toBeNull();
    expect(screen.queryByRole('button', { name: /Make a code/ })).toBeNull();
  });

  it('that is let in no more with something on it is warned of', async () => {
    onScreen(<TabletsPage />, { tablets: { tablets: [tablet({ waiting: 4 })], reach, proxied: [] } }, INES);
    await press('Let in no more');
    expect(screen.getByText(/4 entries wait on it: they are lost/)).toBeTruthy();
  });

  it('cannot come while the shop is reached from its machine only, and it is said how they would', () => {
    onScreen(<TabletsPage />, { tablets: { tablets: [], reach: null, proxied: [] } }, INES);
    expect(screen.getByText(/zest start --host/)).toBeTruthy();
    expect(screen.queryByRole('button', { name: /Make a code/ })).toBeNull();
    cleanup();
    onScreen(<TabletsPage />, { tablets: { tablets: [], reach: null, proxied: ['shop.example'] } }, INES);
    expect(screen.getByText(/through a proxy, as shop.example/)).toBeTruthy();
    expect(screen.getByRole('button', { name: /Make a code/ })).toBeTruthy();
  });
});

function Awake() {
  useAwake();
  return null;
}

describe('the screen of a bench', () => {
  it('stays on while it is seen, is kept on again when it comes back, and may go off after', async () => {
    const release = vi.fn(() => Promise.resolve());
    const ask = vi.fn(() => Promise.resolve({ release }));
    Object.defineProperty(navigator, 'wakeLock', { value: { request: ask }, configurable: true });
    const { unmount } = render(<Awake />);
    expect(ask).toHaveBeenCalledTimes(1);
    await act(async () => {
      document.dispatchEvent(new Event('visibilitychange'));
      await Promise.resolve();
    });
    expect(ask).toHaveBeenCalledTimes(2);
    unmount();
    expect(release).toHaveBeenCalled();
    document.dispatchEvent(new Event('visibilitychange'));
    expect(ask).toHaveBeenCalledTimes(2);
    Reflect.deleteProperty(navigator, 'wakeLock');
  });
});
