import { casingMaterial } from '../casing/materials.js';
import type { ProductState } from './product.js';
import type { Allergen } from './ingredient.js';

/** Something that went in, as made. */
export interface LabelPart {
  name: string;
  massMg: number;
  allergens: readonly Allergen[];
  /** A compound is opened into what it is made of. */
  parts: readonly { name: string; allergen?: Allergen | undefined }[];
  /** Added water may stand at its weight in the finished product. */
  isWater?: boolean;
}

/**
 * What a line is made of, with the preservatives it holds: nitrite and nitrate are declared whatever it is called.
 */
export function declaredParts(
  name: string,
  parts: LabelPart['parts'],
  contents: { saltPct: number; nitritePct: number; nitratePct: number },
): LabelPart['parts'] {
  const says = (word: RegExp) => word.test(name) || parts.some((p) => word.test(p.name));
  const unsaid = [
    ...(contents.nitritePct > 0 && !says(/nitrite|E\s?2(49|50)/i)
      ? [{ name: 'preservative: sodium nitrite' }]
      : []),
    ...(contents.nitratePct > 0 && !says(/nitrate|saltpet|E\s?25[12]/i)
      ? [{ name: 'preservative: sodium nitrate' }]
      : []),
  ];
  if (unsaid.length === 0) return parts;
  const salt = parts.length === 0 && contents.saltPct > 0 && !/salt/i.test(name) ? [{ name: 'salt' }] : [];
  return [...parts, ...salt, ...unsaid];
}

interface LabelInput {
  parts: readonly LabelPart[];
  state: ProductState;
  /** Material of an edible casing, with the species it comes from. */
  casing?: string | null | undefined;
  cookingSentence?: string | undefined;
  /** What of it has gone since it was weighed in, mg: water that left is not declared. */
  goneMg?: number | undefined;
}

/** A run of the declaration; allergens are set apart. */
export interface LabelRun {
  text: string;
  allergen: boolean;
}

export interface Label {
  runs: LabelRun[];
  /** The same in one line, allergens in capitals. */
  text: string;
  allergens: Allergen[];
  stateSentence: string;
}

/** Words that stand for an allergen inside a name. */
const ALLERGEN_WORDS: Record<Allergen, RegExp> = {
  gluten: /wheat|rye|barley|oats|gluten/i,
  crustaceans: /prawns?|crab|shrimps?|crustaceans?/i,
  egg: /eggs?/i,
  fish: /fish|anchovy|anchovies/i,
  peanut: /peanuts?/i,
  soy: /soya?/i,
  milk: /milk|cheese|cream|butter|whey|lactose/i,
  nuts: /almonds?|hazelnuts?|walnuts?|pistachios?|cashews?|nuts?/i,
  celery: /celery|celeriac/i,
  mustard: /mustard/i,
  sesame: /sesame/i,
  sulphites: /sulphites?/i,
  lupin: /lupin/i,
  molluscs: /mussels?|oysters?|molluscs?/i,
};

/**
 * The declaration in descending order of weight as made, equal weights by name; compounds opened in
 * brackets, allergens marked, the casing named, and the state with its cooking sentence.
 */
export function declaration(input: LabelInput): Label {
  const merged = merge(input.parts);
  const listed = dried(merged, input.goneMg ?? 0).sort(
    (a, b) => b.massMg - a.massMg || a.name.localeCompare(b.name),
  );
  const runs: LabelRun[] = [];
  const add = (text: string, allergen = false) => runs.push({ text, allergen });
  listed.forEach((part, i) => {
    if (i > 0) add(', ');
    const inside = part.parts.map((inner) => inner.allergen);
    runs.push(
      ...marked(
        part.name,
        part.allergens.filter((a) => !inside.includes(a)),
      ),
    );
    if (part.parts.length > 0) {
      add(' (');
      part.parts.forEach((inner, j) => {
        if (j > 0) add(', ');
        runs.push(...marked(inner.name, inner.allergen ? [inner.allergen] : []));
      });
      add(')');
    }
  });
  if (input.casing) add(`${listed.length > 0 ? ', ' : ''}${input.casing}`);
  const allergens = [
    ...new Set(
      listed.flatMap((p) => [...p.allergens, ...p.parts.flatMap((i) => (i.allergen ? [i.allergen] : []))]),
    ),
  ];
  return {
    runs,
    text: runs.map((r) => (r.allergen ? r.text.toUpperCase() : r.text)).join(''),
    allergens,
    stateSentence: stateSentence(input.state, input.cookingSentence),
  };
}

