import { v7 as uuid } from 'uuid';
import type { BatchView, MassOut, Person, StepView } from '@zest/contract';
import {
  hoursOf,
  numberOf,
  readingKind,
  seenFrom,
  traitsOf,
  type Mark,
  type ReadingAsk,
  type ReadingName,
} from '@zest/core';
import { closeStep, openBatch, readBatch } from '../batches/index.js';
import { recordCasing, recordMark, recordMassOut, recordReading, recordWeighing } from '../bench/index.js';
import type { DemoClock } from './clock.js';
import type { AppContext } from '../platform/app-context.js';

export interface Cast {
  lead: Person;
  hands: readonly Person[];
}

/** Why the lead goes on without what is missing. */
const NOT_FOUND = 'Head and table looked through, nothing found; we go on and look again tonight.';

export interface PlayOptions {
  /** Keys of the steps at which to stop, nothing done there nor behind them on their way; absent plays to the end. */
  stopAt?: readonly string[];
  /** The tubs stand in the cold while nobody works on them. */
  leftCold?: boolean;
  /** Kilograms that go missing out of the first grind. */
  lostAtGrindKg?: number;
}

/** How much of what comes into a step the shop usually gets out of it, and where the rest goes. */
const USUAL = {
  grind: { loss: 'head', part: 0.006 },
  mix: { loss: 'bowl and hands', part: 0.004 },
  stuff: { loss: 'barrel and horn', part: 0.011 },
  cook: { loss: 'fat-out', part: 0.01 },
} as const;
/** Lines that the hands of this shop always pour at the top of the band. */
const HEAVY_HANDED = new Set(['Ginger']);

const TAKEN_BY_AIR = { 'dry-skin': 0.01, smoke: 0.05, cook: 0.07, cool: 0.012, hang: 0.3 } as const;

/** Makes a batch as the bench would, entry by entry, at the clock's own time. */
export class BatchPlayer {
  readonly #app: AppContext;
  readonly #clock: DemoClock;
  readonly #cast: Cast;
  readonly #random: () => number;
  #reading = 0;

  constructor(app: AppContext, clock: DemoClock, cast: Cast, random: () => number) {
    this.#app = app;
    this.#clock = clock;
    this.#cast = cast;
    this.#random = random;
  }

  async play(
    plan: {
      recipeId: string;
      window: { minPct: number; maxPct: number };
      uses: { lotId: string; massMg: number }[];
    },
    options: PlayOptions = {},
  ): Promise<string> {
    const id = uuid();
    const meatMg = plan.uses.reduce((s, u) => s + u.massMg, 0);
    await openBatch(this.#app, this.#cast.lead, {
      id,
      owner: null,
      hotness: null,
      signed: {},
      ...plan,
      meatMg,
      plannedFor: this.#clock.today(),
    });
    const { steps } = await readBatch(this.#app, id);
    const stopped = new Set<string | null>();
    for (const { key, id: stepId, portion } of steps) {
      if (stopped.has(portion)) continue;
      if (options.stopAt?.includes(key)) {
        stopped.add(portion);
        if (options.leftCold) await this.#putAway(id, stepId);
        continue;
      }
      const whole = await readBatch(this.#app, id);
      const step = whole.steps.find((s) => s.id === stepId);
      if (!step || step.state === 'closed') continue;
      const sheet = seenFrom(whole, step);
      await this.#work(sheet, step, options);
      this.#clock.minutes(3 + (hoursOf(step.document) ?? 0) * 60);
      // What went missing is not found before the next tub waits: the lead signs, and it stays to be explained.
      const override = step.kind === 'grind' && options.lostAtGrindKg ? { override: NOT_FOUND } : {};
      await closeStep(this.#app, this.#cast.lead, id, stepId, {
        id: uuid(),
        version: step.version,
        ...override,
      });
    }
    return id;
  }

