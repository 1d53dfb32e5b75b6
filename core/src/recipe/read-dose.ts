import { InputError } from '../errors/index.js';
import { readDecimal } from '../quantity/decimal.js';
import { parseQuantity } from '../quantity/parse.js';
import type { NumberStyle } from '../quantity/read-number.js';
import { enteredDose, type Dose, type DoseBasis } from './dose.js';
import type { IngredientFacts, LineRole } from './ingredient.js';
import { looksLikeCure } from './common-ingredients.js';

export interface DoseContext {
  /** Name of the ingredient, to know a cure by. */
  name: string;
  role: LineRole;
  facts?: Pick<IngredientFacts, 'contents' | 'density' | 'densityRange' | 'packet'> | undefined;
  /** Meat that a plain weight, measure or number of packets is meant for, kg. */
  batchKg?: number | undefined;
  /** What a percentage without words is of. */
  basis: DoseBasis;
  numberStyle?: NumberStyle | undefined;
}

export type DoseReading =
  | { kind: 'dose'; dose: Dose; asWritten: string }
  /** Not a weight yet; `rangeGPerKg` where it lies between two. */
  | { kind: 'doubt'; doubt: string; asWritten: string; rangeGPerKg?: [number, number] };

const NO_WEIGHT =
  /\b(splash|dash|pinch|handful|glug|knob|drizzle|bottles?|jars?|cans?|tins?|glass(es)?|bunch(es)?|sprigs?|cloves?|heads?|leaf|leaves|some|a little|to taste|as needed|bulbs?)\b/i;
const RANGE = /^(.*?\d[\d./½¼¾⅓⅔ ]*)\s*(?:-|–|—|\bto\b|\bor\b)\s*(\d.*)$/i;
const SEPARATOR = /\/|\bper\b|\bfor\b|\bto\b|\bin\b|\bon\b/gi;
const PER =
  /^\s*(?:each|every)?\s*([\d.,/½¼¾ ]*)\s*(kg|kilos?|kilograms?|lbs?|pounds?|g|oz)\.?\s*(?:of\s+)?(meat|mix)?\s*$/i;

/**
 * A dose as people type it: `16 g/kg`, `1.6 %`, `3/4 cup per 10 kg`, `2 packets`, `150 ppm`, `640 g`.
 * What is not a weight (a range, a splash, a bottle, an unclear salt) comes back as a doubt that says
 * what would settle it; cure in a spoon is refused.
 *
 * @returns never throws for what a person typed; a doubt carries the sentence
 */
export function readDose(text: string, context: DoseContext): DoseReading {
  const asWritten = text.trim();
  const doubt = (sentence: string, rangeGPerKg?: [number, number]): DoseReading => ({
    kind: 'doubt',
    doubt: sentence,
    asWritten,
    ...(rangeGPerKg ? { rangeGPerKg } : {}),
  });
  if (asWritten === '') return doubt('No dose yet. Accepted: 16 g/kg, 1.6 %, 3/4 cup per 10 kg, 2 packets.');
  try {
    const dose = read(asWritten, context, doubt);
    enteredDose(dose);
    return { kind: 'dose', dose, asWritten };
  } catch (error) {
    if (error instanceof Doubt) return error.reading;
    if (error instanceof InputError) return doubt(error.issues[0]?.message ?? 'It could not be read.');
    throw error;
  }
}

/** A doubt on its way out of the reading. */
class Doubt extends Error {
  constructor(readonly reading: DoseReading) {
    super('doubt');
  }
}

type MakeDoubt = (sentence: string, rangeGPerKg?: [number, number]) => DoseReading;

function read(text: string, context: DoseContext, doubt: MakeDoubt): Dose {
  const percent = /^([\d.,/ ½¼¾]+?)\s*%\s*(?:(?:of|on)\s+(?:the\s+)?(meat|mix))?$/i.exec(text);
  if (percent) {
    const value = number(percent[1] ?? '', context);
    return (percent[2]?.toLowerCase() ?? context.basis) === 'mix'
      ? { pctOfMix: value }
      : { pctOfMeat: value };
  }
  const plain = /^([\d.,/ ½¼¾]+?)\s*g\s*(?:\/|per)\s*kg\s*(?:of\s+)?(meat|mix)?$/i.exec(text);
  if (plain) {
    const value = number(plain[1] ?? '', context);
    return plain[2]?.toLowerCase() === 'mix' ? { gPerKgMix: value } : { gPerKgMeat: value };
  }
  const ppm = /^([\d.,]+)\s*(?:ppm|mg\s*\/\s*kg)$/i.exec(text);
  if (ppm) return fromPpm(number(ppm[1] ?? '', context), context, doubt);
  if (/\bpackets?\b|\bsachets?\b/i.test(text)) return packets(text, context, doubt);
  if (NO_WEIGHT.test(text)) {
    throw new Doubt(
      doubt(`“${text}” is not a weight. Weigh it once, write the grams; the words are kept as a note.`),
    );
  }
  const { what, perKg, of } = apart(text, context);
  if (
    context.role === 'liquid' &&
    /\d\s*(oz|ounces?)\b/i.test(what) &&
    !/\b(fl|lbs?|pounds?)\b/i.test(what)
  ) {
    throw new Doubt(
      doubt(
        `“${what}” of a liquid can be a weight (28.35 g an ounce) or a volume (29.57 mL). Write “oz by weight” as grams, or “fl oz”.`,
      ),
    );
  }
  const range = RANGE.exec(what);
  if (range && !/^\d+\s*$/.test(what)) {
    const unit = /[a-z.]+\s*$/i.exec(what)?.[0] ?? '';
    const low = /[a-z]/i.test(range[1] ?? '') ? (range[1] ?? '') : `${range[1]} ${unit}`;
    const bounds = [low, range[2] ?? ''].map((part) => grams(part, context));
    const all = bounds.flat();
    const kg = need(perKg, text, doubt);
    throw new Doubt(
      doubt(`“${text}” is a range. Choose the one that is made; the words are kept as a note.`, [
        Math.min(...all) / kg,
        Math.max(...all) / kg,
      ]),
    );
  }
  const mass = grams(what, context);
  const kg = need(perKg, text, doubt);
  const [low, high] = mass;
  if (high !== undefined && low !== undefined && high > low) {
    throw new Doubt(
      doubt(
        `The same measure of ${context.name} weighs from ${round(low)} to ${round(high)} g: say which it is, or weigh it once.`,
        [low / kg, high / kg],
      ),
    );
  }
  const dose = (low ?? 0) / kg;
  return of === 'mix' ? { gPerKgMix: dose } : { gPerKgMeat: dose };
}

