import { temperatureToken } from '../quantity/tokens.js';
import { hasParasites } from '../species/index.js';

/** How the parasites of a lot were answered for, before it goes into what nobody cooks through. */
export type ParasiteRecord =
  /** Kept frozen at a temperature or below for so many days. */
  | { kind: 'frozen'; tempC: number; days: number; reference: string }
  /** Its carcass was tested: the stamp or the report. */
  | { kind: 'tested'; reference: string }
  /** The shop's own validated plan, by its name. */
  | { kind: 'plan'; reference: string };

/** Pork in pieces up to 15 cm: 9 CFR 318.10(c)(3)(iv), table 1, from memory – confirm with your authority. */
const FREEZING = [
  { atMostC: -28.9, days: 6 },
  { atMostC: -23.3, days: 10 },
  { atMostC: -15, days: 20 },
] as const;

/**
 * What is heated to this in the core needs no other answer: 144 °F at once, 9 CFR 318.10(c)(1), from memory – confirm
 * with your authority. Game is held to the temperature that is safe for everything.
 */
export const PORK_COOKED_C = 62.2;

/** Whether a meat can carry parasites that cold and salt do not kill. */
export function mayCarryParasites(meat: { species: string | null; wild: boolean }): boolean {
  return meat.wild || (meat.species !== null && hasParasites(meat.species));
}

/** Why a record does not answer for a meat, as a sentence with its field; null where it does. */
export function parasitesWrong(
  record: ParasiteRecord,
  { wild }: { wild: boolean },
): { path: string; message: string } | null {
  if (record.kind !== 'frozen') return null;
  if (wild)
    return {
      path: 'kind',
      message:
        'Freezing does not kill every parasite of game: have the carcass tested, or name your own plan.',
    };
  const { tempC, days } = record;
  const rule = FREEZING.find((r) => tempC <= r.atMostC);
  if (!rule)
    return {
      path: 'tempC',
      message: `It is frozen at ${temperatureToken(FREEZING[FREEZING.length - 1]?.atMostC ?? 0)} or below, or that answers for nothing.`,
    };
  if (days >= rule.days) return null;
  return {
    path: 'days',
    message: `At ${temperatureToken(tempC)} it stays frozen for at least ${rule.days} days.`,
  };
}

/** As it is listed and printed. */
export function parasiteWords(record: ParasiteRecord): string {
  switch (record.kind) {
    case 'frozen':
      return `frozen at ${temperatureToken(record.tempC)} for ${record.days} days against parasites, ${record.reference}`;
    case 'tested':
      return `carcass tested for parasites, ${record.reference}`;
    case 'plan':
      return `parasites by the shop’s own plan, ${record.reference}`;
  }
}
