// @vitest-environment jsdom
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { act, cleanup, fireEvent, render, screen } from '@testing-library/react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { SESSION_KEY, SessionGate, useLeave, usePerson } from '../src/data/session.js';
import { ODA } from './on-screen.js';
import { standInServer } from './sent.js';

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

function Inside() {
  const leave = useLeave();
  return <button onClick={() => void leave()}>{usePerson().name}, leave</button>;
}

function shown() {
  const client = new QueryClient({ defaultOptions: { queries: { retry: false, staleTime: Infinity } } });
  client.setQueryData(SESSION_KEY, ODA);
  client.setQueryData(['lots'], [{ id: 'seen' }]);
  render(
    <QueryClientProvider client={client}>
      <SessionGate signIn={<p>Who are you?</p>}>
        <Inside />
      </SessionGate>
    </QueryClientProvider>,
  );
  return client;
}

const leave = () =>
  act(async () => {
    fireEvent.click(screen.getByRole('button', { name: 'Oda, leave' }));
    await Promise.resolve();
  });

describe('leaving', () => {
  it('leaves: the screen asks who is there, and nothing that was seen is kept', async () => {
    const server = standInServer();
    const client = shown();
    await leave();
    expect(await screen.findByText('Who are you?')).toBeTruthy();
    expect(server.sent.map((s) => [s.method, s.path])).toEqual([['DELETE', '/session']]);
    expect(client.getQueryData(['lots'])).toBeUndefined();
    expect(client.getQueryData(SESSION_KEY)).toBeNull();
  });

  it('leaves without network too', async () => {
    vi.stubGlobal('fetch', () => Promise.reject(new TypeError('no network')));
    const client = shown();
    await leave();
    expect(await screen.findByText('Who are you?')).toBeTruthy();
    expect(client.getQueryData(['lots'])).toBeUndefined();
  });
});
