import type { Matter, OriginFacts } from './matter.js';
import { resized } from './matter.js';
import { eachPart, type PartName, type Parts } from './parts.js';

/** The matter of a lot that was made here, as it is written down once; its worth stands with the lot's price. */
export interface KeptMatter {
  massMg: number;
  origin: readonly (OriginFacts & { id: string; massMg: number })[];
  /** A part that is not named is not in it. */
  parts: Partial<Record<PartName, number>>;
  doubts: readonly { id: string; mg: number }[];
  worst: Matter['worst'];
}

/** What is written down of a mass. */
export function toKept({ massMg, origin, parts, doubts, worst }: Matter): KeptMatter {
  const some = Object.entries(parts).filter(([, mg]) => mg > 0);
  return {
    massMg,
    origin: [...origin].map(([id, one]) => ({ ...one.is, massMg: one.massMg, id })),
    parts: Object.fromEntries(some),
    doubts: [...doubts].map(([id, mg]) => ({ id, mg })),
    worst,
  };
}

/** What is known of a lot that was made here beside what was written: owner, price, hold and day are those of today. */
interface KeptNow {
  id: string;
  /** Whose it is now, whatever went in. */
  owner: string | null;
  priceMinor: number | null;
  held: boolean;
  useBy: string | null;
  /** Parasites of all of it were answered for since. */
  answered?: boolean | undefined;
  /** Fat as it is thought to be now, of all of it, and how surely; null where no test has said otherwise. */
  fat: { fatPct: number; fatSd: number } | null;
}

/** So much of a lot that was made here. */
export function keptMatter(kept: KeptMatter, now: KeptNow, massMg: number): Matter {
  const whole: Matter = {
    massMg: kept.massMg,
    origin: new Map(
      kept.origin.map(({ id, massMg: mg, ...is }) => [
        id,
        {
          massMg: mg,
          is:
            is.kind === 'meat'
              ? { ...is, owner: now.owner, ...(now.answered ? { answered: true } : {}) }
              : is,
        },
      ]),
    ),
    parts: eachPart((name) => kept.parts[name] ?? 0),
    doubts: new Map(kept.doubts.map(({ id, mg }) => [id, mg])),
    costMinor: now.priceMinor === null ? 0 : (kept.massMg / 1e6) * now.priceMinor,
    unpriced: new Set(now.priceMinor === null ? [now.id] : []),
    worst: { ...kept.worst, held: now.held, useBy: now.useBy },
  };
  return resized(now.fat ? withFat(whole, now.id, now.fat) : whole, massMg);
}

/** A test has found another fat: lean and fat change places, water and protein with them. */
function withFat(whole: Matter, id: string, { fatPct, fatSd }: { fatPct: number; fatSd: number }): Matter {
  const fat = (fatPct / 100) * whole.massMg;
  const more = fat - whole.parts.fat;
  const { water, protein, meatProtein } = whole.parts;
  const lean = water + protein;
  const by = lean > 0 ? Math.max(0, 1 - more / lean) : 1;
  const parts: Parts = {
    ...whole.parts,
    fat,
    meatFat: Math.max(0, whole.parts.meatFat + more),
    water: water * by,
    protein: protein * by,
    meatProtein: meatProtein * by,
  };
  return { ...whole, parts, doubts: new Map([[id, (fatSd / 100) * whole.massMg]]) };
}
