import { massToken } from '../quantity/tokens.js';

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
