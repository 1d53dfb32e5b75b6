import type { StepKind } from '../method/catalogue.js';
import { massToken } from '../quantity/tokens.js';

/** What is known of a batch when somebody asks what must be ready. Masses mg, lengths mm, times ms. */
export interface ReadyFacts {
  kind: StepKind;
  title: string;
  plateMm?: number | undefined;
  hornMm?: number | undefined;
  inMg: number;
  loads: number;
  /** Casing of the batch with its least soaking time, where it is soaked at all. */
  casing?: { name: string; calibreMm: number; soakMinutes: number } | undefined;
  /** When its soaking began; null when it has not. */
  soakingSinceMs?: number | null | undefined;
  nowMs: number;
  /** The batch carries cure. */
  cured: boolean;
}

export interface ReadyCheck {
  key: string;
  words: string;
  /** Shown apart, above the others: where a hand can be hurt. */
  caution?: true;
}

/** A horn passes into a casing when it is narrower than this part of the calibre (common practice). */
const HORN_PART = 0.75;

/**
 * What must be ready at a machine before meat goes into it, in the order in which a hand meets it.
 * A step without a machine has nothing to check.
 */
export function readyChecks(facts: ReadyFacts): ReadyCheck[] {
  switch (facts.kind) {
    case 'grind':
      return [
        {
          key: 'isolated',
          words: 'Plug pulled while the head was open; guard on before it goes back.',
          caution: true,
        },
        {
          key: 'knife',
          words: `Knife sharp, its flat side on the ${facts.plateMm ? `${facts.plateMm} mm ` : ''}plate.`,
        },
        { key: 'ring', words: 'Ring drawn up by hand, plate does not turn.' },
        { key: 'cold', words: 'Head, knife and plate came out of the cold.' },
        { key: 'tub', words: `Tub for ${massToken(facts.inMg)} under the head, on the scale at zero.` },
      ];
    case 'mix':
      return [
        { key: 'guard', words: 'Guard down before the paddle turns; plug pulled to clean.', caution: true },
        { key: 'loads', words: loadWords(facts) },
        ...(facts.cured
          ? [{ key: 'cure', words: 'Cure is weighed and dissolved; by hand it goes in at two times.' }]
          : []),
      ];
    case 'emulsify':
      return [
        {
          key: 'guard',
          words: 'Lid down before the knives turn; plug pulled before a hand goes in.',
          caution: true,
        },
        { key: 'ice', words: 'Ice and cold water stand ready, weighed.' },
        { key: 'probe', words: 'Hand probe works; it is read after every lot.' },
      ];
    case 'stuff':
      return [
        { key: 'guard', words: 'Piston down slowly; fingers out of the barrel.', caution: true },
        ...(facts.casing ? [{ key: 'horn', words: hornWords(facts.casing.calibreMm, facts.hornMm) }] : []),
        ...soakCheck(facts),
        { key: 'air', words: 'Barrel packed without air, fill pressed to the horn.' },
      ];
    default:
      return [];
  }
}

function loadWords({ loads, inMg }: ReadyFacts): string {
  return loads > 1
    ? `${loads} loads of about ${massToken(Math.round(inMg / loads))}; each gets its own tub of seasoning.`
    : `One load of ${massToken(inMg)} fits the mixer.`;
}

function hornWords(calibreMm: number, hornMm: number | undefined): string {
  const widest = Math.floor(calibreMm * HORN_PART);
  return hornMm === undefined
    ? `Horn narrower than ${widest} mm for a ${calibreMm} mm casing.`
    : `Horn of ${hornMm} mm fitted, for a ${calibreMm} mm casing.`;
}

