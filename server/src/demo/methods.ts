import type { MethodStep } from '@zest/contract';

export const CHILL: MethodStep = {
  key: 'chill',
  kind: 'chill',
  title: 'Chill',
  say: 'Meat, fat and grinder parts cold through, then read the meat.',
  stopAboveC: 4.4,
};
export const WEIGH_MEAT: MethodStep = {
  key: 'meats',
  kind: 'weigh-meat',
  title: 'Weigh the meat',
  say: 'Each trim onto the scale, one at a time.',
};
export const WEIGH_DRY: MethodStep = {
  key: 'dry',
  kind: 'weigh-dry',
  title: 'Weigh the dry goods',
  say: 'Each line by its own weight, into its own tub.',
};

export function grind(key: string, title: string, plateMm: number): MethodStep {
  return {
    key,
    kind: 'grind',
    title,
    say: `Through the ${plateMm} mm plate, cold and without smear.`,
    plateMm,
    pass: Number(key.replace(/\D/g, '')),
    stopAboveC: 7,
  };
}

export function mix(bind: 'short' | 'sticky', minutes: number): MethodStep {
  const say =
    bind === 'short'
      ? 'Mix until just distributed; coarse links should bite.'
      : 'Mix until a handful sticks to the palm turned down.';
  const [minMinutes, maxMinutes] = bind === 'short' ? [2, 6] : [6, 15];
  return { key: 'mix', kind: 'mix', title: 'Mix', say, bind, minutes, minMinutes, maxMinutes };
}

export const STUFF: MethodStep = {
  key: 'stuff',
  kind: 'stuff',
  title: 'Stuff',
  say: 'Fill evenly, no air; leave slack for the twist.',
};
export const LINK: MethodStep = {
  key: 'link',
  kind: 'link',
  title: 'Link',
  say: 'Twist to length, count, weigh ten.',
  sampleSize: 10,
};
/** Coils are few and large: each is weighed, and its weight counts it. */
export const COIL: MethodStep = {
  key: 'coil',
  kind: 'link',
  title: 'Coil',
  say: 'Coil and tie; each coil onto the scale.',
  shape: 'coils',
};
export const PACK: MethodStep = {
  key: 'pack',
  kind: 'pack',
  title: 'Pack',
  say: 'Weigh and count what goes into the trays.',
};
export const SMOKE: MethodStep = {
  key: 'smoke',
  kind: 'smoke',
  title: 'Smoke',
  say: 'Skin dry first, then smoke; read the chamber.',
  minutes: 150,
  chamberC: 62,
  expectedYieldPct: 95,
};
export const COOK: MethodStep = {
  key: 'cook',
  kind: 'cook',
  title: 'Cook',
  say: 'To the core temperature, read in the thickest piece, then weigh.',
  stopBelowC: 71,
  chamberC: 78,
  expectedYieldPct: 94,
};
export const COOL: MethodStep = {
  key: 'cool',
  kind: 'cool',
  title: 'Cool',
  say: 'Down to cold-room temperature without a stop.',
  stopAboveC: 7,
};

/** Lean through a fine plate, fat through a coarse one, so that the fat shows when it is cut. */
export const LEAN_AND_FAT: MethodStep[] = [
  { ...grind('grind1', 'Grind the lean 5 mm', 5), stream: 'lean' },
  {
    ...grind('grind1', 'Grind the fat 10 mm', 10),
    key: 'grind-fat',
    say: 'Through the 10 mm plate, near freezing, so that it is cut and not smeared.',
    stream: 'fat',
    fatFromPct: 40,
  },
];
