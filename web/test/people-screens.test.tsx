// @vitest-environment jsdom
import { act, cleanup, fireEvent, screen, waitFor, within } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { Member } from '@zest/contract';
import ChangesPage from '../src/areas/people/ChangesPage.js';
import { HygieneSign } from '../src/areas/people/HygieneSign.js';
import PeoplePage from '../src/areas/people/PeoplePage.js';
import SafekeepingPage from '../src/areas/people/SafekeepingPage.js';
import { WrongTries } from '../src/areas/people/WrongTries.js';
import { beginIntent } from '../src/data/intents.js';
import { TodayPage } from '../src/areas/today/TodayPage.js';
import { isShared, noteSignedIn } from '../src/data/shared-device.js';
import { IdleLock } from '../src/root/IdleLock.js';
import { press } from './dialog-hands.js';
import { INES, ODA, onScreen } from './on-screen.js';
import { standInServer } from './sent.js';
import { ID, lot } from './some-lots.js';

beforeEach(() => localStorage.clear());
afterEach(() => {
  cleanup();
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

const member = (more: Partial<Member> = {}): Member => ({
  id: ID(31),
  name: 'Bram',
  role: 'bench',
  secret: 'pin',
  active: true,
  signs: false,
  confirms: true,
  sessions: 1,
  lastIn: '2026-03-16T08:00:00.000Z',
  wrongTries: 0,
  guestUntil: null,
  hasBadge: false,
  hygieneUntil: null,
  skills: '',
  ...more,
});
const gone = member({ id: ID(32), name: 'Kees', active: false, sessions: 0, lastIn: null });

describe('the people of a shop', () => {
  it('are shown with where they are signed in, and changed by the lead only', async () => {
    onScreen(<PeoplePage />, { people: [member({ wrongTries: 3 }), gone] }, INES);
    expect(screen.getByText(/signed in at 1 device/)).toBeTruthy();
    expect(screen.getByText('let in no more')).toBeTruthy();
    expect(screen.getByText(/3 wrong tries/)).toBeTruthy();
    await press('Change Bram');
    expect(screen.getByRole('dialog', { name: 'Change Bram' })).toBeTruthy();
    expect(screen.queryByRole('button', { name: 'New PIN or password for Kees' })).toBeNull();
    cleanup();
    onScreen(<PeoplePage />, { people: [member()] }, { ...INES, role: 'owner' });
    expect(screen.queryByRole('button', { name: 'Change Bram' })).toBeNull();
    expect(screen.queryByRole('button', { name: 'Add somebody' })).toBeNull();
  });

  it('are let sign and confirm one by one, and it stands beside their name', async () => {
    const { sent } = standInServer();
    const oda = member({ id: ID(35), name: 'Oda', signs: true, confirms: false });
    onScreen(<PeoplePage />, { people: [member(), oda] }, INES);
    expect(screen.getByText('bench, signs, confirms no cure')).toBeTruthy();
    await press('Change Bram');
    fireEvent.click(screen.getByLabelText(/^Of the bench: signs past/));
    await press('Change');
    await waitFor(() => expect(sent).toHaveLength(1));
    expect(sent[0]).toMatchObject({ path: `/people/${ID(31)}`, body: { signs: true, confirms: true } });
  });

  it('are kept with what they can do and their instruction in hygiene; the lead hears when that is over', async () => {
    const { sent } = standInServer();
    const bram = member({ hygieneUntil: '2020-03-01', skills: 'stuffer, first aid' });
    const people = [
      bram,
      member({ id: ID(33), name: 'Oda', hygieneUntil: '2999-03-01' }),
      { ...gone, hygieneUntil: '2020-03-01' },
    ];
    onScreen(<HygieneSign />, { people });
    expect(screen.getAllByText(/instruction in hygiene ended/).map((e) => e.textContent)).toEqual([
      expect.stringContaining('Bram’s instruction in hygiene ended on 2020-03-01.'),
    ]);
    cleanup();
    onScreen(<PeoplePage />, { people }, INES);
    expect(screen.getByText('stuffer, first aid')).toBeTruthy();
    await press('Change Bram');
    fireEvent.change(screen.getByLabelText('Instructed in hygiene until'), {
      target: { value: '2027-03-01' },
    });
    await press('Change');
    await waitFor(() => expect(sent).toHaveLength(1));
    expect(sent[0]).toMatchObject({ body: { hygieneUntil: '2027-03-01', skills: 'stuffer, first aid' } });
  });

  it('get badges at the bench only, and an inspector a code for a day that is shown once', async () => {
    const { sent, next } = standInServer();
    const vera = member({
      id: ID(34),
      name: 'Vera',
      role: 'inspector',
      guestUntil: '2026-03-17T08:00:00.000Z',
    });
    onScreen(<PeoplePage />, { people: [member(), vera] }, INES);
    expect(screen.getByRole('button', { name: 'A badge for Bram' })).toBeTruthy();
    expect(screen.queryByRole('button', { name: 'A badge for Vera' })).toBeNull();
    expect(screen.queryByRole('button', { name: 'New PIN or password for Vera' })).toBeNull();
    expect(screen.getByText(/by a code until/)).toBeTruthy();
    await press('A code for an inspector, for a day');
    fireEvent.change(screen.getByLabelText(/^Name, and for whom/), { target: { value: 'Kaspar' } });
    next({ body: { name: 'Kaspar', code: '12345678', until: '2026-03-17T08:00:00.000Z' } });
    await press('Let Kaspar look for a day');
    expect((await screen.findByRole('status')).textContent).toContain('1234 5678');
    expect(sent[0]).toMatchObject({ path: '/people/day-codes', body: { name: 'Kaspar' } });
  });

  it('are watched: the lead hears of many wrong tries under one name', () => {
    onScreen(<WrongTries />, { people: [member({ wrongTries: 5 }), member({ id: ID(33), name: 'Oda' })] });
    expect(screen.getByText(/5 wrong tries to sign in as Bram/)).toBeTruthy();
    expect(screen.queryByText(/Oda/)).toBeNull();
  });

  it('type secrets that the device does not keep', () => {
    const body = { name: 'Wim', secretKind: 'pin', secret: '4815' };
    const first = beginIntent(localStorage, 'POST /people', body, 0);
    expect(JSON.stringify({ ...localStorage })).not.toContain('4815');
    expect(beginIntent(localStorage, 'POST /people', body, 1).id).toBe(first.id);
    expect(beginIntent(localStorage, 'POST /people', { ...body, name: 'Pim' }, 2).id).not.toBe(first.id);
  });
});

describe('what was changed', () => {
  it('is told by who, from what and to what', () => {
    const entry = {
      id: 1,
      at: '2026-03-16T08:00:00.000Z',
      person: 'Ines',
      what: 'ingredient',
      about: 'Curing salt',
      from: { 'contents.nitritePct': 0.5 },
      to: { 'contents.nitritePct': 0.6 },
    };
    onScreen(<ChangesPage />, {
      changes: [entry, { ...entry, id: 2, person: null, from: null, to: { active: true } }],
    });
    expect(screen.getByText('contents nitritePct: 0.5 → 0.6')).toBeTruthy();
    expect(screen.getByText('at the server')).toBeTruthy();
    expect(screen.getByText('active: – → yes')).toBeTruthy();
  });
});

describe('a shared device', () => {
  const sent = () => {
    const calls: string[] = [];
    vi.stubGlobal('fetch', (url: string, init?: RequestInit) => {
      calls.push(`${init?.method ?? 'GET'} ${url}`);
      return Promise.resolve(new Response('{}'));
    });
    return calls;
  };
  const pass = (minutes: number) =>
    act(async () => {
      await vi.advanceTimersByTimeAsync(minutes * 60_000);
    });

  it('is one at which several have signed in', () => {
    noteSignedIn(localStorage, 'a');
    noteSignedIn(localStorage, 'a');
    expect(isShared(localStorage)).toBe(false);
    noteSignedIn(localStorage, 'b');
    expect(isShared(localStorage)).toBe(true);
    localStorage.setItem('zest-signed-in-here', '{broken');
    expect(isShared(localStorage)).toBe(false);
  });

  it('asks again who is there when the lead has not touched it for ten minutes', async () => {
    vi.useFakeTimers();
    noteSignedIn(localStorage, 'somebody else');
    const calls = sent();
    onScreen(<IdleLock />, {}, INES);
    await pass(9);
    fireEvent.pointerDown(window);
    await pass(9);
    expect(calls.join()).not.toContain('DELETE');
    await pass(2);
    expect(calls.join()).toContain('DELETE /api/v1/session');
  });

  it('leaves a hand at the bench signed in, and a lead at a device of their own', async () => {
    vi.useFakeTimers();
    const calls = sent();
    onScreen(<IdleLock />, {}, INES);
    await pass(60);
    cleanup();
    noteSignedIn(localStorage, 'somebody else');
    onScreen(<IdleLock />, {}, ODA);
    await pass(60);
    expect(calls.join()).not.toContain('DELETE');
  });
});

describe('the first morning of a shop', () => {
  const empty = {
    health: { status: 'ok', shop: 'Our shop', demo: false, ruleBook: null, timeZone: 'UTC' },
    people: [member()],
    ingredients: [],
    recipes: [],
    lots: [],
    goods: [],
    batches: [],
    'late-entries': [],
    safekeeping: null,
  };

  it('leads through what is missing for the first batch, one after the other', () => {
    onScreen(<TodayPage />, empty, INES);
    const steps = within(screen.getByRole('region', { name: 'First steps' }));
    expect(steps.getAllByRole('link').map((a) => a.getAttribute('href'))).toEqual([
      '/shop/about',
      '/recipes/rules',
      '/shop/people',
      '/recipes/usual',
      '/recipes/starting',
      '/cold-room/receive',
      '/cold-room/goods',
      '/shop/practice',
    ]);
    expect(steps.queryByText(/– done/)).toBeNull();
    cleanup();
    const begun = {
      ...empty,
      health: { ...empty.health, ruleBook: 'eu', timeZone: 'Europe/London' },
      people: [member(), member({ id: ID(34), name: 'Oda' })],
      ingredients: [{}],
      recipes: [
        {
          document: {
            lines: [{ ingredientId: 'salt', name: 'Salt' }],
            casing: { casingId: 'hog', name: 'Hog' },
          },
        },
      ],
      lots: [lot('a')],
    };
    const here = (id: string, free: number, isSupply = false) => ({ id, free, isSupply });
    onScreen(<TodayPage />, { ...begun, goods: [here('salt', 5), here('hog', 0)] }, INES);
    expect(screen.getByText(/still to come: Hog/)).toBeTruthy();
    cleanup();
    onScreen(<TodayPage />, { ...begun, goods: [here('salt', 0, true), here('hog', 9)] }, INES);
    expect(screen.getAllByText(/– done/)).toHaveLength(7);
    expect(screen.getByText('Everything is there for the first batch')).toBeTruthy();
  });

  it('is not asked of a hand, and says to the lead when nothing is saved', () => {
    onScreen(<TodayPage />, empty, ODA);
    expect(screen.queryByRole('region', { name: 'First steps' })).toBeNull();
    cleanup();
    const unsaved = { provedAt: null, file: null, bytes: 0, kept: 0, trouble: null, isBad: true };
    onScreen(<TodayPage />, { ...empty, safekeeping: unsaved }, INES);
    expect(screen.getByText(/Nothing of this shop is saved yet/)).toBeTruthy();
    cleanup();
    onScreen(<SafekeepingPage />, { safekeeping: { ...unsaved, trouble: 'the disk is full' } }, INES);
    expect(screen.getByText(/The last try failed: the disk is full/)).toBeTruthy();
  });
});
