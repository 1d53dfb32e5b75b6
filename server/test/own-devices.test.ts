import { SerialPortMock } from 'serialport';
import { v7 as uuid } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { ScaleReadingMessage } from '@zest/contract';
import { keepFitted, shopScales, WiredProbes, WiredScales } from '../src/devices/index.js';
import { isNearby } from '../src/devices/nearby.js';
import { Wire } from '../src/devices/wire.js';
import { startScale } from './scale-on-network.js';
import { openTestShop, type Hands, type TestShop } from './shop.js';

let shop: TestShop;
let lead: Hands;
let scale: Awaited<ReturnType<typeof startScale>>;
let scales: WiredScales;
let probes: WiredProbes;
let nowMs = 1_000_000;
const heard: ScaleReadingMessage[] = [];

const described = (more: object = {}) => ({
  id: uuid(),
  station: 'bench',
  name: 'Steel scale by the stuffer',
  place: 'second table',
  by: 'tcp',
  host: '127.0.0.1',
  port: scale.port,
  format: 'plain',
  unit: 'kg',
  capacityMg: 6_000_000,
  divisionMg: 500,
  ...more,
});

beforeAll(async () => {
  shop = await openTestShop('own_devices');
  lead = await shop.signIn('Ines');
  scale = await startScale();
  scales = new WiredScales([], () => nowMs);
  probes = new WiredProbes([], () => nowMs);
  scales.onReading((reading) => heard.push(reading));
  const { look, stop } = keepFitted(shop.app.db, scales, probes);
  stop();
  Object.assign(shop.app, { scales, probes, fitDevices: look });
});
afterAll(async () => {
  scales.close();
  probes.close();
  scale.close();
  await shop.close();
});

/** What the screens were told last. */
const last = () => heard.at(-1);
const shows = (massMg: number) => expect.poll(() => last()?.netMg).toBe(massMg);

describe('a scale of the shop', () => {
  it('is described by the lead alone, whole, and in the shop’s own network', async () => {
    const oda = await shop.signIn('Oda');
    expect((await oda.post('/devices', described())).status).toBe(403);
    expect((await oda.post('/devices/try', described())).status).toBe(403);
    const wrong = async (more: object) => {
      const answer = await lead.post('/devices', described(more));
      expect(answer.status).toBe(422);
      return (answer.body as { errors: { path: string }[] }).errors.map((e) => e.path);
    };
    expect(await wrong({ host: '203.0.113.9' })).toEqual(['host']);
    expect(await wrong({ host: undefined, port: undefined })).toEqual(['host', 'port']);
    expect(await wrong({ by: 'serial', path: '/etc/passwd' })).toEqual(['path']);
    expect(await wrong({ by: 'serial', path: '/dev/../etc/passwd' })).toEqual(['path']);
    expect(await wrong({ by: 'serial' })).toEqual(['path']);
    expect(await wrong({ format: 'numbered' })).toEqual(['format']);
    expect(await wrong({ capacityMg: undefined, divisionMg: undefined })).toEqual([
      'capacityMg',
      'divisionMg',
    ]);
    expect(await wrong({ divisionMg: 500_000, capacityMg: 1_000_000 })).toEqual(['divisionMg']);
    expect(await wrong({ station: 'loft' })).toContain('station');
    expect((await lead.get('/devices')).body).toMatchObject({ devices: [] });
  });

  it('is tried before it is added: what it says, and what of it is understood', async () => {
    const trying = lead.post('/devices/try', described({ id: undefined }));
    const answer = trying.then((a) => a);
    await scale.isCalled();
    scale.say('  1.2505 kg\r\n\u0001hello\r\n');
    expect((await answer).body).toEqual({
      connected: true,
      lines: ['  1.2505 kg', '·hello'],
      read: 1250.5,
      understood: 1,
    });
    const away = await lead.post('/devices/try', described({ id: undefined, port: 1 }));
    expect(away.body).toEqual({ connected: false, lines: [], read: null, understood: 0 });
  });

  it('is weighed with at once, in its own steps; one only serves at a place', async () => {
    const body = described();
    for (const twice of [1, 2]) expect((await lead.post('/devices', body)).body, String(twice)).toEqual({});
    const second = await lead.post('/devices', described({ id: uuid() }));
    expect((second.body as { errors: object[] }).errors).toMatchObject([{ path: 'station' }]);
    await scale.isCalled();
    scale.say('0.5000 kg\r\n');
    await shows(500_000);
    expect((await lead.get('/devices')).body).toMatchObject({
      devices: [{ name: 'Steel scale by the stuffer', connected: true }],
      isSimulated: false,
    });
    const bench = (await shopScales(shop.app.db)).find((s) => s.id === 'bench');
    expect(bench).toEqual({
      id: 'bench',
      name: 'Steel scale by the stuffer',
      capacityMg: 6_000_000,
      divisionMg: 500,
      tubMg: 240_000,
    });
  });

  it('that does not say whether it stands still is watched: believed after 0.8 s within one division', async () => {
    scale.say('0.7000 kg\r\n');
    await shows(700_000);
    expect(last()?.stable).toBe(false);
    nowMs += 700;
    scale.say('0.7005 kg\r\n');
    await shows(700_500);
    expect(last()?.stable).toBe(false);
    expect(scales.believes(last()?.id ?? '', 700_500)).toBe(false);
    nowMs += 100;
    scale.say('0.7000 kg\r\n');
    await shows(700_000);
    expect(last()?.stable).toBe(true);
    expect(scales.believes(last()?.id ?? '', 700_000)).toBe(true);
    expect(scales.deviceOf(last()?.id ?? '')).toBe('bench');
  });

  it('that knows no tare is tared here, only while it stands still', async () => {
    expect(scales.tare('bench')).toBe(true);
    nowMs += 100;
    scale.say('0.7000 kg\r\n');
    await shows(0);
    scale.say('1.3400 kg\r\n');
    await shows(640_000);
    expect(scales.tare('bench')).toBe(false);
    scale.cut();
    await expect.poll(() => last()?.connected).toBe(false);
    await scale.isCalled();
    scale.say('1.3400 kg\r\n');
    await shows(1_340_000);
  });

  it('that answers only when it is asked is asked, and told to tare', async () => {
    const [device] = ((await lead.get('/devices')).body as { devices: { id: string }[] }).devices;
    const changed = await lead.put(
      `/devices/${device?.id ?? ''}`,
      described({ id: undefined, format: 'asked' }),
    );
    expect(changed.status).toBe(200);
    await expect.poll(() => scale.got.join('')).toContain('SI\r\n');
    scale.say('S S 0.2505 kg\r\n');
    await shows(250_500);
    expect(last()?.stable).toBe(true);
    expect(scales.tare('bench')).toBe(true);
    await expect.poll(() => scale.got.join('')).toContain('T\r\n');
  });

  it('is taken out, stays on record, and what is weighed is typed again', async () => {
    const [device] = ((await lead.get('/devices')).body as { devices: { id: string }[] }).devices;
    expect((await lead.post(`/devices/${device?.id ?? ''}/remove`, {})).status).toBe(200);
    expect(scales.list().find((s) => s.id === 'bench')?.connected).toBe(false);
    expect((await shopScales(shop.app.db)).find((s) => s.id === 'bench')?.divisionMg).toBe(1000);
    const changes = (await lead.get('/changes')).body as { what: string; about: string }[];
    expect(changes.filter((c) => c.what === 'device').map((c) => c.about)).toEqual([
      'Steel scale by the stuffer',
      'Steel scale by the stuffer',
      'Steel scale by the stuffer',
    ]);
  });
});