function need(perKg: number | undefined, text: string, doubt: MakeDoubt): number {
  if (perKg !== undefined && perKg > 0) return perKg;
  throw new Doubt(
    doubt(`“${text}” is for how much meat? Write it as “per 10 kg”, or give the recipe its batch.`),
  );
}

/** A dose parted from the meat it is for. */
function apart(
  text: string,
  context: DoseContext,
): { what: string; perKg: number | undefined; of: DoseBasis } {
  for (const match of [...text.matchAll(SEPARATOR)].reverse()) {
    const left = text.slice(0, match.index);
    const right = PER.exec(text.slice(match.index + match[0].length));
    if (!right || !/[a-z]/i.test(left)) continue;
    const count = (right[1] ?? '').trim() === '' ? '1' : (right[1] ?? '');
    const meat = parseQuantity(`${count} ${right[2]}`, { expect: 'mass', numberStyle: context.numberStyle });
    return {
      what: left.trim(),
      perKg: meat.kind === 'mass' ? meat.massMg / 1e6 : undefined,
      of: right[3]?.toLowerCase() === 'mix' ? 'mix' : 'meat',
    };
  }
  return { what: text, perKg: context.batchKg, of: 'meat' };
}

/** Grams of a weight or a measure; two figures where the form is not clear. */
function grams(text: string, context: DoseContext): number[] {
  const quantity = parseQuantity(text, { numberStyle: context.numberStyle });
  if (quantity.kind === 'mass') return [quantity.massMg / 1000];
  if (quantity.kind !== 'volume') {
    throw new InputError([
      { path: 'text', message: `“${text}” is a ${quantity.kind}, not a weight or a measure.` },
    ]);
  }
  if (isCure(context)) {
    throw new InputError([
      {
        path: 'text',
        message: `Cure is weighed, never measured by the spoon: a level and a heaped spoon differ by half. Write ${context.name} in grams.`,
      },
    ]);
  }
  const { density, densityRange } = context.facts ?? {};
  const toGrams = (gPerMl: number) => Math.round(quantity.volumeMl * gPerMl * 1000) / 1000;
  if (density) return [toGrams(density.gPerMl)];
  if (densityRange) return densityRange.map(toGrams);
  throw new InputError([
    {
      path: 'text',
      message: `What a measure of ${context.name} weighs is not known. Weigh “${text}” once, or give the ingredient its density.`,
    },
  ]);
}

function isCure(context: Pick<DoseContext, 'name' | 'role' | 'facts'>): boolean {
  const { contents } = context.facts ?? {};
  return (
    context.role === 'cure' ||
    looksLikeCure(context.name) ||
    (contents !== undefined && contents.nitritePct + contents.nitratePct > 0)
  );
}

/** Parts per million of what does the work: nitrite in a cure, the whole of anything else. */
function fromPpm(ppm: number, context: DoseContext, doubt: MakeDoubt): Dose {
  const pct = context.role === 'cure' ? context.facts?.contents.nitritePct : 100;
  if (pct === undefined || pct <= 0) {
    throw new Doubt(
      doubt(`ppm of ${context.name} need its nitrite strength; give the ingredient its strength.`),
    );
  }
  const gPerKg = ppm / 1000 / (pct / 100);
  return context.basis === 'mix' ? { gPerKgMix: gPerKg } : { gPerKgMeat: gPerKg };
}

function packets(text: string, context: DoseContext, doubt: MakeDoubt): Dose {
  const rated = context.facts?.packet;
  if (!rated) {
    throw new Doubt(doubt(`Give ${context.name} its net weight and the kilograms of meat it seasons.`));
  }
  const { what, perKg } = apart(text, context);
  const count = number(what.replace(/(packets?|sachets?).*$/i, '').trim() || '1', context);
  const kg = need(perKg, text, doubt);
  return { packet: { seasonsKg: kg / count, netG: rated.netG } };
}

function number(text: string, context: DoseContext): number {
  return readDecimal(text.trim(), context.numberStyle);
}

function round(value: number): string {
  return String(Number(value.toPrecision(3)));
}
