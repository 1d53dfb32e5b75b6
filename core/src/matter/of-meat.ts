import { leanComposition } from '../blend/lean-model.js';
import type { HeatState } from '../cold-room/arrival.js';
import type { Allergen } from '../recipe/ingredient.js';
import { NOTHING, type Matter, type OriginFacts } from './matter.js';
import { NO_PARTS } from './parts.js';

/** A lot of meat as its delivery and its trim say it is. */
export interface MeatLot {
  id: string;
  /** What it is called where its species is not known. */
  name: string;
  species: string | null;
  owner: string | null;
  wild: boolean;
  answered?: boolean | undefined;
  heat: HeatState;
  held: boolean;
  useBy: string | null;
  frozenBefore: boolean;
  fatPct: number;
  fatSd: number;
  saltGPerKg: number;
  /** As sodium nitrite. */
  nitritePpm: number;
  carries: {
    allergens: readonly Allergen[];
    parts: readonly { name: string; allergen?: Allergen | undefined }[];
  } | null;
  /** Minor units per kg; null where it has no price. */
  priceMinor: number | null;
}

/**
 * So much of a lot of meat. Water and protein are those of lean muscle for what is neither fat nor salt.
 *
 * @param massMg of it
 */
export function meatMatter(lot: MeatLot, massMg: number): Matter {
  const { id, saltGPerKg, nitritePpm, fatPct } = lot;
  const fat = (fatPct / 100) * massMg;
  const salt = (saltGPerKg / 1000) * massMg;
  const lean = leanComposition(fatPct + saltGPerKg / 10);
  const protein = (Math.max(0, lean.proteinPct) / 100) * massMg;
  const doubt = (lot.fatSd / 100) * massMg;
  return {
    ...NOTHING,
    massMg,
    origin: new Map([[id, { massMg, is: asMeat(lot) }]]),
    parts: {
      ...NO_PARTS,
      water: (Math.max(0, lean.waterPct) / 100) * massMg,
      fat,
      protein,
      salt,
      nitrite: (nitritePpm / 1e6) * massMg,
      meatProtein: protein,
      meatFat: fat,
    },
    doubts: doubt > 0 ? new Map([[id, doubt]]) : NOTHING.doubts,
    ...costOf(id, lot.priceMinor, massMg),
    worst: { heat: lot.heat, held: lot.held, useBy: lot.useBy, frozenBefore: lot.frozenBefore },
  };
}

/** What something costs, minor units, by its price per kg; without one it is named as unpriced. */
export function costOf(
  id: string,
  priceMinor: number | null,
  massMg: number,
): Pick<Matter, 'costMinor' | 'unpriced'> {
  return priceMinor === null
    ? { costMinor: 0, unpriced: new Set([id]) }
    : { costMinor: (massMg / 1e6) * priceMinor, unpriced: NOTHING.unpriced };
}

/** A meat as it was bought: what was smoked, cooked, salted or cured before stands with what is in it. */
function asMeat(lot: MeatLot): OriginFacts {
  const { species, name, heat, wild, answered, owner, carries, nitritePpm, saltGPerKg } = lot;
  const kind = species ?? name.toLowerCase();
  const before = heat === 'cooked' ? 'cooked ' : heat === 'raw smoked' ? 'smoked ' : '';
  const cured = nitritePpm > 0;
  const salted = saltGPerKg > 0;
  const brought = carries?.parts ?? [];
  const isNamed = (words: RegExp) => brought.some((p) => words.test(p.name));
  return {
    kind: 'meat',
    isWater: false,
    unstated: false,
    name: `${before}${cured ? 'cured ' : ''}${kind}`,
    species,
    owner,
    wild,
    ...(answered ? { answered } : {}),
    allergens: carries?.allergens ?? [],
    parts: [
      ...(brought.length > 0 || cured || salted
        ? isNamed(new RegExp(kind, 'i'))
          ? []
          : [{ name: kind }]
        : []),
      ...brought,
      ...(salted && !isNamed(/salt/i) ? [{ name: 'salt' }] : []),
      ...(cured && !isNamed(/nitrite|cure/i) ? [{ name: 'preservative: sodium nitrite' }] : []),
    ],
  };
}
