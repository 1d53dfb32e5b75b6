/** A kind of meat or fat as it usually comes; what a delivery really is, is read when it is received. */
export interface UsualTrim {
  key: string;
  name: string;
  species: string;
  /** Usual fat, percent by weight, and what it is seen to lie between. Common practice. */
  fatPct: number;
  between: readonly [number, number];
  wild: boolean;
}

type Row = readonly [name: string, fatPct: number, min: number, max: number];

const of = (species: string, rows: readonly Row[], wild = false): UsualTrim[] =>
  rows.map(([name, fatPct, min, max]) => ({
    key: name.toLowerCase().replace(/[^a-z0-9]+/g, '-'),
    name,
    species,
    fatPct,
    between: [min, max],
    wild,
  }));

/** Meats and fats by species and cut. */
export const USUAL_TRIMS: readonly UsualTrim[] = [
  ...of('pork', [
    ['Pork shoulder', 20, 13, 28],
    ['Pork collar', 25, 18, 33],
    ['Pork leg', 8, 4, 14],
    ['Pork loin trim', 10, 5, 18],
    ['Pork belly', 45, 32, 58],
    ['Pork cheek', 15, 8, 25],
    ['Pork trim 80/20', 20, 15, 26],
    ['Pork trim 50/50', 50, 42, 58],
    ['Pork jowl', 60, 48, 72],
    ['Pork back fat', 88, 80, 94],
  ]),
  ...of('beef', [
    ['Beef chuck', 18, 11, 26],
    ['Beef brisket', 25, 16, 36],
    ['Beef leg', 6, 3, 10],
    ['Beef flank', 22, 14, 32],
    ['Beef trim 90/10', 10, 6, 14],
    ['Beef trim 80/20', 20, 15, 26],
    ['Beef trim 50/50', 50, 42, 58],
    ['Beef suet', 94, 88, 98],
  ]),
  ...of('lamb', [
    ['Lamb shoulder', 25, 16, 34],
    ['Lamb leg', 12, 7, 18],
    ['Lamb breast', 38, 28, 48],
    ['Lamb neck', 22, 14, 30],
  ]),
  ...of('chicken', [
    ['Chicken thigh, skinned', 8, 5, 12],
    ['Chicken thigh with skin', 16, 11, 21],
    ['Chicken breast', 2, 1, 4],
    ['Chicken skin', 40, 30, 50],
  ]),
  ...of('turkey', [
    ['Turkey thigh', 7, 4, 11],
    ['Turkey breast', 2, 1, 4],
    ['Turkey skin', 38, 28, 48],
  ]),
  ...of('duck', [
    ['Duck leg meat', 10, 6, 16],
    ['Duck skin and fat', 60, 45, 75],
  ]),
  ...of(
    'venison',
    [
      ['Venison shoulder', 3, 1, 6],
      ['Venison trim', 4, 1, 8],
    ],
    true,
  ),
  ...of('wild boar', [['Wild boar shoulder', 10, 4, 20]], true),
];
