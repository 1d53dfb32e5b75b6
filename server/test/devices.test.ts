import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { ProbeReadingMessage, ScaleReadingMessage } from '@zest/contract';
import { freePorts } from '@zest/ops';
import { CONTROL_PORT_OFFSET, WiredProbes, WiredScales, simulatedFittings } from '../src/devices/index.js';
import { startScaleProgram } from '../src/devices/simulator/program.js';
import { SimulatedScale } from '../src/devices/simulator/scale.js';

describe('the thermometer program', () => {
  it('settles on what it is set to, is believed for a steady reading, and says when a probe is pulled', async () => {
    const port = await freePorts(5);
    const stop = await startScaleProgram(port, 3);
    const thermometer = new WiredProbes(simulatedFittings(port).probes, Date.now, port + CONTROL_PORT_OFFSET);
    const heard: ProbeReadingMessage[] = [];
    thermometer.onReading((reading) => heard.push(reading));
    const wait = (test: (reading: ProbeReadingMessage) => boolean) =>
      expect.poll(() => heard.some(test), { timeout: 20_000 }).toBe(true);
    try {
      await wait((r) => r.probeId === 'hand' && r.connected);
      thermometer.play('hand', { action: 'set', tempC: -1.5 });
      await wait((r) => r.probeId === 'hand' && r.steady && r.tempC === -1.5);
      const last = heard.filter((r) => r.probeId === 'hand' && r.steady && r.tempC === -1.5).at(-1)!;
      expect(thermometer.believes(last.id, -1.5)).toBe(true);
      expect(thermometer.believes(last.id, -1.4)).toBe(false);
      expect(thermometer.believes('probe-hand-made-up', -1.5)).toBe(false);
      thermometer.play('hand', { action: 'unplug' });
      await wait((r) => r.probeId === 'hand' && !r.connected);
      expect(thermometer.list().find((p) => p.id === 'hand')?.connected).toBe(false);
    } finally {
      thermometer.close();
      stop();
    }
  });
});

describe('the simulated scale', () => {
  const still = () => 0.5;
  const run = (scale: SimulatedScale, ticks: number) => {
    let last = scale.tick();
    for (let i = 1; i < ticks; i += 1) last = scale.tick();
    return last;
  };

  it('settles in fewer ticks at a faster pace, and on the same weight', () => {
    const ticksUntilStable = (pace?: number) => {
      const scale = new SimulatedScale({ capacityG: 15_000, divisionG: 1, ...(pace ? { pace } : {}) }, still);
      scale.put(640);
      for (let tick = 1; ; tick += 1) {
        const shown = scale.tick();
        if (shown.overload) throw new Error('640 g are too much');
        if (shown.stable && shown.netG === 640) return tick;
      }
    };
    expect(ticksUntilStable(4)).toBeLessThan(ticksUntilStable() / 2);
    expect(ticksUntilStable(1)).toBe(ticksUntilStable());
  });

  it('settles on the load and is steady only after 0.8 s within one division', () => {
    const scale = new SimulatedScale({ capacityG: 15_000, divisionG: 1 }, still);
    scale.put(4200);
    expect(run(scale, 3)).toMatchObject({ overload: false, stable: false });
    expect(run(scale, 40)).toEqual({ overload: false, netG: 4200, stable: true });
  });

  it('tares, adds, goes below zero when the tub is lifted, and shows overload', () => {
    const scale = new SimulatedScale({ capacityG: 15_000, divisionG: 1 }, still);
    scale.put(600);
    run(scale, 40);
    scale.tare();
    scale.add(250);
    expect(run(scale, 40)).toMatchObject({ netG: 250, stable: true });
    scale.put(0);
    expect(run(scale, 40)).toMatchObject({ netG: -600 });
    scale.put(16_000);
    expect(run(scale, 40)).toEqual({ overload: true });
  });

  it('carries noise below a division', () => {
    let n = 0;
    const scale = new SimulatedScale({ capacityG: 600, divisionG: 0.01 }, () => (n++ % 10) / 10);
    scale.put(80);
    run(scale, 60);
    const shown = Array.from({ length: 50 }, () => scale.tick()).map((s) => (s.overload ? NaN : s.netG));
    expect(shown.every((g) => Math.abs(g - 80) <= 0.0101)).toBe(true);
  });
});

describe('the driver on the scale program', () => {
  let stop: () => void;
  let driver: WiredScales;
  let nowMs = 0;
  const waiting = new Set<(reading: ScaleReadingMessage) => void>();
  /** The next reading of the bench scale that satisfies the test. */
  const next = (test: (reading: ScaleReadingMessage) => boolean) =>
    new Promise<ScaleReadingMessage>((resolve) => {
      const look = (reading: ScaleReadingMessage) => {
        if (reading.scaleId !== 'bench' || !test(reading)) return;
        waiting.delete(look);
        resolve(reading);
      };
      waiting.add(look);
    });

  beforeAll(async () => {
    const port = await freePorts(5);
    stop = await startScaleProgram(port, 7);
    driver = new WiredScales(simulatedFittings(port).scales, () => nowMs, port + CONTROL_PORT_OFFSET);
    driver.onReading((reading) => waiting.forEach((look) => look(reading)));
    await next((r) => r.connected);
  });
  afterAll(() => {
    driver.close();
    stop();
  });

  it('believes only a steady reading it received itself, with the same grams, for ten seconds', async () => {
    driver.play('bench', { action: 'put', massMg: 4_200_000 });
    const moving = await next((r) => r.netMg > 0 && !r.stable);
    expect(driver.believes(moving.id, moving.netMg)).toBe(false);
    const steady = await next((r) => r.stable && r.netMg >= 4_199_000);
    expect(driver.believes(steady.id, steady.netMg)).toBe(true);
    expect(driver.believes(steady.id, steady.netMg + 1000)).toBe(false);
    expect(driver.believes('bench-invented-1', steady.netMg)).toBe(false);
    nowMs += 10_001;
    expect(driver.believes(steady.id, steady.netMg)).toBe(false);
  });

  it('tares over the line', async () => {
    expect(driver.tare('bench')).toBe(true);
    expect((await next((r) => r.stable && Math.abs(r.netMg) <= 1000)).connected).toBe(true);
  });

  it('tells of overload and of a pulled plug at once, and finds the scale again', async () => {
    driver.play('bench', { action: 'put', massMg: 20_000_000 });
    expect((await next((r) => r.overload)).connected).toBe(true);
    driver.play('bench', { action: 'unplug' });
    await next((r) => !r.connected);
    expect(driver.list().find((s) => s.id === 'bench')?.connected).toBe(false);
    expect(driver.tare('bench')).toBe(false);
    driver.play('bench', { action: 'put', massMg: 0 });
    driver.play('bench', { action: 'plug' });
    expect((await next((r) => r.connected && !r.overload)).scaleId).toBe('bench');
  });
});
