import { leanComposition } from '../blend/lean-model.js';
import { InputError, inputError, type InputIssue } from '../errors/index.js';
import { CONTENT_NAMES, NO_CONTENTS, type Allergen, type Contents } from '../recipe/ingredient.js';
import { allergensOf, gPerKgOf, pctOf, ppmOf, present, speciesOf, type Basis } from './figures.js';
import { NOTHING, joinAll, lose, resized, type LossWay, type Matter } from './matter.js';
import { PART_NAMES, statedParts, type PartName } from './parts.js';

/** Percent by weight; what is not named is not in it. */
type Stated = { [K in keyof Contents]?: Contents[K] | undefined };

/** Something weighed into a mixture, with what it holds; what a meat does not state is that of lean muscle. */
interface StuffLine {
  name: string;
  massKg: number;
  meat?: boolean | undefined;
  species?: string | undefined;
  contents: Stated;
  allergens?: readonly Allergen[] | undefined;
}

interface MixtureInput {
  lines: readonly StuffLine[];
  /** In the order in which they happened. */
  losses?: readonly { massKg: number; as: LossWay }[] | undefined;
  /** Only so much of what is left. */
  takeKg?: number | undefined;
}

export interface MixtureAnswer {
  massKg: number;
  /** kg of each part, as it stands. */
  parts: Record<PartName, number>;
  /** Of the mass as it stands. */
  perKg: Figures & { waterPct: number; proteinPct: number };
  /** Per meat block: fat is that of the meats. */
  onMeat: Figures;
  /** Of everything as weighed in. */
  onMix: Figures;
  species: { species: string; pct: number }[];
  allergens: Allergen[];
  /** As weighed in, the most first. */
  declaration: { name: string; pct: number }[];
}

interface Figures {
  fatPct: number;
  saltGPerKg: number;
  nitritePpm: number;
}

const MG = 1e6;

/**
 * What a mixture is made of once some of it has dried, rendered, dripped or gone.
 *
 * @param input kg and percent by weight
 * @throws InputError at `lines[i].massKg`, `losses[i].massKg` or `takeKg`
 * @example describeMixture({ lines: [{ name: 'pork', massKg: 9.85, meat: true, contents: { fatPct: 20 } }, { name: 'salt', massKg: 0.15, contents: { saltPct: 100 } }], losses: [{ massKg: 3.6, as: 'water' }] }).perKg.saltGPerKg // 23.4375
 */
export function describeMixture({ lines, losses = [], takeKg }: MixtureInput): MixtureAnswer {
  const issues: InputIssue[] = lines.flatMap((line, i) =>
    line.massKg > 0 && line.massKg <= 1e6
      ? []
      : [{ path: `lines[${i}].massKg`, message: `${line.name} must weigh more than 0 kg.` }],
  );
  if (issues.length > 0) throw new InputError(issues);
  const mixed = joinAll(lines.map(matterOf));
  const left = losses.reduce((matter, { massKg, as }, i) => {
    if (massKg > 0 && massKg * MG < matter.massMg) return lose(matter, massKg * MG, as);
    const message = `Only ${(matter.massMg / MG).toFixed(3)} kg are there; what is lost must be above 0 kg and less.`;
    throw inputError(`losses[${i}].massKg`, message);
  }, mixed);
  if (takeKg !== undefined && !(takeKg > 0 && takeKg * MG <= left.massMg * (1 + 1e-9))) {
    throw inputError(
      'takeKg',
      `Only ${(left.massMg / MG).toFixed(3)} kg are there; take more than 0 kg and no more.`,
    );
  }
  return answer(takeKg === undefined ? left : resized(left, takeKg * MG));
}

function matterOf(line: StuffLine): Matter {
  const massMg = line.massKg * MG;
  const own = line.meat ? muscle(line.contents) : {};
  const contents = { ...NO_CONTENTS };
  for (const name of CONTENT_NAMES) contents[name] = line.contents[name] ?? own[name] ?? 0;
  const stated = statedParts(contents, massMg);
  const isMeat = line.meat === true;
  return {
    ...NOTHING,
    massMg,
    origin: new Map([
      [
        line.name,
        {
          massMg,
          is: {
            kind: isMeat ? 'meat' : 'ingredient',
            name: line.name,
            species: line.species ?? null,
            owner: null,
            wild: false,
            allergens: line.allergens ?? [],
            parts: [],
            isWater: false,
            unstated: false,
          },
        },
      ],
    ]),
    parts: {
      ...stated,
      meatFat: isMeat ? stated.fat : 0,
      meatProtein: isMeat || line.species !== undefined ? stated.protein : 0,
    },
  };
}

/** Water and protein of what is neither fat nor salt, where a meat states neither. */
function muscle({ fatPct = 0, saltPct = 0, waterPct, proteinPct }: Stated): Stated {
  if (waterPct !== undefined || proteinPct !== undefined) return {};
  const lean = leanComposition(Math.min(100, fatPct + saltPct));
  return { waterPct: lean.waterPct, proteinPct: lean.proteinPct };
}

function answer(matter: Matter): MixtureAnswer {
  const on = (basis: Basis): Figures => ({
    fatPct: pctOf(matter, basis === 'meat block' ? 'meatFat' : 'fat', basis),
    saltGPerKg: gPerKgOf(matter, 'salt', basis),
    nitritePpm: ppmOf(matter, 'nitrite', basis),
  });
  const inIt = present(matter);
  const weighedMg = inIt.reduce((sum, o) => sum + o.massMg, 0);
  const kg = PART_NAMES.map((name) => [name, matter.parts[name] / MG]);
  return {
    massKg: matter.massMg / MG,
    parts: Object.fromEntries(kg) as Record<PartName, number>,
    perKg: {
      ...on('product'),
      waterPct: pctOf(matter, 'water', 'product'),
      proteinPct: pctOf(matter, 'protein', 'product'),
    },
    onMeat: on('meat block'),
    onMix: on('mix'),
    species: speciesOf(matter).map(({ species, pct }) => ({ species, pct })),
    allergens: allergensOf(matter),
    declaration: inIt
      .map(({ is: { name }, massMg }) => ({ name, pct: (100 * massMg) / weighedMg }))
      .sort((a, b) => b.pct - a.pct || a.name.localeCompare(b.name)),
  };
}
