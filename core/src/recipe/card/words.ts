/** A number as cards write it, after {@link normal}. */
export const NUMBER = '(?:\\d+\\s+\\d+/\\d+|\\d+/\\d+|\\d*[.,]?\\d+(?:[.,]\\d+)*)';
/** Units of weight. */
export const MASS = '(?:mg|g|gr|gm|gms|grams?|kg|kgs|kilos?|kilograms?|lbs?|pounds?|oz|ounces?)(?![a-z])\\.?';
const VOLUME =
  '(?:cups?|c|tbsp|tbs|tbl|tablespoons?|tsp|teaspoons?|fl\\.?\\s?oz|floz|fluid\\s+ounces?|ml|millilit(?:re|er)s?|cl|dl|l|ltr|lit(?:re|er)s?|pints?|pt|quarts?|qt|gallons?|gal)(?![a-z])\\.?';
/** What is neither weighed nor measured. */
const COUNTED =
  '(?:packets?|packs?|sachets?|cloves?|bottles?|jars?|cans?|tins?|glass(?:es)?|bunch(?:es)?|sprigs?|heads?|bulbs?|leaves|leaf|pinch(?:es)?|dash(?:es)?|splash(?:es)?|handfuls?|knobs?|glugs?|drizzles?|sticks?|slices?|bags?)(?![a-z])';
/** Any unit of an amount. */
export const UNIT = `(?:${MASS}|${VOLUME}|${COUNTED}|%|ppm(?![a-z]))`;

const NUMBERS: Readonly<Record<string, string>> = {
  one: '1',
  two: '2',
  three: '3',
  four: '4',
  five: '5',
  six: '6',
  seven: '7',
  eight: '8',
  nine: '9',
  ten: '10',
  twelve: '12',
};
const VULGAR: Readonly<Record<string, string>> = {
  '½': '1/2',
  '¼': '1/4',
  '¾': '3/4',
  '⅓': '1/3',
  '⅔': '2/3',
  '⅕': '1/5',
  '⅛': '1/8',
  '⅜': '3/8',
  '⅝': '5/8',
  '⅞': '7/8',
};

/**
 * A line with its numbers written one way: `1-1/2`, `1 and 1/2` and `1½` become `1 1/2`, `half a cup` becomes `1/2 cup`,
 * `two` becomes `2`, dashes of all kinds are one.
 */
export function normal(text: string): string {
  return (
    text
      .replace(/[–—−]/g, '-')
      .replace(/⁄/g, '/')
      .replace(/[½¼¾⅓⅔⅕⅛⅜⅝⅞]/g, (mark) => ` ${VULGAR[mark]} `)
      .replace(/(\d)\s*(?:-|and|&)\s*(\d+\s*\/\s*\d+)/gi, '$1 $2')
      .replace(/(\d)\s*\/\s*(\d)/g, '$1/$2')
      // Capital T is a tablespoon, small t a teaspoon, c a cup.
      .replace(/(\d)\s*T\.?(?=\s)/g, '$1 tbsp')
      .replace(/(\d)\s*t\.?(?=\s)/g, '$1 tsp')
      .replace(/(\d)\s*[cC]\.?(?=\s+[a-z])/g, '$1 cup')
      .replace(new RegExp(`\\b(?:one\\s+|a\\s+)?half(?:\\s+an?|\\s+of\\s+an?)?\\s+(?=${UNIT})`, 'gi'), '1/2 ')
      .replace(new RegExp(`\\b(?:a|one)\\s+quarter(?:\\s+of)?(?:\\s+an?)?\\s+(?=${UNIT})`, 'gi'), '1/4 ')
      .replace(
        /\b(one|two|three|four|five|six|seven|eight|nine|ten|twelve)\b(?=\s)/gi,
        (word) => NUMBERS[word.toLowerCase()] ?? word,
      )
      .replace(
        new RegExp(
          `^(?:an?)\\s+(?=(?:(?:good|small|large|level|heaped|heaping|rounded|scant|generous)\\s+)?${UNIT})`,
          'i',
        ),
        '1 ',
      )
      .replace(/\s+/g, ' ')
      .trim()
      .replace(new RegExp(`^(?=(?:heaped|heaping|rounded|level|scant|generous)\\s+${UNIT})`, 'i'), '1 ')
  );
}
