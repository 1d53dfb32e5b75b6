import type { Guard } from '../findings/guards.js';
import { doseFraction, massPerMeat } from './dose.js';
import type { WorkingDocument, WorkingLine } from './document.js';
import type { Finding } from '../findings/finding.js';
import { listed, unstatedOf, type Ingredient } from './ingredient.js';
import { looksLikeCure, looksLikeDisguisedCure } from './common-ingredients.js';

/** What speaks against single lines: no weight, no ingredient, a dose outside its own limits. */
export function checkLines(
  document: Pick<WorkingDocument, 'lines' | 'hotness'>,
  library: ReadonlyMap<string, Ingredient>,
  perMeat: number | undefined,
): Finding[] {
  if (document.lines.length === 0) {
    return [
      {
        level: 'stop',
        path: 'lines',
        guard: 'lines',
        sentence: 'The recipe has no lines. It needs its salt at least.',
      },
    ];
  }
  const heat = Math.max(1, ...document.hotness.map((h) => h.factor));
  return document.lines.flatMap((line, i) => {
    const path = `lines[${i}]`;
    const ingredient = library.get(line.ingredientId ?? '');
    const found = [...unresolved(line, ingredient, path)];
    if (ingredient) found.push(...unstated(line, ingredient, path), ...optionalCure(line, ingredient, path));
    if (line.dose) found.push(...doseLimits(line, ingredient, path, perMeat ?? 1, line.hot ? heat : 1));
    const before = document.lines.slice(0, i).filter((l) => l.ingredientId === line.ingredientId);
    // One ingredient may go in at two steps; cure never does.
    const isTwice = before.some((l) => line.role === 'cure' || l.entersAt === line.entersAt);
    if (ingredient && isTwice) {
      found.push({
        level: line.role === 'cure' ? 'stop' : 'warn',
        path,
        guard: 'twice',
        about: line.name,
        sentence: `${line.name} stands twice in the recipe${line.role === 'cure' ? ': cure that arrives twice is poured twice. Make it one line' : '; is that meant?'}.`,
      });
    }
    return found;
  });
}

function unresolved(line: WorkingLine, ingredient: Ingredient | undefined, path: string): Finding[] {
  const found: Finding[] = [];
  const stop = (field: string, sentence: string) =>
    found.push({ level: 'stop', path: `${path}.${field}`, guard: 'line', sentence });
  if (line.ingredientId === null) {
    stop(
      'ingredientId',
      `${line.name || 'This line'} is not an ingredient of the shop. Choose one, or add it to the library.`,
    );
  } else if (!ingredient) {
    stop('ingredientId', `${line.name} is no longer in the library. Choose another.`);
  }
  if (line.dose === null) {
    stop('dose', line.doubt ?? `${line.name} has no dose. Accepted: 16 g/kg, 1.6 %, 2 packets.`);
  } else if (doseFraction(line.dose).fraction === 0) {
    stop('dose', `${line.name} has a dose of nothing. Give it a weight or take the line out.`);
  }
  return found;
}

