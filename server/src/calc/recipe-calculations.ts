import { NO_CONTENTS, declaration, readCard, readDose, recipeCost } from '@zest/core';
import { calcSchemas as schema } from '@zest/contract';
import { calculation, type Calculation } from './calculation.js';

/** Reading, labelling and costing recipes. Money is in major units, as everywhere on the command line. */
export const RECIPE_CALCULATIONS: Record<string, Calculation> = {
  dose: calculation(
    'A dose as people type it, as grams per kilogram, or what has to be settled first',
    schema.doseIn,
    { text: '3/4 cup per 10 kg', name: 'fine salt', role: 'salt', densityGPerMl: 1.23 },
    ({ text, name, role, batchKg, basis, densityGPerMl, densityRange, packet, ...contents }) =>
      readDose(text, {
        name,
        role,
        batchKg,
        basis,
        facts: {
          contents: {
            ...NO_CONTENTS,
            saltPct: contents.saltPct ?? 0,
            nitritePct: contents.nitritePct ?? 0,
            nitratePct: contents.nitratePct ?? 0,
          },
          density: densityGPerMl === undefined ? undefined : { gPerMl: densityGPerMl, source: 'given' },
          densityRange,
          packet,
        },
      }),
  ),
  card: calculation(
    'An old recipe read line by line, with kitchen densities and its doubts',
    schema.cardIn,
    { text: '4 tsp pepper, 1 tbsp thyme, 3 tbsp coarse salt for 7 lb' },
    ({ text, basis }) => readCard(text, { library: [], ...(basis ? { basis } : {}) }),
  ),
  declare: calculation(
    'The declaration from weights as made',
    schema.declareIn,
    {
      parts: [
        { name: 'pork', massKg: 10 },
        { name: 'rusk', massKg: 0.4, parts: [{ name: 'wheat flour', allergen: 'gluten' }] },
        { name: 'salt', massKg: 0.16 },
      ],
      state: 'raw',
      casing: 'casing (pork)',
    },
    ({ parts, productYield = 1, ...rest }) =>
      declaration({
        ...rest,
        goneMg:
          rest.state === 'raw'
            ? 0
            : parts.reduce((sum, p) => sum + p.massKg * 1e6, 0) * (1 - Math.min(1, productYield)),
        parts: parts.map(({ massKg, isWater, ...part }) => ({
          ...part,
          massMg: Math.round(massKg * 1e6),
          ...(isWater ? { isWater } : {}),
        })),
      }),
  ),
  'recipe-cost': calculation(
    'What a recipe costs and what drives it',
    schema.recipeCostIn,
    {
      meatPricePerKg: 4.1,
      lines: [{ name: 'salt', gPerKgMeat: 16, pricePerKg: 0.6 }],
      productYield: 0.95,
      linkG: 100,
    },
    ({ meatPricePerKg, lines, productYield, linkG, packG }) =>
      recipeCost({
        meatMinorPerKg: meatPricePerKg,
        lines: lines.map((l) => ({
          name: l.name,
          perMeat: l.gPerKgMeat / 1000,
          priceMinorPerKg: l.pricePerKg,
        })),
        mixPerMeat: 1 + lines.reduce((sum, l) => sum + l.gPerKgMeat / 1000, 0),
        productYield,
        linkMassG: linkG,
        packMassG: packG,
      }),
  ),
};