describe('a probe of the shop', () => {
  it('is one channel of a thermometer; two of them share its line', async () => {
    const probe = { capacityMg: undefined, divisionMg: undefined, format: 'numbered' };
    const add = (station: string, channel: string) =>
      lead.post('/devices', described({ id: uuid(), ...probe, station, channel, name: `Probe ${channel}` }));
    expect((await add('core', '1')).status).toBe(200);
    expect((await add('chamber', '2')).status).toBe(200);
    const told: { probeId: string; tempC: number; steady: boolean }[] = [];
    probes.onReading((reading) => told.push(reading));
    // The line is opened anew for each probe that comes to it.
    await scale.isCalledBy(1);
    scale.say('CH1: 68.4 C\r\nCH2: 74.0 C\r\n');
    await expect.poll(() => told.length).toBe(2);
    expect(told).toMatchObject([
      { probeId: 'core', tempC: 68.4, steady: false },
      { probeId: 'chamber', tempC: 74, steady: false },
    ]);
    told.length = 0;
    nowMs += 5000;
    scale.say('CH1: 68.5 C\r\nCH2: OPEN\r\n');
    await expect.poll(() => told.length).toBe(2);
    expect(told).toMatchObject([
      { probeId: 'core', steady: true },
      { probeId: 'chamber', connected: false },
    ]);
  });
});

describe('a serial adapter', () => {
  it('is read and written with the bits it wants, lost, and found again', async () => {
    const opened: SerialPortMock[] = [];
    class Adapter extends SerialPortMock {
      constructor(...options: ConstructorParameters<typeof SerialPortMock>) {
        super(...options);
        opened.push(this);
      }
    }
    const path = '/dev/ttyTEST';
    SerialPortMock.binding.createPort(path, { record: true });
    const lines: string[] = [];
    let lost = 0;
    const wire = new Wire({ by: 'serial', path, baud: 4800, frame: '7E1' }, Adapter);
    wire.add({ onLine: (line) => lines.push(line), onLost: () => (lost += 1) });
    try {
      await expect.poll(() => wire.connected).toBe(true);
      expect(opened[0]?.port?.openOptions).toMatchObject({
        path,
        baudRate: 4800,
        dataBits: 7,
        parity: 'even',
        stopBits: 1,
      });
      opened[0]?.port?.emitData('ST,NT,+ 1.2');
      opened[0]?.port?.emitData('50kg\r\nST,');
      await expect.poll(() => lines).toEqual(['ST,NT,+ 1.250kg']);
      expect(wire.send('T\r\n')).toBe(true);
      await expect.poll(() => String(opened[0]?.port?.recording)).toBe('T\r\n');
      opened[0]?.close();
      await expect.poll(() => lost).toBe(1);
      await expect.poll(() => opened.length).toBe(2);
      await expect.poll(() => wire.connected).toBe(true);
    } finally {
      wire.close();
    }
  });
});

it('knows an address of the shop’s own network from one that leads out of it', () => {
  for (const near of [
    '127.0.0.1',
    '10.3.4.5',
    '172.31.0.9',
    '192.168.1.40',
    '169.254.7.7',
    '::1',
    'fd12::4',
    'fe80::1',
  ])
    expect(isNearby(near), near).toBe(true);
  for (const far of ['203.0.113.9', '172.32.0.1', '8.8.8.8', '2001:db8::1', 'scale.shop', ''])
    expect(isNearby(far), far).toBe(false);
});
