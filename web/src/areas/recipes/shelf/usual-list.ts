import {
  USUAL_CASINGS,
  USUAL_INGREDIENTS,
  USUAL_TRIMS,
  plain,
  soakMinutesOf,
  type UsualIngredient,
} from '@zest/core';
import type { TakenUp } from '@zest/contract';

/** Which of the three lists a thing is of. */
export type ShelfKind = keyof Omit<TakenUp, 'id'>;

/** A thing of the usual shelf as it is shown and ticked. */
export interface UsualItem {
  kind: ShelfKind;
  key: string;
  group: string;
  /** What the shop's own is known by. */
  name: string;
  /** What is usual of it, with its unit. */
  about: string;
}

/** Name of a thing as the shop's own shelf has it. */
export const nameOf = ({ name, form }: { name: string; form: string }): string => `${name}, ${form}`;

const percent = (value: number): string => `${value} %`;

function aboutIngredient({ facts, isSupply }: UsualIngredient): string {
  const { contents, allergens, dose, compound, stated } = facts;
  return [
    contents.nitritePct > 0 ? `nitrite ${percent(contents.nitritePct)}` : '',
    contents.nitratePct > 0 ? `nitrate ${percent(contents.nitratePct)}` : '',
    allergens.length > 0 ? allergens.join(', ').toUpperCase() : '',
    compound && stated.length === 0 ? 'read its bag first' : '',
    isSupply ? 'does not run out' : dose ? `${dose.minGPerKg}–${dose.maxGPerKg} g/kg` : '',
  ]
    .filter((words) => words !== '')
    .join(' · ');
}

/** Everything of the usual shelf, in the order in which it is shown. */
export const USUAL_ITEMS: readonly UsualItem[] = [
  ...USUAL_INGREDIENTS.map((usual) => ({
    kind: 'ingredients' as const,
    key: usual.key,
    group: usual.group,
    name: nameOf(usual),
    about: aboutIngredient(usual),
  })),
  ...USUAL_CASINGS.map((casing) => {
    const soak = soakMinutesOf(casing.material);
    return {
      kind: 'casings' as const,
      key: casing.key,
      group: `Casings, ${casing.material}`,
      name: casing.name,
      about: `${casing.calibreMm} mm, ${casing.gPerM} g/m, horn to ${casing.hornMm} mm${soak > 0 ? `, soak ${soak} min` : ''}`,
    };
  }),
  ...USUAL_TRIMS.map((trim) => ({
    kind: 'trims' as const,
    key: trim.key,
    group: `Meat, ${trim.species}`,
    name: trim.name,
    about: `fat ${trim.fatPct} %, seen ${trim.between[0]}–${trim.between[1]}`,
  })),
];

/** What of the shelf has these words, group by group. */
export function grouped(kind: ShelfKind, find: string): [group: string, items: UsualItem[]][] {
  const wanted = plain(find);
  const groups = new Map<string, UsualItem[]>();
  for (const item of USUAL_ITEMS) {
    if (item.kind !== kind || !plain(`${item.group} ${item.name}`).includes(wanted)) continue;
    groups.set(item.group, [...(groups.get(item.group) ?? []), item]);
  }
  return [...groups];
}

/** What is ticked, as it is sent. */
export function toTakeUp(ticked: ReadonlySet<string>): Omit<TakenUp, 'id'> {
  const of = (kind: ShelfKind) =>
    USUAL_ITEMS.filter((i) => i.kind === kind && ticked.has(i.key)).map((i) => i.key);
  return { ingredients: of('ingredients'), casings: of('casings'), trims: of('trims') };
}
