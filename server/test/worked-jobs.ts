import type { Dose } from '@zest/core';

/** A job worked with a pocket calculator: what is put in beside what must come of it. */
export interface Job {
  name: string;
  method: string;
  fatClass: 'fresh pork' | 'cooked' | 'dried';
  meatKg: number;
  /** Ingredient of the shelf, its dose, and the grams it comes to. */
  lines: readonly (readonly [name: string, dose: Dose, grams: number])[];
  mixKg: number;
  /** Salt of every source, g per kg of meat. */
  saltGPerKg: number;
  /** Sodium nitrite on the mix, mg per kg; absent where there is none. */
  nitritePpm?: number;
  nitratePpm?: number;
}

/** Plain salt is all salt; the cure of the shelf is 99.4 % salt and 0.6 % sodium nitrite, the slow one 99.3 %, 0.4 % and 0.3 % nitrate. */
export const JOBS: readonly Job[] = [
  {
    // 8 kg: 16 × 8 = 128; 2.5 × 8 = 20; 0.5 × 8 = 4; 4 % of 8 kg = 320. In all 8 + 0.472.
    name: 'plain links',
    method: 'fresh-link',
    fatClass: 'fresh pork',
    meatKg: 8,
    lines: [
      ['Fine salt', { gPerKgMeat: 16 }, 128],
      ['White pepper', { gPerKgMeat: 2.5 }, 20],
      ['Mace', { gPerKgMeat: 0.5 }, 4],
      ['Iced water', { pctOfMeat: 4 }, 320],
    ],
    mixKg: 8.472,
    saltGPerKg: 16,
  },
  {
    // 1.5 kg: 15 × 1.5 = 22.5; 1.2 × 1.5 = 1.8; 0.8 × 1.5 = 1.2. In all 1.5 + 0.0255.
    name: 'a small trial',
    method: 'fresh-bulk',
    fatClass: 'fresh pork',
    meatKg: 1.5,
    lines: [
      ['Fine salt', { gPerKgMeat: 15 }, 22.5],
      ['Ginger', { gPerKgMeat: 1.2 }, 1.8],
      ['Nutmeg', { gPerKgMeat: 0.8 }, 1.2],
    ],
    mixKg: 1.5255,
    saltGPerKg: 15,
  },
  {
    // 120 kg: 1.7 % = 2040; 3 × 120 = 360; 1.1 × 120 = 132. Water 3 % of the mix: (120 + 2.532) / 0.97 = 126.3216, × 0.03 = 3789.65.
    name: 'a large day',
    method: 'fresh-bulk',
    fatClass: 'fresh pork',
    meatKg: 120,
    lines: [
      ['Fine salt', { pctOfMeat: 1.7 }, 2040],
      ['Black pepper', { gPerKgMeat: 3 }, 360],
      ['Thyme', { gPerKgMeat: 1.1 }, 132],
      ['Iced water', { pctOfMix: 3 }, 3789.65],
    ],
    mixKg: 126.3216,
    saltGPerKg: 17,
  },
  {
    // 20 kg: 17 × 20 = 340 of cure, 2.04 of it nitrite; mix 20 + 0.34 + 1 + 0.04 + 0.02 = 21.4; 2.04 / 21.4 = 95.33 ppm. Salt 17 × 0.994.
    name: 'a smoked ring',
    method: 'ring',
    fatClass: 'cooked',
    meatKg: 20,
    lines: [
      ['Cure 0.6 % nitrite', { gPerKgMeat: 17 }, 340],
      ['Iced water', { gPerKgMeat: 50 }, 1000],
      ['White pepper', { gPerKgMeat: 2 }, 40],
      ['Caraway', { gPerKgMeat: 1 }, 20],
    ],
    mixKg: 21.4,
    saltGPerKg: 16.898,
    nitritePpm: 95.33,
  },
  {
    // 12.5 kg: 17.5 × 12.5 = 218.75 with 1.3125 nitrite; 4 × 12.5 = 50; water 8 % of (12.5 + 0.26875) / 0.92 = 13.87908: 1110.33. 94.57 ppm.
    name: 'a cooked link with its water on the mix',
    method: 'cooked-link',
    fatClass: 'cooked',
    meatKg: 12.5,
    lines: [
      ['Cure 0.6 % nitrite', { gPerKgMeat: 17.5 }, 218.75],
      ['Black pepper', { gPerKgMeat: 4 }, 50],
      ['Iced water', { pctOfMix: 8 }, 1110.33],
    ],
    mixKg: 13.87908,
    saltGPerKg: 17.395,
    nitritePpm: 94.57,
  },
  {
    // 10 kg: 27 × 10 = 270 with 1.08 nitrite and 0.81 nitrate; 30; 25; 10. Mix 10.335: 104.5 and 78.37 ppm. Salt 27 × 0.993.
    name: 'a hung dry one',
    method: 'hung',
    fatClass: 'dried',
    meatKg: 10,
    lines: [
      ['Slow cure 0.4 % nitrite 0.3 % nitrate', { gPerKgMeat: 27 }, 270],
      ['Dextrose', { gPerKgMeat: 3 }, 30],
      ['Black pepper', { gPerKgMeat: 2.5 }, 25],
      ['Garlic', { gPerKgMeat: 1 }, 10],
    ],
    mixKg: 10.335,
    saltGPerKg: 26.811,
    nitritePpm: 104.5,
    nitratePpm: 78.37,
  },
  {
    // Ten pounds are 4.535924 kg: 16 × 4.535924 = 72.57; 2 × = 9.07; 3 × = 13.61. In all + 0.09525.
    name: 'ten pounds',
    method: 'fresh-bulk',
    fatClass: 'fresh pork',
    meatKg: 4.53592,
    lines: [
      ['Fine salt', { gPerKgMeat: 16 }, 72.57],
      ['Sage', { gPerKgMeat: 2 }, 9.07],
      ['Black pepper', { gPerKgMeat: 3 }, 13.61],
    ],
    mixKg: 4.63117,
    saltGPerKg: 16,
  },
  {
    // Everything on the mix, 25 kg: 25 / (1 − 0.018 − 0.05 − 0.1) = 30.04808; 1.8 % = 540.87; 5 % = 1502.4; 10 % = 3004.81.
    name: 'all of it on the mix',
    method: 'fresh-bulk',
    fatClass: 'fresh pork',
    meatKg: 25,
    lines: [
      ['Fine salt', { pctOfMix: 1.8 }, 540.87],
      ['Pinhead rusk', { pctOfMix: 5 }, 1502.4],
      ['Iced water', { pctOfMix: 10 }, 3004.81],
    ],
    mixKg: 30.04808,
    saltGPerKg: 21.635,
  },
  {
    // 6 kg: 18 g per kg of mix and 16 of cold wine: 6 × 1.004 / (1 − 0.034) = 6.236025; 112.25; 99.78; thyme 4 × 6 = 24.
    name: 'wine and salt on the mix',
    method: 'fresh-bulk',
    fatClass: 'fresh pork',
    meatKg: 6,
    lines: [
      ['Fine salt', { gPerKgMix: 18 }, 112.25],
      ['Red wine', { gPerKgMix: 16 }, 99.78],
      ['Thyme', { gPerKgMeat: 4 }, 24],
    ],
    mixKg: 6.236025,
    saltGPerKg: 18.708,
  },
  {
    // 40 kg: salt and cure together: 10 × 40 = 400; 8 × 40 = 320 with 1.92 nitrite; mix 40 + 0.72 + 2.4 + 0.08 = 43.2: 44.44 ppm. Salt 10 + 7.952.
    name: 'half cure, half salt',
    method: 'cooked-link',
    fatClass: 'cooked',
    meatKg: 40,
    lines: [
      ['Fine salt', { gPerKgMeat: 10 }, 400],
      ['Cure 0.6 % nitrite', { gPerKgMeat: 8 }, 320],
      ['Iced water', { pctOfMeat: 6 }, 2400],
      ['Nutmeg', { gPerKgMeat: 2 }, 80],
    ],
    mixKg: 43.2,
    saltGPerKg: 17.952,
    nitritePpm: 44.44,
  },
  {
    // 15 kg: 17 × 15 = 255 with 1.53 nitrite; erythorbate 0.5 × 15 = 7.5; milk powder 20 × 15 = 300; water 12 % = 1800. Mix 17.3625: 88.12 ppm.
    name: 'with accelerator and binder',
    method: 'cooked-link',
    fatClass: 'cooked',
    meatKg: 15,
    lines: [
      ['Cure 0.6 % nitrite', { gPerKgMeat: 17 }, 255],
      ['Sodium erythorbate', { gPerKgMeat: 0.5 }, 7.5],
      ['Skimmed milk powder', { gPerKgMeat: 20 }, 300],
      ['Iced water', { pctOfMeat: 12 }, 1800],
    ],
    mixKg: 17.3625,
    saltGPerKg: 16.898,
    nitritePpm: 88.12,
  },
  {
    // 30 kg: 1.6 % = 480; 3 × 30 = 90; 2 × 30 = 60; 1.5 × 30 = 45; 0.2 × 30 = 6. In all 30.681.
    name: 'five spices',
    method: 'fresh-link',
    fatClass: 'fresh pork',
    meatKg: 30,
    lines: [
      ['Fine salt', { pctOfMeat: 1.6 }, 480],
      ['Paprika', { gPerKgMeat: 3 }, 90],
      ['Fennel seed', { gPerKgMeat: 2 }, 60],
      ['Garlic', { gPerKgMeat: 1.5 }, 45],
      ['Mace', { gPerKgMeat: 0.2 }, 6],
    ],
    mixKg: 30.681,
    saltGPerKg: 16,
  },
  {
    // 3.2 kg: 14.5 × 3.2 = 46.4; 6 × 3.2 = 19.2; 0.7 × 3.2 = 2.24. In all 3.26784.
    name: 'an odd weight',
    method: 'fresh-link',
    fatClass: 'fresh pork',
    meatKg: 3.2,
    lines: [
      ['Fine salt', { gPerKgMeat: 14.5 }, 46.4],
      ['Mustard seed', { gPerKgMeat: 6 }, 19.2],
      ['Rosemary', { gPerKgMeat: 0.7 }, 2.24],
    ],
    mixKg: 3.26784,
    saltGPerKg: 14.5,
  },
  {
    // 80 kg: 26 × 80 = 2080 with 8.32 nitrite and 6.24 nitrate; 200; 160. Mix 82.44: 100.92 and 75.69 ppm. Salt 26 × 0.993.
    name: 'a large dry one',
    method: 'hung',
    fatClass: 'dried',
    meatKg: 80,
    lines: [
      ['Slow cure 0.4 % nitrite 0.3 % nitrate', { gPerKgMeat: 26 }, 2080],
      ['Black pepper', { gPerKgMeat: 2.5 }, 200],
      ['Dextrose', { gPerKgMeat: 2 }, 160],
    ],
    mixKg: 82.44,
    saltGPerKg: 25.818,
    nitritePpm: 100.92,
    nitratePpm: 75.69,
  },
  {
    // 2 kg: 20 × 2 = 40 of cure with 0.24 nitrite on 2.342: 102.48 ppm; 150 × 2 = 300 of ice; 1 × 2 = 2. Salt 20 × 0.994.
    name: 'a fine emulsion in small',
    method: 'emulsion',
    fatClass: 'cooked',
    meatKg: 2,
    lines: [
      ['Cure 0.6 % nitrite', { gPerKgMeat: 20 }, 40],
      ['Iced water', { gPerKgMeat: 150 }, 300],
      ['White pepper', { gPerKgMeat: 1 }, 2],
    ],
    mixKg: 2.342,
    saltGPerKg: 19.88,
    nitritePpm: 102.48,
  },
];