function soakCheck({ casing, soakingSinceMs, nowMs }: ReadyFacts): ReadyCheck[] {
  if (!casing || casing.soakMinutes === 0) return [];
  if (soakingSinceMs === undefined || soakingSinceMs === null) {
    return [
      {
        key: 'soak',
        words: `${casing.name} soaked for ${casing.soakMinutes} min and flushed; nobody has noted when.`,
      },
    ];
  }
  const minutes = Math.floor((nowMs - soakingSinceMs) / 60_000);
  return [
    {
      key: 'soak',
      words:
        minutes >= casing.soakMinutes
          ? `${casing.name}, soaking for ${minutes} min, flushed.`
          : `${casing.name} has soaked ${minutes} of ${casing.soakMinutes} min.`,
    },
  ];
}

/** Something to fetch or set up before the first weight of a batch. */
export interface StartItem {
  key: string;
  words: string;
  /** The shop may not have it: shown with a warning. */
  short?: true;
}

export interface StartFacts {
  plates: readonly number[];
  mixMg: number;
  loads: number;
  /** Lines still to be weighed with what is free of their lot; a supply has no end. */
  lines: readonly {
    name: string;
    dueMg: number;
    weighedMg: number;
    stockMg: number | null;
    isLiquid: boolean;
  }[];
  casing?:
    { name: string; needMm: number; stockMm: number; soakMinutes: number; strands: boolean } | undefined;
  needsProbe: boolean;
}

/** What a batch needs before its first weight, computed from its method, its lines and the stock. */
export function startList(facts: StartFacts): StartItem[] {
  const items: StartItem[] = [];
  const short = facts.lines.filter((l) => l.stockMg !== null && l.stockMg < l.dueMg - l.weighedMg);
  for (const line of short) {
    items.push({
      key: `stock:${line.name}`,
      words: `${line.name}: ${massToken(line.dueMg - line.weighedMg)} is due, the lot has ${massToken(Math.max(0, line.stockMg ?? 0))}. Take another lot or a substitute.`,
      short: true,
    });
  }
  if (short.length === 0) items.push({ key: 'stock', words: 'Stock of every line is there.' });
  if (facts.plates.length > 0) {
    items.push({
      key: 'plates',
      words: `Plates ${facts.plates.map((p) => `${p} mm`).join(' and ')} with a sharp knife, in the cold.`,
    });
  }
  items.push({
    key: 'loads',
    words:
      facts.loads > 1
        ? `${massToken(facts.mixMg)} of mix in ${facts.loads} mixer loads; ${facts.loads} tubs of ${massToken(Math.round(facts.mixMg / facts.loads))}.`
        : `${massToken(facts.mixMg)} of mix in one mixer load; a tub that holds it.`,
  });
  const liquids = facts.lines.filter((l) => l.isLiquid && l.weighedMg < l.dueMg);
  for (const liquid of liquids) {
    items.push({
      key: `liquid:${liquid.name}`,
      words: `${massToken(liquid.dueMg)} of ${liquid.name.toLowerCase()} in the cold.`,
    });
  }
  if (facts.casing) {
    const { name, needMm, stockMm, soakMinutes } = facts.casing;
    const missing = stockMm < needMm;
    items.push({
      key: 'casing',
      words: `${(needMm / 1000).toFixed(1)} m of ${name}${soakMinutes > 0 ? `, soaked ${soakMinutes} min before stuffing` : ''}; ${missing ? `only ${(stockMm / 1000).toFixed(1)} m is there` : facts.casing.strands ? 'opened strands first' : 'it is there'}.`,
      ...(missing ? { short: true as const } : {}),
    });
  }
  items.push({ key: 'scale', words: 'Scales stand level and show zero.' });
  if (facts.needsProbe) items.push({ key: 'probe', words: 'Hand probe reads 0 °C in ice water.' });
  return items;
}

/** Least soaking, minutes, by what a casing is made of (common practice; the packet decides). */
export const SOAK_MINUTES: Record<'hog' | 'sheep' | 'beef' | 'collagen' | 'fibrous' | 'cellulose', number> = {
  hog: 60,
  sheep: 45,
  beef: 60,
  collagen: 0,
  fibrous: 30,
  cellulose: 0,
};
