import type { HeatState } from '../../cold-room/arrival.js';
import { SHOP_ACCOUNTS } from '../../ledger/shop-accounts.js';
import { leavesAs } from '../../ledger/losses.js';
import { NOTHING, heated, joinAll, lose, type Matter } from '../../matter/index.js';
import { Pile } from '../../matter/pile.js';
import { asksOf, countingFor, readingKind, traitsOf } from '../../steps/index.js';
import type { BatchFacts, LineFact, StepFact, TransferFact } from './facts.js';
import { Heaps, offMg, type Slice } from './heap.js';
import { partingStep, productAccounts } from './lanes.js';
import { casingOn, kilogramOf, lotMatter } from './stuff.js';

/** What the masses of a batch are made of, wherever they are. */
export interface BatchMatters {
  /** What stands at a place now, or has come to its end in an account: beside each other what nothing mixes. */
  at(accountId: string | null): readonly Matter[];
  /** The same as one. */
  together(accountId: string | null): Matter;
  /** Everything that was weighed in. */
  readonly weighedIn: Matter;
  /** What a line was weighed into, itself included, as it stood when that was done. */
  receivedWith(lineId: string): Matter | undefined;
  /** What went from a place where something parts off to one of those that it parts to; nothing for other places. */
  passed(from: string | null, to: string | null): Matter;
  /** Kept as lots of their own, left over or given back: not lost, and not the product of this batch. */
  readonly setAside: Matter;
}

/**
 * What every mass of a batch is made of, by its transfers in their order. What is weighed out before the entry that
 * brought it – one that waited on another device, or a figure that was computed again – is made of what came later.
 *
 * Cost: transfers × lots that are in a mass.
 */
export function batchMatters(facts: BatchFacts, live: readonly TransferFact[]): BatchMatters {
  return new Replay(facts, live);
}

class Replay implements BatchMatters {
  readonly #facts: BatchFacts;
  readonly #live: readonly TransferFact[];
  readonly #steps: ReadonlyMap<string, StepFact>;
  readonly #lines: ReadonlyMap<string, LineFact>;
  readonly #accounts;
  readonly #heaps = new Map<string, Heaps>();
  readonly #received = new Map<string, Matter>();
  /** Transfers into each account that are still to be replayed, by their index. */
  readonly #coming = new Map<string, number[]>();
  readonly #done: boolean[] = [];
  /** What leaves a place by air, heat or as juice: what goes on from there has lost its share of it already. */
  readonly #shrinks: ReadonlyMap<string, Shrink>;
  readonly #heat = new Map<string, HeatState | null>();
  readonly #kilograms = new Map<string, Pile>();
  /** What went on from places where something parts off, by where it went. */
  readonly #passed: ReadonlyMap<string, Map<string, Pile>>;

