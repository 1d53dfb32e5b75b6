import {
  casingMatter,
  ingredientMatter,
  keptMatter,
  meatMatter,
  pctOf,
  type Matter,
} from '../../matter/index.js';
import { plainAccount, type AccountFact, type BatchFacts, type LineFact } from './facts.js';

/** Fat that was tested since a lot was made differs by more than this, points: less is rounding. */
const RETESTED = 0.06;

/** What must be known of a lot of meat to say what it is made of. */
export type MeatFacts = Pick<
  AccountFact,
  | 'id'
  | 'name'
  | 'species'
  | 'wild'
  | 'answered'
  | 'owner'
  | 'heat'
  | 'lotStatus'
  | 'useBy'
  | 'frozenBefore'
  | 'fatPct'
  | 'fatSd'
  | 'saltGPerKg'
  | 'nitritePpm'
  | 'carries'
  | 'matter'
  | 'priceMinor'
>;

/** So much of a lot of meat, bought or made here. */
export function lotMatter(lot: MeatFacts, massMg: number): Matter {
  const { id, owner, matter, fatPct, fatSd, useBy, priceMinor } = lot;
  const held = lot.lotStatus === 'hold' || lot.lotStatus === 'rejected';
  if (matter) {
    const now = { id, owner, priceMinor, held, useBy, answered: lot.answered };
    const made = keptMatter(matter, { ...now, fat: null }, massMg);
    const isTested = fatPct !== null && Math.abs(fatPct - pctOf(made, 'fat', 'product')) > RETESTED;
    return isTested ? keptMatter(matter, { ...now, fat: { fatPct, fatSd: fatSd ?? 0 } }, massMg) : made;
  }
  return meatMatter(
    {
      id,
      name: lot.name,
      species: lot.species,
      owner: lot.owner,
      wild: lot.wild === true,
      answered: lot.answered,
      heat: lot.heat ?? 'raw',
      held,
      useBy,
      frozenBefore: lot.frozenBefore === true,
      fatPct: fatPct ?? 0,
      fatSd: fatSd ?? 0,
      saltGPerKg: lot.saltGPerKg ?? 0,
      nitritePpm: lot.nitritePpm ?? 0,
      carries: lot.carries,
      priceMinor,
    },
    massMg,
  );
}

/** So much of what a line of a batch weighs: its lot of meat, or its ingredient as its document says it is. */
export function lineMatter(line: LineFact, lot: AccountFact | undefined, massMg: number): Matter {
  const { document } = line;
  if (!document) return lotMatter(lot ?? blankLot(line), massMg);
  const { carries, role, name, nitritePct } = document;
  return ingredientMatter(
    {
      id: line.lotAccountId,
      name,
      role,
      known: carries,
      nitritePct,
      compound: carries?.compound ?? (carries?.parts.length ?? 0) > 1,
      unstated: carries?.unstated,
      owner: lot?.owner ?? null,
      priceMinor: lot?.priceMinor ?? null,
      held: lot?.lotStatus === 'hold' || lot?.lotStatus === 'rejected',
    },
    massMg,
  );
}

/** What a line brings in one kilogram: the one strength that doors, rooms and views ask. */
export function perKgOf(facts: Pick<BatchFacts, 'accounts'>, line: LineFact): Matter {
  return kilogramOf(
    line,
    facts.accounts.find((a) => a.id === line.lotAccountId),
  );
}

/** Worked out once for as long as line and lot are the same facts: both are asked of many times in every fold. */
const kilograms = new WeakMap<LineFact, { lot: AccountFact | undefined; matter: Matter }>();

/** {@link perKgOf} where the lot is known. */
export function kilogramOf(line: LineFact, lot: AccountFact | undefined): Matter {
  const known = kilograms.get(line);
  if (known && known.lot === lot) return known.matter;
  const matter = lineMatter(line, lot, 1e6);
  kilograms.set(line, { lot, matter });
  return matter;
}

/** Casing of a batch, by the metres that were used. */
export function casingOn(
  facts: Pick<BatchFacts, 'batch' | 'accounts'>,
  lotAccountId: string | undefined,
  lengthMm: number,
  massMg: number,
): Matter {
  const lot = facts.accounts.find((a) => a.id === lotAccountId);
  return casingMatter(
    {
      id: lotAccountId ?? 'casing',
      material: facts.batch.recipe.casing?.material,
      costMinor: ((lot?.priceMinor ?? 0) * lengthMm) / 1000,
    },
    massMg,
  );
}

/** A line whose lot nothing is known of. */
function blankLot({ lotAccountId: id, name, fatPct, fatSd }: LineFact): AccountFact {
  return { ...plainAccount({ id, kind: 'lot', measure: 'mg', name }), lotKind: 'trim', fatPct, fatSd };
}
