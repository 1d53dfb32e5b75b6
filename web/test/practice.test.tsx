// @vitest-environment jsdom
import { cleanup, screen, waitFor } from '@testing-library/react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import type { PracticeState } from '@zest/contract';
import PracticePage from '../src/areas/people/PracticePage.js';
import { press } from './dialog-hands.js';
import { INES, ODA, onScreen } from './on-screen.js';
import { standInServer } from './sent.js';

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const state = (more: Partial<PracticeState>): PracticeState => ({
  state: 'none',
  port: null,
  httpsPort: null,
  why: null,
  ...more,
});
const OPEN = state({ state: 'open', port: 7400, httpsPort: 7401 });

describe('the invented shop', () => {
  it('is opened when it is not, and says how to sign in there', async () => {
    const { sent } = standInServer({ '/practice': OPEN });
    onScreen(<PracticePage />, { practice: state({}) }, ODA);
    await press('Open the invented shop');
    await waitFor(() => expect(sent).toMatchObject([{ method: 'POST', path: '/practice' }]));
    const link = await screen.findByRole('link', { name: /Go there/ });
    expect(link.getAttribute('href')).toBe(`http://${window.location.hostname}:7400/`);
    expect(screen.getByText(/Sign in there as Ines/)).toBeTruthy();
    // A hand goes there; the lead throws it away.
    expect(screen.queryByRole('button', { name: /throw it away/ })).toBeNull();
  });

  it('is closed by the lead', async () => {
    const { sent } = standInServer({ '/practice': state({}) });
    onScreen(<PracticePage />, { practice: OPEN }, INES);
    await press('Close it and throw it away');
    await waitFor(() => expect(sent).toMatchObject([{ method: 'DELETE', path: '/practice' }]));
    expect(await screen.findByRole('button', { name: 'Open the invented shop' })).toBeTruthy();
  });

  it('says so when it could not be asked for', async () => {
    const { next } = standInServer({ '/practice': state({}) });
    next({ status: 503, body: { detail: 'The database does not answer just now.' } });
    onScreen(<PracticePage />, { practice: state({}) }, INES);
    await press('Open the invented shop');
    expect(await screen.findByText('The database does not answer just now.')).toBeTruthy();
  });

  it('says why it is not there', () => {
    onScreen(<PracticePage />, { practice: state({ state: 'failed', why: 'The disk is full.' }) }, INES);
    expect(screen.getByRole('alert').textContent).toBe('The disk is full.');
    cleanup();
    onScreen(<PracticePage />, { practice: state({ state: 'never' }) }, INES);
    expect(screen.getByRole('note').textContent).toContain('./zest practice');
    expect(screen.queryByRole('button', { name: 'Open the invented shop' })).toBeNull();
  });
});
