/** So many people for so many minutes. */
export interface Stint {
  people: number;
  minutes: number;
}

/** What work a batch took, as it was said last. */
export interface WorkFact {
  stints: readonly Stint[];
  /** What an hour of one pair of hands costs, minor units; null where the shop has not said. */
  minorPerHour: number | null;
  at: string;
  person: string;
}

/** Hours of one pair of hands. */
export function handHours(stints: readonly Stint[]): number {
  return stints.reduce((sum, s) => sum + s.people * s.minutes, 0) / 60;
}

/** What the work cost, minor units, rounded once; null where nobody has said what an hour costs. */
export function workMinor({ stints, minorPerHour }: WorkFact): number | null {
  return minorPerHour === null ? null : Math.round(handHours(stints) * minorPerHour);
}