  constructor(facts: BatchFacts, live: readonly TransferFact[]) {
    this.#facts = facts;
    this.#live = live;
    this.#accounts = new Map(facts.accounts.map((a) => [a.id, a]));
    this.#lines = new Map(facts.lines.map((l) => [l.id, l]));
    this.#steps = new Map(
      facts.steps.flatMap((s) => (s.placeAccountId ? [[s.placeAccountId, s] as const] : [])),
    );
    this.#shrinks = shrinking(facts, live);
    this.#passed = new Map(
      facts.portions.flatMap((p) => {
        const from = partingStep(facts, p)?.placeAccountId;
        return from ? [[from, new Map<string, Pile>()] as const] : [];
      }),
    );
    live.forEach((t, i) => {
      const list = this.#coming.get(t.to);
      if (list) list.push(i);
      else this.#coming.set(t.to, [i]);
    });
    live.forEach((_, i) => this.#replay(i));
  }

  at(accountId: string | null): readonly Matter[] {
    if (accountId === null) return [];
    const heat = this.#heatAt(accountId);
    const all = this.#heaps.get(accountId)?.all ?? [];
    return heat ? all.map((m) => heated(m, heat)) : all;
  }

  together(accountId: string | null): Matter {
    return joinAll(this.at(accountId));
  }

  receivedWith(lineId: string): Matter | undefined {
    return this.#received.get(lineId);
  }

  passed(from: string | null, to: string | null): Matter {
    return (
      this.#passed
        .get(from ?? '')
        ?.get(to ?? '')
        ?.asMatter() ?? NOTHING
    );
  }

  get setAside(): Matter {
    const products = new Set(productAccounts(this.#facts));
    const ends = [...this.#heaps].filter(
      ([id]) => !products.has(id) && this.#accounts.get(id)?.kind === 'lot',
    );
    return joinAll(ends.map(([, heaps]) => heaps.together));
  }

  #replay(index: number): void {
    const t = this.#live[index];
    if (!t || this.#done[index]) return;
    this.#done[index] = true;
    if (this.#steps.has(t.from)) this.#out(t);
    else if (this.#steps.has(t.to)) this.#brought(t);
  }

  /** Where mass stands, or a lot that it is kept as. */
  #isEnd(accountId: string): boolean {
    return this.#steps.has(accountId) || this.#accounts.get(accountId)?.kind === 'lot';
  }

  #in(t: TransferFact, slice: Slice): void {
    if (!this.#isEnd(t.to)) return;
    this.#note(t, slice);
    const heaps = this.#heapsOf(t.to);
    heaps.add(slice);
    // What a correction was weighed into is asked later; what the rest was, never.
    if (t.lineId !== null && this.#isCorrection(t.lineId)) this.#received.set(t.lineId, heaps.together);
  }

  /** What a place parts is told by where it goes. */
  #note({ from, to }: TransferFact, { of, massMg, heat }: Slice): void {
    const ways = this.#passed.get(from);
    if (!ways) return;
    const pile = ways.get(to) ?? new Pile();
    pile.add(of, massMg, heat);
    ways.set(to, pile);
  }

  /** A kilogram of a line, worked out once. */
  #perKg(line: LineFact): Pile {
    const known = this.#kilograms.get(line.id);
    if (known) return known;
    const one = Pile.of(kilogramOf(line, this.#accounts.get(line.lotAccountId)));
    this.#kilograms.set(line.id, one);
    return one;
  }

  get weighedIn(): Matter {
    const byLine = new Map<string, number>();
    for (const { lineId, amount } of this.#live)
      if (lineId !== null) byLine.set(lineId, (byLine.get(lineId) ?? 0) + amount);
    return joinAll(
      [...byLine].flatMap(([id, mg]) => {
        const line = this.#lines.get(id);
        return line ? [this.#perKg(line).asMatter(mg)] : [];
      }),
    );
  }

  #isCorrection(lineId: string): boolean {
    const stepId = this.#lines.get(lineId)?.stepId;
    return this.#facts.steps.some((s) => s.id === stepId && s.origin !== null);
  }

  /** What comes from a lot or a supply; what is found in a place is more of what stands there. */
  #brought(t: TransferFact): void {
    const line = t.lineId === null ? undefined : this.#lines.get(t.lineId);
    const lot = this.#accounts.get(t.from);
    const all = (matter: Matter) => this.#in(t, { of: Pile.of(matter), massMg: t.amount, heat: null });
    if (line) this.#in(t, { of: this.#perKg(line), massMg: t.amount, heat: null });
    else if (t.from === SHOP_ACCOUNTS.casingMass) all(this.#casing(t));
    else if (lot?.kind === 'lot') all(lotMatter(lot, t.amount));
    else if (t.from === SHOP_ACCOUNTS.takeUp) all(waterMatter(t.amount));
    else this.#heapsOf(t.to).swell(t.amount);
  }

  #casing(t: TransferFact): Matter {
    const metres = this.#facts.transfers.find((m) => m.id === t.withId);
    return casingOn(this.#facts, metres?.from, metres?.amount ?? 0, t.amount);
  }

  /** What leaves a place: its share of what stands there, heated as its record says, less what air and heat took. */
  #out(t: TransferFact): void {
    const shrink = this.#shrinks.get(t.from);
    const way = leavesAs(t.to);
    if (way !== 'as is') {
      if (!shrink) this.#shrink(t, way);
      return;
    }
    const grossMg = shrink ? t.amount * shrink.by : t.amount;
    this.#fetch(t.from, grossMg);
    this.#heapsOf(t.from).remove(grossMg, this.#heatAt(t.from), ({ of, massMg, heat }) => {
      if (!shrink) return this.#in(t, { of, massMg, heat });
      const net = shrunk(of.asMatter(massMg), shrink);
      return this.#in(t, { of: Pile.of(net), massMg: net.massMg, heat });
    });
  }

  /** Air and heat took it, and nothing has gone on yet. */
  #shrink({ from, amount }: TransferFact, way: 'water' | 'fat' | 'drip'): void {
    this.#fetch(from, amount);
    const heaps = this.#heapsOf(from);
    const held = heaps.massMg;
    if (held > 0) heaps.change((heap) => lose(heap, (amount * heap.massMg) / held, way));
  }

  /**
   * Mass cannot leave before it came: what stands later in the list and is needed now was there. Within the error of
   * the scales nothing is fetched, or cure that was put in late would be in what had left before it.
   */
  #fetch(accountId: string, massMg: number): void {
    const heaps = this.#heapsOf(accountId);
    for (const index of this.#coming.get(accountId) ?? []) {
      if (heaps.massMg + offMg(massMg) >= massMg) return;
      this.#replay(index);
    }
  }

  #heapsOf(accountId: string): Heaps {
    const known = this.#heaps.get(accountId);
    if (known) return known;
    const step = this.#steps.get(accountId);
    const heaps = new Heaps(step !== undefined && traitsOf(step.document).set !== true);
    this.#heaps.set(accountId, heaps);
    return heaps;
  }

  #heatAt(accountId: string): HeatState | null {
    const known = this.#heat.get(accountId);
    if (known !== undefined) return known;
    const step = this.#steps.get(accountId);
    const heat = step ? heatOnRecord(this.#facts, step) : null;
    this.#heat.set(accountId, heat);
    return heat;
  }
}