function unstated(line: WorkingLine, ingredient: Ingredient, path: string): Finding[] {
  const found: Finding[] = [];
  const stop = (guard: Guard, sentence: string) => found.push({ level: 'stop', path, guard, sentence });
  if (!ingredient.typed) {
    stop(
      'typed',
      `Nobody has said whether ${ingredient.name} is plain salt, a cure or neither. Say it in the library.`,
    );
  }
  const { contents } = ingredient;
  if (line.role === 'cure' && contents.nitritePct + contents.nitratePct <= 0) {
    stop(
      'strength',
      `${ingredient.name} has no strength. State its nitrite and its nitrate in percent; 0 is a statement.`,
    );
  }
  const missing = unstatedOf(ingredient).filter((s) => s !== 'kind');
  if (missing.length > 0) {
    stop(
      'compound',
      `${ingredient.name} is made of several things and does not state its ${listed(missing)}. Ask its maker and write it in the library.`,
    );
  }
  const { saltPct, fatPct, waterPct, proteinPct } = contents;
  if ((line.role === 'inclusion' || line.role === 'fat') && saltPct + fatPct + waterPct + proteinPct <= 0) {
    stop(
      'compound',
      `Nobody has said what ${ingredient.name} holds: its fat, its salt and its water count in the product. Write them in the library, from its label or a table.`,
    );
  }
  if (
    line.role !== 'cure' &&
    looksLikeCure(ingredient.name) &&
    contents.nitritePct + contents.nitratePct === 0
  ) {
    stop(
      'disguised',
      `${ingredient.name} sounds like a cure and states no nitrite. Give it the role cure and its strength.`,
    );
  }
  if (looksLikeDisguisedCure(ingredient.name) && contents.nitratePct + contents.nitritePct === 0) {
    found.push({
      level: 'sign',
      path,
      guard: 'disguised',
      about: ingredient.name,
      sentence: `${ingredient.name} usually carries nitrate: it is a cure in disguise. State its nitrite and nitrate, or sign for why it has none.`,
    });
  }
  if (line.role === 'accelerator' && ingredient.accelerator === undefined) {
    stop(
      'strength',
      `Say which accelerator ${ingredient.name} is: erythorbate, ascorbate or ascorbic acid have different limits.`,
    );
  }
  return found;
}

/** Whatever it is called: what holds cure is weighed in, or it is another product. */
function optionalCure(line: WorkingLine, { contents }: Ingredient, path: string): Finding[] {
  if (line.required || contents.nitritePct + contents.nitratePct <= 0) return [];
  const sentence = `${line.name} holds cure and may be left out: a cured product without its cure is another one. Make the line required.`;
  return [{ level: 'stop', path: `${path}.required`, guard: 'line', sentence }];
}

/** A dose that is only usual may be signed; what a maker or a book says may not. */
const USUAL = /common practice|from memory|usual/i;

/** A dose against the ingredient's own least and greatest. */
function doseLimits(
  line: WorkingLine,
  ingredient: Ingredient | undefined,
  path: string,
  perMeat: number,
  heat: number,
): Finding[] {
  if (!line.dose) return [];
  const gPerKg = massPerMeat(line.dose, perMeat) * 1000;
  const limits = ingredient?.dose;
  const found: Finding[] = [];
  if (limits && gPerKg * heat > limits.maxGPerKg + 1e-9) {
    found.push({
      level: USUAL.test(limits.source) ? 'sign' : 'stop',
      path: `${path}.dose`,
      guard: 'dose',
      about: line.name,
      amount: gPerKg * heat - limits.maxGPerKg,
      sentence: `${line.name}: ${show(gPerKg * heat)} g/kg is above its greatest dose of ${show(limits.maxGPerKg)} g/kg (${limits.source}). Check the decimal point.`,
    });
  } else if (limits && gPerKg < limits.minGPerKg - 1e-9) {
    found.push({
      level: 'warn',
      path: `${path}.dose`,
      guard: 'dose',
      sentence: `${line.name}: ${show(gPerKg)} g/kg is below its least dose of ${show(limits.minGPerKg)} g/kg (${limits.source}).`,
    });
  }
  if ('packet' in line.dose && ingredient?.packet) {
    const { seasonsKg } = line.dose.packet;
    const rated = ingredient.packet.seasonsKg;
    if (Math.abs(seasonsKg - rated) > 0.005 * rated) {
      found.push({
        level: 'warn',
        path: `${path}.dose`,
        guard: 'packet',
        sentence: `${line.name}: one packet for ${show(seasonsKg)} kg, it is rated for ${show(rated)} kg – ${show(Math.abs(rated / seasonsKg - 1) * 100)} % ${seasonsKg > rated ? 'weak' : 'strong'}.`,
      });
    }
  }
  return found;
}

function show(value: number): string {
  return String(Number(value.toPrecision(3)));
}
