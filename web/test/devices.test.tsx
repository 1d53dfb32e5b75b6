// @vitest-environment jsdom
import { act, cleanup, fireEvent, screen, waitFor } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { CalibrationState, Device } from '@zest/contract';
import DevicesPage from '../src/areas/devices/DevicesPage.js';
import { pedalKey } from '../src/ui/pedal.js';
import { useShortcut } from '../src/ui/shortcuts.js';
import { pick, press, type } from './dialog-hands.js';
import { INES, ODA, onScreen } from './on-screen.js';
import { standInServer } from './sent.js';
import { ID } from './some-lots.js';

beforeEach(() => localStorage.clear());
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const state = (device: string, name: string, unit: 'g' | '°C' = 'g'): CalibrationState => ({
  device,
  name,
  unit,
  last: null,
  due: false,
  offset: 0,
});
const STATES = [
  state('scale-floor', 'Floor scale'),
  state('scale-bench', 'Steel scale'),
  state('probe-core', 'Core', '°C'),
];
const STEEL: Device = {
  id: ID(41),
  station: 'bench',
  name: 'Steel scale',
  place: 'second table',
  by: 'tcp',
  host: '192.168.1.40',
  port: 4001,
  baud: 9600,
  frame: '8N1',
  format: 'plain',
  channel: '',
  unit: 'kg',
  capacityMg: 6_000_000,
  divisionMg: 500,
  connected: false,
};
const fitted = (more: object = {}) => ({
  devices: [STEEL],
  isSimulated: false,
  adapters: ['/dev/ttyUSB0'],
  ...more,
});
const look = (devices: object, person = INES) =>
  onScreen(
    <DevicesPage />,
    { calibrations: STATES, devices, 'bench-rules': { cureSecondCheck: false } },
    person,
  );
const hit = (key: string) =>
  act(async () => {
    fireEvent.keyDown(document.body, { key });
    await new Promise((resolve) => setTimeout(resolve, 60));
  });

describe('the devices of a shop', () => {
  it('say where their figures come from; what is not fitted is typed, and only the lead changes it', () => {
    look(fitted());
    expect(screen.getByText('192.168.1.40:4001, second table – not heard')).toBeTruthy();
    expect(screen.getAllByText('typed by hand')).toHaveLength(2);
    expect(screen.getAllByRole('button', { name: 'Add one' })).toHaveLength(2);
    cleanup();
    look(fitted(), ODA);
    expect(screen.queryByRole('button', { name: /Add one|Change|Take out/ })).toBeNull();
  });

  it('of the demonstration are simulated and say so', () => {
    look(fitted({ devices: [], isSimulated: true }));
    expect(screen.getAllByText('simulated')).toHaveLength(3);
    expect(screen.queryByRole('button', { name: 'Add one' })).toBeNull();
  });

  it('are tried before they are kept, and described in the person’s own weights', async () => {
    const { sent, next } = standInServer();
    next({ body: { connected: true, lines: ['S S 1.2 kg'], read: 1200, understood: 3 } });
    look(fitted());
    await press('Change');
    type(/^In steps of/, '2');
    pick(/^How its lines look/, /Answers when it is asked/);
    await press(/^Try it/);
    await waitFor(() => expect(screen.getByRole('status').textContent).toContain('1.20'));
    expect(screen.getByText('S S 1.2 kg')).toBeTruthy();
    await press('Keep it so');
    await waitFor(() =>
      expect(sent.map((s) => `${s.method} ${s.path}`)).toContain(`PUT /devices/${STEEL.id}`),
    );
    const kept = sent.find((s) => s.method === 'PUT')?.body;
    expect(kept).toMatchObject({
      station: 'bench',
      format: 'asked',
      divisionMg: 2000,
      capacityMg: 6_000_000,
    });
    expect(kept).not.toHaveProperty('connected');
  });

  it('on a serial adapter ask for its speed and bits, and for no address', async () => {
    const { sent } = standInServer();
    look(fitted());
    fireEvent.click(screen.getAllByRole('button', { name: 'Add one' })[1]!);
    type('Its name *', 'Oven probe');
    fireEvent.click(screen.getByRole('button', { name: 'a serial adapter' }));
    expect(screen.queryByLabelText(/^Address/)).toBeNull();
    expect(screen.queryByLabelText(/^Holds at most/)).toBeNull();
    pick('Adapter', '/dev/ttyUSB0');
    pick('Speed', '4800');
    pick('Bits', /7 bits, even/);
    pick(/^How its lines look/, /Channel and figure/);
    type(/^Its channel/, '2');
    await press('Weigh and read with it');
    await waitFor(() => expect(sent).toHaveLength(1));
    expect(sent[0]?.body).toMatchObject({
      station: 'core',
      by: 'serial',
      path: '/dev/ttyUSB0',
      frame: '7E1',
      format: 'numbered',
      channel: '2',
    });
    expect(Number(sent[0]?.body.baud)).toBe(4800);
  });
});

describe('a pedal', () => {
  function Bench({ onPedal }: { onPedal: () => void }) {
    useShortcut(' ', 'take the weight', onPedal);
    return null;
  }

  it('is taught by pressing it, and is the pedal from then on; Space is none any more', async () => {
    const pressed = vi.fn();
    look(fitted());
    await press('Teach it');
    await hit('F9');
    expect(screen.getByText('F9')).toBeTruthy();
    cleanup();
    onScreen(<Bench onPedal={pressed} />);
    await hit('F9');
    expect(pressed).toHaveBeenCalledTimes(1);
    await hit('F8');
    expect(pressed).toHaveBeenCalledTimes(1);
  });

  it('cannot be a key that is needed for something else', async () => {
    look(fitted());
    for (const key of ['7', 'Escape', 'Shift']) {
      await press('Teach it');
      await hit(key);
      expect(screen.getByRole('alert').textContent, key).toContain('needed for something else');
    }
    expect(pedalKey()).toBe(' ');
  });
});
