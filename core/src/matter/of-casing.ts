import { casingMaterial } from '../casing/materials.js';
import { NOTHING, type Matter } from './matter.js';

/** The casing that goes onto a mass: it weighs, it has a species, and it is neither meat nor mix. */
export function casingMatter(
  casing: { id: string; material: string | undefined; costMinor: number },
  massMg: number,
): Matter {
  const { words, species } = casingMaterial(casing.material);
  return {
    ...NOTHING,
    massMg,
    origin: new Map([
      [
        casing.id,
        {
          massMg,
          is: {
            kind: 'casing',
            name: words,
            species,
            owner: null,
            wild: false,
            allergens: [],
            parts: [],
            isWater: false,
            unstated: false,
          },
        },
      ],
    ]),
    costMinor: casing.costMinor,
  };
}
