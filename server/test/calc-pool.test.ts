import { afterEach, describe, expect, it } from 'vitest';
import { CalcPool } from '../src/calc/pool.js';
import type { HttpProblem } from '../src/platform/problem.js';

let pool: CalcPool | undefined;
afterEach(() => pool?.close());
const opened = (limitMs?: number) => (pool = new CalcPool(limitMs));
const stays = () => new AbortController().signal;

/** A plan that no solver ends within a second: many whole boxes of nearly the same lots, few of them allowed. */
const ENDLESS = {
  batchKg: 997.3,
  window: { minPct: 24.99, maxPct: 25.01 },
  confidence: 0.9,
  maxTrims: 12,
  trims: Array.from({ length: 150 }, (_, i) => ({
    id: `t${i}`,
    fatPct: 5 + ((i * 37) % 60),
    fatSd: 1 + (i % 3),
    pricePerKg: 3 + ((i * 17) % 40) / 10,
    availableKg: 60,
    boxKg: 7.3 + ((i * 13) % 50) / 10,
    minUseKg: 9,
  })),
};

describe('calculations beside the benches', () => {
  it('answer what they are asked, and refuse it by its field', async () => {
    const calc = opened();
    expect(await calc.run('convert', { text: '2 kg' }, 'a', stays())).toMatchObject({ massMg: 2_000_000 });
    const refused = calc.run(
      'add-back',
      { massKg: -1, fatPct: 10, targetFatPct: 20, addFatPct: 80 },
      'a',
      stays(),
    );
    await expect(refused).rejects.toMatchObject({ status: 422 });
    await refused.catch((error: HttpProblem) => expect(error.issues.map((i) => i.path)).toContain('massKg'));
  });

  it('leave the thread free that answers benches, are stopped at their limit, and the next is answered', async () => {
    const calc = opened(700);
    let ticks = 0;
    const clock = setInterval(() => (ticks += 1), 20);
    const long = calc.run('plan', ENDLESS, 'a', stays());
    const next = calc.run('convert', { text: '1 lb' }, 'b', stays());
    await expect(long).rejects.toMatchObject({ status: 503, type: 'too-long' });
    clearInterval(clock);
    expect(ticks).toBeGreaterThan(10);
    expect(await next).toMatchObject({ massMg: 453_592 });
  });

  it('are stopped when the asker leaves, waiting or running', async () => {
    const calc = opened();
    const first = new AbortController();
    const second = new AbortController();
    const running = calc.run('plan', ENDLESS, 'a', first.signal);
    const waiting = calc.run('plan', ENDLESS, 'a', second.signal);
    const last = calc.run('convert', { text: '1 kg' }, 'a', stays());
    second.abort();
    await expect(waiting).rejects.toMatchObject({ type: 'left' });
    first.abort();
    await expect(running).rejects.toMatchObject({ type: 'left' });
    expect(await last).toMatchObject({ massMg: 1_000_000 });
  });

  it('come in turn: nobody waits behind everything that another has asked', async () => {
    const calc = opened();
    const order: string[] = [];
    const ask = (who: string) =>
      calc.run('convert', { text: '1 kg' }, who, stays()).then(() => order.push(who));
    await Promise.all([ask('a'), ask('a'), ask('a'), ask('a'), ask('b'), ask('a')]);
    expect(order.indexOf('b')).toBeLessThan(2);
  });

  it('are refused when too many of one person wait', async () => {
    const calc = opened();
    const many = Array.from({ length: 12 }, () => calc.run('convert', { text: '1 kg' }, 'a', stays()));
    const ended = await Promise.allSettled(many);
    const refused = ended.filter((e) => e.status === 'rejected');
    expect(refused).toHaveLength(3);
    expect(await calc.run('convert', { text: '1 kg' }, 'b', stays())).toBeTruthy();
  });
});