/** What water went is taken from plain water first; a liquid with something in it dries down, and stays declared. */
function dried(parts: readonly LabelPart[], goneMg: number): LabelPart[] {
  const isPlain = (p: LabelPart) => p.allergens.length === 0 && p.parts.length === 0;
  const waters = parts.filter((p) => p.isWater).sort((a, b) => Number(isPlain(b)) - Number(isPlain(a)));
  let left = goneMg;
  const after = new Map<LabelPart, number>();
  for (const water of waters) {
    const taken = Math.min(water.massMg, left);
    left -= taken;
    after.set(water, water.massMg - taken);
  }
  return parts
    .filter((p) => p.massMg > 0 && ((after.get(p) ?? p.massMg) > 0 || !isPlain(p)))
    .map((p) => ({ ...p, massMg: after.get(p) ?? p.massMg }));
}

function merge(parts: readonly LabelPart[]): LabelPart[] {
  const byName = new Map<string, LabelPart>();
  for (const part of parts) {
    const known = byName.get(part.name);
    byName.set(part.name, known ? together(known, part) : part);
  }
  return [...byName.values()];
}

/** Two lots of one name: what either of them brings is declared. */
function together(a: LabelPart, b: LabelPart): LabelPart {
  const more = b.parts.filter((p) => a.parts.every((known) => known.name !== p.name));
  return {
    ...a,
    massMg: a.massMg + b.massMg,
    allergens: [...new Set([...a.allergens, ...b.allergens])],
    parts: [...a.parts, ...more],
  };
}

/** Marks the word that is the allergen; where the name does not say it, the allergen follows in brackets. */
function marked(name: string, allergens: readonly Allergen[]): LabelRun[] {
  let runs: LabelRun[] = [{ text: name, allergen: false }];
  const unsaid: Allergen[] = [];
  for (const allergen of allergens) {
    const at = runs.findIndex((r) => !r.allergen && ALLERGEN_WORDS[allergen].test(r.text));
    const match = ALLERGEN_WORDS[allergen].exec(runs[at]?.text ?? '');
    if (at < 0 || !match) {
      unsaid.push(allergen);
      continue;
    }
    const { text } = runs[at] ?? { text: '' };
    const cut = [
      { text: text.slice(0, match.index), allergen: false },
      { text: match[0], allergen: true },
      { text: text.slice(match.index + match[0].length), allergen: false },
    ].filter((r) => r.text !== '');
    runs = [...runs.slice(0, at), ...cut, ...runs.slice(at + 1)];
  }
  for (const allergen of unsaid) {
    runs.push(
      { text: ' (', allergen: false },
      { text: allergen, allergen: true },
      { text: ')', allergen: false },
    );
  }
  return runs;
}

function stateSentence(state: ProductState, cooking: string | undefined): string {
  const words: Record<ProductState, string> = {
    raw: 'Raw. Cook through before eating.',
    'raw smoked (not cooked)': 'Smoked, not cooked. Cook through before eating.',
    cooked: 'Cooked. Keep cold.',
    dried: 'Dried. Keep cold unless its maker states otherwise.',
  };
  return cooking?.trim() ? `${words[state]} ${cooking.trim()}` : words[state];
}

/** A casing as it stands on the label: what is eaten by its species, what is peeled as not edible. */
export function casingWords(casing: { material?: string | undefined } | null): string | null {
  return casing && casingMaterial(casing.material).words;
}
