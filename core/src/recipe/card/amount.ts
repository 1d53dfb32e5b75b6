import { MASS, NUMBER, UNIT } from './words.js';

/** For how much meat an amount is: `per lb`, `to each 10 kg`, `for 30 lb`. */
export interface CardRate {
  /** As a weight that can be read: `5 lb`. */
  mass: string;
  of: 'meat' | 'mix';
  /** As it stood on the card. */
  words: string;
}

export interface CardAmount {
  amount: string;
  name: string;
  rate?: CardRate;
  /** What makes it less than sure, with how far it may go above and below what it says. */
  loose?: { words: string; from: number; to: number };
}

const OF = '(?:\\s+(?:of\\s+)?(?:the\\s+)?(meat|mix|sausage|pork|beef|venison|batch))?';
const PER = `(?:\\bper\\b|\\bto (?:each|every)\\b|\\bfor (?:each|every)\\b|\\b(?:each|every)\\b|(?<=[a-z%.]\\s?)/)\\s*(${NUMBER})?\\s*(${MASS})${OF}`;
const FOR = `\\b(?:for|to|in|on)\\s+(${NUMBER})\\s*(${MASS})${OF}`;

/** A clause that says for how much meat; `for` and `to` only where an amount stands beside it. */
export function rateOf(words: string): { rate: CardRate; rest: string } | undefined {
  for (const pattern of [PER, FOR]) {
    const match = new RegExp(pattern, 'i').exec(words);
    if (!match) continue;
    const rest = `${words.slice(0, match.index)} ${words.slice(match.index + match[0].length)}`
      .replace(/\s+/g, ' ')
      .replace(/^[\s:,-]+|[\s:,-]+$/g, '');
    if (pattern === FOR && !HAS_AMOUNT.test(rest)) continue;
    const of = /mix|sausage|batch/i.test(match[3] ?? '') ? 'mix' : 'meat';
    return {
      rate: { mass: `${match[1] ?? '1'} ${match[2] ?? ''}`, of, words: match[0].trim() },
      rest,
    };
  }
  return undefined;
}

const RANGE = `${NUMBER}(?:\\s*(?:-|to|or)\\s*${NUMBER})?`;
const EXACT = `${RANGE}\\s*(?:${UNIT})(?:\\s+${NUMBER}\\s*(?:oz|g)(?![a-z]))?`;
const HEDGE =
  '(?:about|approx\\.?|approximately|ca\\.?|circa|roughly|level|heaped|heaping|rounded|scant|generous|good|slightly|packed|lightly packed|firmly packed|small|large)';
const HAS_AMOUNT = new RegExp(`(?:^|\\s)${NUMBER}\\s*(?:${HEDGE}\\s+)*(?:${UNIT})`, 'i');
const BEFORE = new RegExp(`^((?:${HEDGE}\\s+)*)(${EXACT})((?:\\s+${HEDGE})*)\\s*(?:of\\s+)?(.+)$`, 'i');
const HEDGED_UNIT = new RegExp(`^(${RANGE})\\s+((?:${HEDGE}\\s+)+)(${UNIT})\\s*(?:of\\s+)?(.+)$`, 'i');
const AFTER = new RegExp(`^(.+?)[\\s:,=-]+((?:${HEDGE}\\s+)*)(${EXACT}|to taste|as needed)\\.?$`, 'i');
const COUNT = new RegExp(`^(${RANGE})\\s+([a-z].*)$`, 'i');
const WORDED =
  /^(some|a little|a bit of|a few|plenty of|1 (?:good |small |large )?(?:splash|dash|pinch|handful|glug|knob|drizzle))\s+(?:of\s+)?(.+)$/i;
const EXTRA =
  /[\s,]*(?:\b(?:and|plus|with|or)\b|\+|&)\s*(?:(?:a|one|1)\s+)?(?:little|bit|pinch|touch|dash|splash|some|so|more)\b(?:\s+(?:more|extra|over|to taste))*/i;

/** What a hedge says of the amount, as parts of it; common practice. */
const LOOSE: readonly (readonly [RegExp, number, number])[] = [
  [/heaped|heaping|rounded/i, 1, 1.5],
  [/generous|good|large/i, 1, 1.25],
  [/scant|small|slightly/i, 0.85, 1],
  [/packed/i, 1, 1.3],
];

/** An amount with its name, whichever stands first; undefined where there is none. */
export function amountOf(words: string): CardAmount | undefined {
  const apart = rateOf(words);
  const { rest, extra } = withoutExtra(apart?.rest ?? words);
  const found = split(rest);
  if (!found) return undefined;
  const { amount, name, hedges } = found;
  const loose = extra ? { words: extra, from: 1, to: 1.25 } : looseBy(hedges);
  return {
    amount,
    name: name.replace(/^[\s:,-]+|[\s:,.-]+$/g, ''),
    ...(apart ? { rate: apart.rate } : {}),
    ...(loose ? { loose } : {}),
  };
}

function withoutExtra(words: string): { rest: string; extra: string | undefined } {
  const match = EXTRA.exec(words);
  if (!match) return { rest: words, extra: undefined };
  const rest = `${words.slice(0, match.index)} ${words.slice(match.index + match[0].length)}`;
  return { rest: rest.replace(/\s+/g, ' ').trim(), extra: match[0].replace(/^[\s,]+/, '') };
}

function split(words: string): { amount: string; name: string; hedges: string } | undefined {
  const hedged = HEDGED_UNIT.exec(words);
  if (hedged) {
    return { amount: `${hedged[1]} ${hedged[3]}`, name: hedged[4] ?? '', hedges: hedged[2] ?? '' };
  }
  const before = BEFORE.exec(words);
  if (before) {
    return { amount: before[2] ?? '', name: before[4] ?? '', hedges: `${before[1]} ${before[3]}` };
  }
  const after = AFTER.exec(words);
  if (after) return { amount: after[3] ?? '', name: after[1] ?? '', hedges: after[2] ?? '' };
  const naked = new RegExp(`^([^\\d]+?)[\\s:=-]+(${NUMBER})$`).exec(words);
  if (naked) return { amount: naked[2] ?? '', name: naked[1] ?? '', hedges: '' };
  const worded = WORDED.exec(words) ?? COUNT.exec(words);
  return worded ? { amount: worded[1] ?? '', name: worded[2] ?? '', hedges: '' } : undefined;
}

function looseBy(hedges: string): CardAmount['loose'] {
  const found = LOOSE.find(([pattern]) => pattern.test(hedges));
  return found && { words: hedges.trim(), from: found[1], to: found[2] };
}