  async #work(sheet: BatchView, step: StepView, options: PlayOptions): Promise<void> {
    if (step.position === 1) await this.#start(sheet, step);
    if (step.ready.length > 0) await this.#mark(sheet, step, { kind: 'ready' });
    for (const line of sheet.lines.filter((l) => l.stepId === step.id)) {
      this.#clock.minutes(1);
      const room = line.kind === 'meat' ? 0 : Math.min(line.dueMg - line.lowMg, line.highMg - line.dueMg);
      await this.#weigh(
        sheet.id,
        line.id,
        line.dueMg + Math.round((HEAVY_HANDED.has(line.name) ? 0.92 : this.#random() - 0.5) * room),
        line.scaleId,
      );
    }
    if (step.kind === 'grind') await this.#read(sheet, step, 'before', this.#cold());
    if ((step.kind === 'stuff' || step.kind === 'form') && sheet.taste.state === 'none') {
      await this.#taste(sheet, step);
    }
    if (step.kind === 'stuff' && sheet.casing) {
      const lengthMm = Math.round(sheet.casing.needM * 1000 * (0.93 + 0.04 * this.#random()));
      await recordCasing(this.#app, this.#hand(), sheet.id, { id: uuid(), stepId: step.id, lengthMm });
    }
    if (step.holdsMass) await this.#moveOut(await readBatch(this.#app, sheet.id), step.id, options);
    await this.#readings(sheet, step);
  }

  async #moveOut(sheet: BatchView, stepId: string, options: PlayOptions): Promise<void> {
    const step = sheet.steps.find((s) => s.id === stepId);
    if (!step) return;
    const inMg = step.balanceMg;
    let out = inMg;
    for (const part of step.parts) {
      const massMg = Math.floor(part.plannedMg / 20_000) * 20_000;
      await this.#out(sheet.id, stepId, { to: 'next', portion: part.key, massMg });
      out -= massMg;
    }
    const usual = step.kind in USUAL ? USUAL[step.kind as keyof typeof USUAL] : undefined;
    if (usual) {
      const lost = this.#near(inMg * usual.part, 0.25);
      await this.#out(sheet.id, stepId, { to: 'loss', reason: usual.loss, massMg: lost });
      out -= lost;
    }
    if (step.kind === 'stuff') {
      const burst = this.#near(inMg * 0.003, 0.5);
      await this.#out(sheet.id, stepId, { to: 'loss', reason: 'burst', massMg: burst });
      out -= burst;
    }
    if (step.kind === 'link') {
      const ends = this.#near(inMg * 0.006, 0.4);
      await this.#out(sheet.id, stepId, { to: 'rework', massMg: ends });
      out -= ends;
    }
    if (step.kind in TAKEN_BY_AIR) {
      out -= this.#near(inMg * TAKEN_BY_AIR[step.kind as keyof typeof TAKEN_BY_AIR], 0.08);
    }
    if (step.kind === 'grind' && options.lostAtGrindKg) out -= options.lostAtGrindKg * 1e6;
    // What hangs is weighed when it has lost what its method says.
    const lossPct = numberOf(step.document, 'targetLossPct');
    if (lossPct !== undefined) out = Math.min(out, inMg * (1 - lossPct / 100));
    const { mass, remainder } = traitsOf(step);
    if (mass === 'passes on' && !remainder) return;
    this.#clock.minutes(8);
    const weighed = Math.floor((out - 20_000 * this.#random()) / 20_000) * 20_000;
    await this.#out(sheet.id, stepId, { to: 'next', massMg: weighed });
  }

  async #readings(sheet: BatchView, step: StepView): Promise<void> {
    const ofLoads = step.loads > 1 ? step.asks.filter((ask) => readingKind(ask.kind).perLoad) : [];
    for (let load = 1; load <= step.loads; load += 1) {
      for (const ask of ofLoads) await this.#read(sheet, step, ask.kind, this.#perLoad(step, ask), load);
    }
    for (const ask of step.asks) {
      const { given, first, perLoad } = readingKind(ask.kind);
      if (first || (step.loads > 1 && perLoad)) continue;
      if (ask.kind === 'core') await this.#read(sheet, step, ask.kind, (ask.belowC ?? 71) + 1.6);
      else if (given === 'probe') await this.#read(sheet, step, ask.kind, this.#temperature(step, ask));
      else if (given === 'clock') {
        const minutes = Math.round((ask.aimMinutes ?? 20) * (0.95 + 0.1 * this.#random()));
        await this.#read(sheet, step, ask.kind, Math.max(ask.leastMinutes ?? 0, minutes));
      } else if (given === 'counter') {
        await this.#read(sheet, step, ask.kind, this.#count(await readBatch(this.#app, sheet.id), step.id));
      } else if (given === 'scale') await this.#sample(sheet, step, ask);
      else
        for (const value of readingKind(ask.kind).passing(ask))
          await this.#read(sheet, step, ask.kind, value);
    }
  }

  async #sample(sheet: BatchView, step: StepView, ask: ReadingAsk): Promise<void> {
    const nominalMg = (sheet.linkMassG ?? 100) * 1000;
    for (let i = 0; i < (ask.pieces ?? 10); i += 1) {
      const massMg = Math.round((nominalMg * (1 + 0.06 * (this.#random() - 0.45))) / 1000) * 1000;
      await this.#read(sheet, step, ask.kind, massMg);
    }
  }

  #perLoad(step: StepView, ask: ReadingAsk): number {
    const { given } = readingKind(ask.kind);
    if (given === 'clock') return Math.round((ask.aimMinutes ?? 6) * (1 + 0.1 * this.#random()));
    if (given === 'load scale') return Math.round((ask.aimMg ?? 0) / 20_000) * 20_000;
    return given === 'probe' ? this.#temperature(step, ask) : 1;
  }

  /** Everything fetched, and the casing put into water, as the first thing of the morning. */
  async #start(sheet: BatchView, step: StepView): Promise<void> {
    await this.#mark(sheet, step, { kind: 'start' });
    if (sheet.casing && sheet.casing.soakMinutes > 0) {
      const minutes = sheet.casing.soakMinutes;
      await this.#mark(sheet, step, { kind: 'timer', timer: 'soak', minutes });
      await this.#mark(sheet, step, { kind: 'timer', timer: 'soak', minutes: 0 });
    }
  }

  async #putAway(batchId: string, stepId: string): Promise<void> {
    await recordMark(this.#app, this.#hand(), batchId, { id: uuid(), stepId, kind: 'chill', isIn: true });
  }

  /** A patty out of the mix, fried through, read and judged. */
  async #taste(sheet: BatchView, step: StepView): Promise<void> {
    await this.#out(sheet.id, step.id, { to: 'loss', reason: 'taste', massMg: this.#near(60_000, 0.2) });
    await this.#read(sheet, step, 'core', sheet.taste.doneC + Math.round(20 * this.#random()) / 10);
    await this.#read(sheet, step, 'verdict', 1);
  }

  async #mark(sheet: BatchView, step: StepView, mark: Mark): Promise<void> {
    await recordMark(this.#app, this.#hand(), sheet.id, { id: uuid(), stepId: step.id, ...mark });
  }

  #cold(): number {
    return Math.round(10 * (0.4 + 1.4 * this.#random())) / 10;
  }

  #temperature(step: StepView, ask: ReadingAsk): number {
    const tenth = (value: number) => Math.round(value * 10) / 10;
    if (ask.belowC !== undefined) return tenth(ask.belowC + 0.4 + 1.2 * this.#random());
    if (readingKind(ask.kind).opens) return tenth((ask.aboveC ?? 2) - 1.4 * this.#random());
    if (step.kind === 'emulsify') return tenth((ask.aboveC ?? 12) - 0.4 - 2 * this.#random());
    if (step.kind === 'smoke') return tenth(58 + 4 * this.#random());
    if (step.kind === 'cool') return tenth(3 + 2 * this.#random());
    return tenth(step.kind === 'grind' ? 2.4 + 2.2 * this.#random() : 0.6 + 1.5 * this.#random());
  }

  #count(sheet: BatchView, stepId: string): number {
    const step = sheet.steps.find((s) => s.id === stepId);
    const each = (sheet.linkMassG ?? 100) * 1000;
    return Math.max(1, Math.round((step?.outMg ?? 0) / each));
  }

  async #weigh(batchId: string, lineId: string, massMg: number, scaleId: string): Promise<void> {
    const division = scaleId === 'floor' ? 20_000 : scaleId === 'bench' ? 1_000 : 10;
    const shown = Math.max(division, Math.round(massMg / division) * division);
    await recordWeighing(this.#app, this.#hand(), batchId, {
      id: uuid(),
      lineId,
      massMg: shown,
      readingId: this.#readingId(scaleId),
    });
  }

  async #out(batchId: string, stepId: string, rest: Omit<MassOut, 'id' | 'stepId'>): Promise<void> {
    const readingId = this.#readingId(rest.massMg > 14_000_000 ? 'floor' : 'bench');
    const body = { id: uuid(), stepId, readingId, ...rest };
    const hand = this.#hand();
    await recordMassOut(this.#app, hand, batchId, body, hand);
  }

  async #read(sheet: BatchView, step: StepView, kind: string, value: number, load = 0): Promise<void> {
    this.#clock.minutes(1);
    await recordReading(this.#app, this.#hand(), sheet.id, {
      id: uuid(),
      stepId: step.id,
      kind: kind as ReadingName,
      value,
      load,
    });
  }

  #near(massMg: number, spread: number): number {
    return Math.max(1000, Math.round((massMg * (1 + spread * (2 * this.#random() - 1))) / 1000) * 1000);
  }

  #hand(): Person {
    const [first, second] = this.#cast.hands;
    const chosen = this.#random() < 0.6 ? first : second;
    if (!chosen) throw new Error('The demonstration needs two bench hands.');
    return chosen;
  }

  #readingId(scaleId: string): string {
    this.#reading += 1;
    return `${scaleId}-demo-${this.#reading}`;
  }
}