/** What went out of a place besides what went on, and how much more must be taken for a kilogram that goes on. */
interface Shrink {
  by: number;
  /** Parts of a gross kilogram. */
  ways: readonly { way: 'water' | 'fat' | 'drip'; part: number }[];
}

/** Air and heat take while it stands there, whenever that is written down: each kilogram that goes on has lost its share. */
function shrinking(facts: BatchFacts, live: readonly TransferFact[]): Map<string, Shrink> {
  const places = new Set(facts.steps.flatMap((s) => s.placeAccountId ?? []));
  const sums = new Map<string, { onMg: number; ways: Map<'water' | 'fat' | 'drip', number> }>();
  for (const { from, to, amount } of live) {
    if (!places.has(from)) continue;
    const sum = sums.get(from) ?? { onMg: 0, ways: new Map() };
    const way = leavesAs(to);
    if (way === 'as is') sum.onMg += amount;
    else sum.ways.set(way, (sum.ways.get(way) ?? 0) + amount);
    sums.set(from, sum);
  }
  return new Map(
    [...sums].flatMap(([place, { onMg, ways }]) => {
      if (ways.size === 0 || onMg === 0) return [];
      const grossMg = [...ways.values()].reduce((all, mg) => all + mg, onMg);
      const parts = [...ways].map(([way, mg]) => ({ way, part: mg / grossMg }));
      return [[place, { by: grossMg / onMg, ways: parts }] as const];
    }),
  );
}

/** Taken up in a bath. */
function waterMatter(massMg: number): Matter {
  return { ...NOTHING, massMg, parts: { ...NOTHING.parts, water: massMg, addedWater: massMg } };
}

function shrunk(gross: Matter, { ways }: Shrink): Matter {
  return ways.reduce((left, { way, part }) => lose(left, gross.massMg * part, way), gross);
}

/** The heat that the record of a step proves: a core that was reached, smoke that was read; never its name alone. */
function heatOnRecord(facts: BatchFacts, step: StepFact): HeatState | null {
  const { heat, smokes } = traitsOf(step.document);
  if (heat === undefined && !smokes) return null;
  const mine = facts.readings.filter((r) => r.stepId === step.id);
  if (heat === 'lethal') {
    const asks = asksOf(step.document);
    const cores = asks.filter((ask) => ask.belowC !== undefined);
    const isReached = cores.every((ask) => {
      const values = countingFor(asks, ask, mine).map((r) => r.value);
      return values.length > 0 && readingKind(ask.kind).judge(ask, values) === null;
    });
    return cores.length > 0 && isReached ? 'cooked' : null;
  }
  return smokes && (mine.length > 0 || step.closedAt !== null) ? 'raw smoked' : null;
}
