import { traitsOf } from '../steps/index.js';
import type { WorkingDocument } from './document.js';
import type { Finding } from '../findings/finding.js';

/** A promise in free words, and what of the method makes it true. */
interface Promised {
  words: RegExp;
  /** Why it is not true; undefined where it is. */
  untrue: (document: Pick<WorkingDocument, 'steps' | 'state' | 'claims'>) => string | undefined;
  level: 'stop' | 'sign';
}

/** Smoked paprika and dried tomato are in it; that says nothing of the product. */
const NOT_OF_AN_INGREDIENT =
  '(?! (paprika|garlic|salt|pepper|bacon|ham|cheese|chill?i|tomato|fruit|apple|apricot|cranberr|plum|onion|mushroom))';

/** What words on a pack or in a name promise. They are for whoever eats it: the record must make them true. */
const PROMISES: readonly Promised[] = [
  {
    words: /\b(ready[- ]to[- ]eat|no cooking|needs? no cooking|eat (it )?cold|eat as it is)\b/i,
    level: 'stop',
    untrue: (d) =>
      isCooked(d) || d.state === 'dried' ? undefined : 'nothing in its method cooks it through or dries it',
  },
  {
    words:
      /\b(room temperature|no fridge|without a fridge|unrefrigerated|ambient|keeps? out of the (fridge|cold)|shelf[- ]stable)\b/i,
    level: 'stop',
    untrue: (d) =>
      d.state === 'dried' && d.claims.includes('shelf-stable')
        ? undefined
        : 'cured, smoked or cooked is not shelf-stable: only a dried product with that claim signed for is',
  },
  {
    words: /\b(fermented|ferments?|cultured|soured)\b/i,
    level: 'sign',
    untrue: () => 'no step of its method measures acid. Name the measurement of pH that your plan rests on',
  },
  {
    words: new RegExp(`\\bsmoked\\b${NOT_OF_AN_INGREDIENT}`, 'i'),
    level: 'sign',
    untrue: (d) =>
      d.steps.some((s) => traitsOf(s).smokes === true) ? undefined : 'nothing in its method smokes it',
  },
  {
    words: /\b(fully cooked|cooked|boiled|scalded|poached)\b/i,
    level: 'sign',
    untrue: (d) => (isCooked(d) ? undefined : 'nothing in its method cooks it through'),
  },
  {
    words: new RegExp(`\\b(air[- ])?dried\\b${NOT_OF_AN_INGREDIENT}`, 'i'),
    level: 'sign',
    untrue: (d) =>
      d.steps.some((s) => traitsOf(s).dries === true) ? undefined : 'nothing in its method dries it',
  },
];

function isCooked({ steps }: Pick<WorkingDocument, 'steps'>): boolean {
  return steps.some((s) => traitsOf(s).heat === 'lethal');
}

/** The free words of a pack and of the name against the method that must make them true. */
export function checkSentences(
  name: string,
  document: Pick<WorkingDocument, 'steps' | 'state' | 'claims' | 'cookingSentence'>,
): Finding[] {
  const texts = [
    { path: 'cookingSentence', text: document.cookingSentence ?? '' },
    { path: 'name', text: name },
  ];
  return texts.flatMap(({ path, text }) =>
    PROMISES.flatMap(({ words, untrue, level }): Finding[] => {
      const said = words.exec(withoutDenials(text))?.[0];
      const why = said === undefined ? undefined : untrue(document);
      if (said === undefined || why === undefined) return [];
      const way = level === 'stop' ? 'Take the words off.' : 'Take the words off, or sign for them.';
      return [
        {
          level,
          path,
          guard: 'words',
          about: said.toLowerCase(),
          sentence: `“${said}” is promised, and ${why}. ${way}`,
        },
      ];
    }),
  );
}

/** What is denied is not promised: “not cooked”, “must be cooked”. */
function withoutDenials(text: string): string {
  return text.replace(
    /\b(not|never|un|until|before|when|once|must be|to be|be|if|is) (fully |smoked or |yet )*(cooked|smoked|dried|boiled|ready to eat|fermented|shelf-stable)\b/gi,
    '',
  );
}
