import {
  fatSdOf,
  gPerKgOf,
  heated,
  isWarmer,
  lose,
  massToken,
  nitriteFloorOf,
  pctOf,
  ppmOf,
  safeCoreC,
  temperatureToken,
  toKept,
  type HeatState,
} from '@zest/core';
import type { Person, ProduceLot } from '@zest/contract';
import { lossAccount, postTransfers } from '../../ledger/index.js';
import type { Transaction } from '../../platform/database.js';
import { invalid } from '../../platform/problem.js';
import { mustMaySign } from '../../people/index.js';
import { houseRules } from '../../platform/settings.js';
import { limitOf } from './cold-reading.js';
import { addEvent, childLot, mustAllow, mustLock, stockTransfer } from '../store/lot-writes.js';
import { matterOf, type LotRow } from '../store/lots.js';

/** A lot that is being made, and of what. */
export interface Making {
  tx: Transaction;
  now: Date;
  person: Person;
  body: ProduceLot;
  /** Of the trim that it becomes. */
  species: string;
}

/** Points by which the fat of what was smoked or cooked is less surely known; common practice. */
const HEATED_SD = 2;

/**
 * A lot that was smoked or cooked becomes one of its own by its weight afterwards. What it had of salt, nitrite and
 * fat is in it still, in less weight: nobody types what its weights say.
 * @returns what is written in its history
 */
export async function outOfLot(
  { tx, now, person, body, species }: Making,
  from: { lotId: string; grossMg: number },
): Promise<string> {
  const source = await mustLock(tx, from.lotId);
  mustAllow('smoke or cook', source, from.grossMg);
  mustBeOfIt(body, species, source, from.grossMg);
  if (source.useBy !== null && body.useBy > source.useBy)
    mustMaySign(person, `${source.code} was to be used by ${source.useBy}, and would keep longer.`);
  const heat = body.heat ?? source.heat;
  const matter = heated(lose(matterOf(source, from.grossMg), from.grossMg - body.massMg, 'water'), heat);
  const saltGPerKg = round(gPerKgOf(matter, 'salt', 'product'), 100);
  const nitritePpm = round(ppmOf(matter, 'nitrite', 'product'), 10);
  const hold = await holdFor({ tx, body, source, heat, ppm: ppmOf(matter, 'nitrite', 'meat block') });
  const fat = {
    pct: Math.min(100, pctOf(matter, 'fat', 'product')),
    sd: Math.hypot(fatSdOf(matter, 'product'), HEATED_SD),
    knownBy: 'computed',
  };
  const made = await childLot(tx, source, from.grossMg, {
    id: body.id,
    ofId: body.trimId,
    fat,
    tempC: body.tempC,
    tempAt: now,
    heat,
    saltGPerKg,
    nitritePpm,
    matter: toKept(matter),
    useBy: body.useBy,
    weightKnown: 'weighed',
    ...(hold === null ? {} : { status: 'hold' as const, holdReason: hold }),
    priceMinor: Math.round((source.priceMinorPerKg * from.grossMg) / body.massMg),
  });
  const move = (to: string, amount: number) =>
    stockTransfer({ from: source.accountId, to, amount, at: now, personId: person.id, reason: heat });
  const lost = from.grossMg - body.massMg;
  await postTransfers(tx, now, [
    move(made.accountId, body.massMg),
    ...(lost > 0 ? [move(lossAccount('evaporation'), lost)] : []),
  ]);
  addEvent(tx, {
    lotId: source.id,
    kind: 'prepared',
    sentence: `${massToken(from.grossMg)} became ${massToken(body.massMg)} ${heat} as ${made.code}.`,
    at: now,
    personId: person.id,
  });
  return `${massToken(body.massMg)}, ${heat}, ${fat.pct.toFixed(1)} % fat, ${saltGPerKg} g salt and ${nitritePpm} mg nitrite per kg, use by ${body.useBy}.`;
}

/**
 * Why what was heated is not free yet: its core stayed too cold, it is still warm, or it was smoked without the cure that smoke wants. The lead
 * releases it, with a reading; null where nothing stands against it.
 */
async function holdFor(of: {
  tx: Transaction;
  body: ProduceLot;
  source: LotRow;
  heat: HeatState;
  ppm: number;
}): Promise<string | null> {
  const { tx, body, source, heat, ppm } = of;
  if (heat === source.heat) return null;
  const limit = await limitOf(tx, { ...source, state: 'fresh' });
  const floorPpm = nitriteFloorOf(await houseRules(tx));
  const neededC = safeCoreC([source.species]);
  const words = [
    ...(becomesCooked(heat, source) && (body.coreC ?? 0) < neededC
      ? [
          `Its core reached ${temperatureToken(body.coreC ?? 0)}, and ${source.species} needs ${temperatureToken(neededC)}: cook it through, or the lead releases it by the time at temperature that the plan allows.`,
        ]
      : []),
    ...(heat === 'raw smoked' && ppm < floorPpm
      ? [
          `Smoked with ${ppm.toFixed(0)} ppm of nitrite: warm smoke without cure can make botulism. Cook it through, or bin it.`,
        ]
      : []),
    ...(isWarmer(body.tempC, limit)
      ? [`At ${temperatureToken(body.tempC)} after it: chill below ${temperatureToken(limit)} and read.`]
      : []),
  ];
  return words.length === 0 ? null : words.join(' ');
}

function becomesCooked(heat: HeatState, source: Pick<LotRow, 'heat'>): boolean {
  return heat === 'cooked' && source.heat !== 'cooked';
}

/** @throws HttpProblem 422 where it cannot have come of this lot */
function mustBeOfIt(body: ProduceLot, species: string, source: LotRow, grossMg: number): void {
  const issues = [];
  if (body.massMg > grossMg) {
    const message = 'More came out than went in. Weigh again; salt and water have lines of their own.';
    issues.push({ path: 'massMg', message });
  }
  if (species !== source.species)
    issues.push({ path: 'trimId', message: `${source.code} is ${source.species}, not ${species}.` });
  if (body.heat === 'raw' && source.heat !== 'raw')
    issues.push({ path: 'heat', message: `${source.code} is ${source.heat}; it does not become raw again.` });
  if (becomesCooked(body.heat ?? source.heat, source) && body.coreC === undefined) {
    const message =
      'Say what the core of the thickest piece was when it was hottest; its surface proves nothing.';
    issues.push({ path: 'coreC', message });
  }
  if (body.heat === 'raw smoked' && source.heat === 'cooked')
    issues.push({ path: 'heat', message: `${source.code} is cooked already.` });
  if (body.heat !== 'cooked' && source.useBy !== null && body.useBy > source.useBy) {
    const message = `${source.code} is to be used by ${source.useBy}; uncooked it keeps no longer.`;
    issues.push({ path: 'useBy', message });
  }
  if (issues.length > 0) throw invalid(issues);
}

function round(value: number, parts: number): number {
  return Math.round(value * parts) / parts;
}
