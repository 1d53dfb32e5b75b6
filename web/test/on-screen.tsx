import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { render } from '@testing-library/react';
import type { ReactNode } from 'react';
import { MemoryRouter } from 'react-router';
import type { Person } from '@zest/contract';
import { SESSION_KEY, SessionGate } from '../src/data/session.js';
import { ShortcutProvider } from '../src/ui/shortcuts.js';

// The browser's own, which the stand-in for one lacks.
globalThis.EventSource ??= class extends EventTarget {
  close() {
    return undefined;
  }
} as unknown as typeof EventSource;

export const ODA: Person = {
  id: '0198c0de-0000-7000-8000-000000000002',
  name: 'Oda',
  role: 'bench',
  units: 'metric',
  numberStyle: null,
  signs: false,
};

export const INES: Person = {
  ...ODA,
  id: '0198c0de-0000-7000-8000-000000000001',
  name: 'Ines',
  role: 'lead',
  signs: true,
};

/** Shows something as somebody who is signed in would see it; `lot/7` answers the question about one lot. */
export function onScreen(
  shown: ReactNode,
  answers: Readonly<Record<string, unknown>> = {},
  person: Person = ODA,
) {
  const client = new QueryClient({ defaultOptions: { queries: { retry: false, staleTime: Infinity } } });
  client.setQueryData(SESSION_KEY, person);
  for (const [name, data] of Object.entries(answers)) client.setQueryData(name.split('/'), data);
  return render(
    <QueryClientProvider client={client}>
      <MemoryRouter>
        <SessionGate signIn={null}>
          <ShortcutProvider>{shown}</ShortcutProvider>
        </SessionGate>
      </MemoryRouter>
    </QueryClientProvider>,
  );
}
