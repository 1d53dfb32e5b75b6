/** The worth of a formula as it is shown: numbers, weights as tokens in mg, percent, + − × ÷ ( ) √ and ². */
export function worth(text: string): number {
  const tokens = text.match(/\[\[mg -?[\d.e+-]+\]\]|\d+(?:\.\d+)?|[%()+−×÷√²]/g) ?? [];
  let at = 0;
  const next = () => tokens[at];
  const take = () => tokens[at++] ?? '';
  const atom = (): number => {
    const token = take();
    if (token === '√') return Math.sqrt(atom());
    let value: number;
    if (token === '(') {
      value = sum();
      take();
    } else {
      value = Number(token.replace('[[mg ', '').replace(']]', ''));
    }
    if (next() === '%') {
      take();
      value /= 100;
    }
    if (next() === '²') {
      take();
      value **= 2;
    }
    return value;
  };
  const product = (): number => {
    let value = atom();
    while (next() === '×' || next() === '÷') value = take() === '×' ? value * atom() : value / atom();
    return value;
  };
  const sum = (): number => {
    let value = product();
    while (next() === '+' || next() === '−') value = take() === '+' ? value + product() : value - product();
    return value;
  };
  return sum();
}
