import { traitsOf } from '../steps/index.js';
import { nitritePctOf } from './cure.js';
import { mixture } from '../blend/mixture.js';
import { unmixed } from '../cold-room/part.js';
import type { LotForm } from '../cold-room/arrival.js';
import type { AccountFact, BatchFacts, LineFact, LotCarries } from './facts.js';
import { carried } from './limits.js';
import { batchMasses, sumWhere } from './masses.js';

/** What stands at a step, as it is: computed from what was weighed in, never said. */
export interface Standing {
  balanceMg: number;
  /** Of all that stands there, water and spice included. */
  fatPct: number;
  fatSd: number;
  form: LotForm;
  saltGPerKg: number;
  nitritePpm: number;
  heat: 'raw' | 'raw smoked' | 'cooked';
  /** Species of its meats. */
  species: string[];
  /** A lot of its meats is held. */
  held: boolean;
  /** The earliest day that any of its lots may be used by. */
  useBy: string | null;
  /** What is in it besides its own meat, for the label. */
  carries: LotCarries;
}

/** Good meat that a batch has left over, as it stands. */
export interface LeftOver {
  lotId: string;
  batchId: string;
  number: number;
  product: string;
  owner: string | null;
  accountId: string;
  code: string;
  standing: Standing;
}

/**
 * What some of a step would be, kept as a lot of its own: the salt and the nitrite of every line and lot that
 * has come as far, per kilogram, and the heat that it has had.
 * @returns undefined for a step that holds nothing or is not of the batch
 */
export function standingAt(facts: BatchFacts, stepId: string): Standing | undefined {
  const step = facts.steps.find((s) => s.id === stepId);
  if (!step || step.placeAccountId === null) return undefined;
  const { live, ribbon } = batchMasses(facts);
  const places = new Map(facts.steps.map((s) => [s.placeAccountId, s.position]));
  const lines = facts.lines.flatMap((line) => {
    const massMg = sumWhere(live, (t) => t.lineId === line.id);
    const at = places.get(line.placeAccountId) ?? Infinity;
    const lot = facts.accounts.find((a) => a.id === line.lotAccountId);
    return massMg > 0 && at <= step.position ? [{ line, massMg, lot }] : [];
  });
  const kg = lines.reduce((sum, l) => sum + l.massMg, 0) / 1e6;
  const perKg = (of: (line: LineFact, lot: AccountFact | undefined) => number) =>
    kg === 0 ? 0 : lines.reduce((sum, l) => sum + (l.massMg / 1e6) * of(l.line, l.lot), 0) / kg;
  const meats = lines.flatMap((l) => (l.line.kind === 'meat' && l.lot ? [l.lot] : []));
  const form = formAt(facts, step.position);
  const fat = mixture(lines.map(fatPart));
  const days = meats.flatMap((lot) => lot.useBy ?? []).sort();
  return {
    balanceMg: ribbon.find((s) => s.accountId === step.placeAccountId)?.balanceMg ?? 0,
    ...(form === 'mixed' ? { fatPct: fat.fatPct, fatSd: fat.fatSd } : unmixed(fat, form)),
    form,
    saltGPerKg: perKg((line, lot) => (line.kind === 'meat' ? (lot?.saltGPerKg ?? 0) : 10 * saltPctOf(line))),
    nitritePpm: perKg((line, lot) =>
      line.kind === 'meat' ? (lot?.nitritePpm ?? 0) : 1e4 * nitritePctOf(line.document),
    ),
    heat: heatAt(facts, step.position, meats),
    species: [...new Set(meats.flatMap((lot) => lot.species ?? []))],
    held: meats.some((lot) => lot.lotStatus === 'hold' || lot.lotStatus === 'rejected'),
    useBy: days[0] ?? null,
    carries: carriesOf(lines),
  };
}

interface InIt {
  line: LineFact;
  massMg: number;
  lot: AccountFact | undefined;
}

function fatPart({ line, massMg, lot }: InIt) {
  const massKg = massMg / 1e6;
  if (line.kind === 'meat') return { massKg, fatPct: lot?.fatPct ?? 0, fatSd: lot?.fatSd ?? 0 };
  const { document } = line;
  const known = document ? carried([document]).get(document.ingredientId) : undefined;
  return { massKg, fatPct: known?.contents.fatPct ?? 0, fatSd: 0 };
}

/** Ground once anything was ground, mixed once it came through a mixer. */
function formAt(facts: BatchFacts, position: number): LotForm {
  const through = facts.steps.filter((s) => s.position <= position && !s.leftOut);
  const machines = through.map((s) => traitsOf(s.document).machine);
  if (through.some((s) => s.closedAt !== null && traitsOf(s.document).machine === 'mixer')) return 'mixed';
  return machines.includes('grinder') ? 'ground' : 'whole';
}

/** Everything that went in, the most first, with its allergens; meat that brings things names them. */
function carriesOf(lines: readonly InIt[]): LotCarries {
  const parts = new Map<string, { massMg: number; allergen: LotCarries['allergens'][number] | undefined }>();
  const add = (name: string, massMg: number, allergen?: LotCarries['allergens'][number]) =>
    parts.set(name, { massMg: (parts.get(name)?.massMg ?? 0) + massMg, allergen });
  const allergens = new Set<LotCarries['allergens'][number]>();
  for (const { line, massMg, lot } of lines) {
    const brings = line.kind === 'meat' ? lot?.carries : line.document?.carries;
    brings?.allergens.forEach((a) => allergens.add(a));
    if (line.kind === 'meat') add(lot?.species ?? line.name.toLowerCase(), massMg);
    else if (!brings?.parts.length) {
      const name = line.document?.carries?.declaredAs ?? line.name;
      add(name.toLowerCase(), massMg, brings?.allergens[0]);
    }
    brings?.parts.forEach((p) => {
      if (p.allergen) allergens.add(p.allergen);
      add(p.name, massMg / brings.parts.length, p.allergen);
    });
  }
  return {
    allergens: [...allergens],
    parts: [...parts]
      .sort(([, a], [, b]) => b.massMg - a.massMg)
      .map(([name, { allergen }]) => ({ name, ...(allergen ? { allergen } : {}) })),
  };
}

function saltPctOf({ document }: LineFact): number {
  return document ? (carried([document]).get(document.ingredientId)?.contents.saltPct ?? 0) : 0;
}

function heatAt(facts: BatchFacts, position: number, meats: readonly AccountFact[]): Standing['heat'] {
  const through = facts.steps.filter((s) => s.position < position || (s.position === position && s.closedAt));
  const traits = through.filter((s) => !s.leftOut).map((s) => traitsOf(s.document));
  if (traits.some((t) => t.heat === 'lethal') || meats.some((m) => m.heat === 'cooked')) return 'cooked';
  return traits.some((t) => t.smokes) || meats.some((m) => m.heat === 'raw smoked') ? 'raw smoked' : 'raw';
}
