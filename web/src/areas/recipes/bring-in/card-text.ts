/** Each person's own: another who signs in at this device does not find it. */
const keptOf = (personId: string) => `zest-bring-in ${personId}`;

/** What was pasted last and is not yet cleared, through every detour. */
export function keptText(personId: string): string {
  return sessionStorage.getItem(keptOf(personId)) ?? '';
}

export function keepText(personId: string, text: string): void {
  if (text.trim() === '') sessionStorage.removeItem(keptOf(personId));
  else sessionStorage.setItem(keptOf(personId), text);
}

/** The text with one of its lines written otherwise. @param place of the line, from 1 */
export function withLine(text: string, place: number, line: string): string {
  const lines = text.split(/\r?\n/);
  return [...lines.slice(0, place - 1), ...(line.trim() === '' ? [] : [line]), ...lines.slice(place)].join(
    '\n',
  );
}

/** The text with a line put behind the one above it, blank ones between them left out. */
export function joinedUp(text: string, place: number): string {
  const lines = text.split(/\r?\n/);
  const above = lines.slice(0, place - 1).findLastIndex((line) => line.trim() !== '');
  if (above < 0) return text;
  const joined = `${(lines[above] ?? '').trimEnd()} ${(lines[place - 1] ?? '').trim()}`;
  return [...lines.slice(0, above), joined, ...lines.slice(place)].join('\n');
}

/** A line of the text as it stands. */
export function lineAt(text: string, place: number): string {
  return text.split(/\r?\n/)[place - 1] ?? '';
}

/** Names the lines of a card by what they say, so that what was settled of one outlives a change of another. */
export function keysOf(lines: readonly { text: string }[]): string[] {
  const seen = new Map<string, number>();
  return lines.map(({ text }) => {
    const nth = (seen.get(text) ?? 0) + 1;
    seen.set(text, nth);
    return `${nth} ${text}`;
  });
}
