import type { WorkingDocument } from './document.js';
import type { RecipeFigures } from './figures.js';
import type { Finding } from '../findings/finding.js';
import { casingMaterial } from '../casing/materials.js';
import { speciesNamed } from '../species/index.js';
import { plain } from './common-ingredients.js';

/** Words of a name that promise a flavour. */
const FLAVOURS = [
  'pepper',
  'ginger',
  'mace',
  'sage',
  'rosemary',
  'garlic',
  'fennel',
  'caraway',
  'juniper',
  'mustard',
  'paprika',
  'chestnut',
  'apple',
  'cheese',
  'leek',
  'onion',
  'chilli',
  'cider',
  'beer',
  'wine',
  'honey',
  'thyme',
];

/** What the name and the claims promise, against what is in it. */
export function checkClaims(
  name: string,
  document: WorkingDocument,
  figures: RecipeFigures | undefined,
): Finding[] {
  return [...species(name, document, figures), ...flavours(name, document), ...claims(document, figures)];
}

function species(name: string, document: WorkingDocument, figures: RecipeFigures | undefined): Finding[] {
  const words = ` ${plain(name)} `;
  const all = / all (\w+) | pure (\w+) | 100 (\w+) /.exec(words)?.slice(1).find(Boolean);
  const named = speciesNamed(plain(name));
  const found: Finding[] = [];
  for (const { name: kind, words: list } of named) {
    const rule = document.speciesRules.find((r) => r.species === kind);
    const only = document.claims.includes('one species only') || (all !== undefined && list.includes(all));
    if (only && (rule?.minPct ?? 0) < 100) {
      found.push({
        level: 'stop',
        path: 'speciesRules',
        guard: 'species',
        sentence: `“${name}” claims ${kind} only. Set the species rule to 100 % ${kind}.`,
      });
    } else if ((rule?.minPct ?? 0) === 0) {
      found.push({
        level: 'sign',
        path: 'speciesRules',
        guard: 'species',
        sentence: `“${name}” names ${kind}, and nothing says how much of it must be in it. Set a least share, or sign for the name.`,
      });
    }
    if (!only) continue;
    const skin = document.casing && casingMaterial(document.casing.material);
    if (skin?.species && skin.species !== kind) {
      found.push({
        level: 'stop',
        path: 'casing',
        guard: 'species',
        sentence: `“${name}” claims ${kind} only, and its ${skin.words} is eaten with it. Choose another casing, or take the claim off.`,
      });
    }
    const foreign = figures?.lines.find((l) => l.ingredient?.species && l.ingredient.species !== kind);
    if (foreign) {
      found.push({
        level: 'stop',
        path: `lines[${document.lines.indexOf(foreign.line)}]`,
        guard: 'species',
        sentence: `${foreign.line.name} is ${foreign.ingredient?.species}, and the product claims ${kind} only.`,
      });
    }
  }
  const only = document.speciesRules.find((r) => r.minPct === 100)?.species;
  const casing = document.casing && casingMaterial(document.casing.material).species;
  if (only && casing && casing !== only) {
    found.push({
      level: 'note',
      path: 'casing',
      guard: 'casing',
      sentence: `The meat is all ${only}; the casing is ${casing} and stands on the label as such.`,
    });
  }
  return found;
}

function flavours(name: string, document: WorkingDocument): Finding[] {
  const words = plain(name).split(' ');
  const lines = document.lines.map((l) => plain(l.name)).join(' ');
  return FLAVOURS.filter((f) => words.includes(f) && !lines.includes(f)).map((f) => ({
    level: 'warn',
    path: 'name',
    guard: 'name',
    sentence: `The name says ${f}, and no line is ${f}.`,
  }));
}

function claims(document: WorkingDocument, figures: RecipeFigures | undefined): Finding[] {
  const found: Finding[] = [];
  const stop = (sentence: string) => found.push({ level: 'stop', path: 'claims', guard: 'claim', sentence });
  if (document.claims.includes('shelf-stable')) {
    if (document.state === 'dried') {
      found.push({
        level: 'sign',
        path: 'claims',
        guard: 'shelf-stable',
        sentence:
          'Shelf-stable is proven by water activity or acidity, never by cure alone. Name the measurement your plan rests on.',
      });
    } else
      stop(
        'Cured is not shelf-stable: only drying or acid that was measured makes it so. Take the claim off.',
      );
  }
  if (document.claims.includes('no binder') && (figures?.binder ?? 0) > 0) {
    stop(
      `It claims no binder, and ${figures?.lines.find((l) => l.contents.binderPct > 0)?.line.name} is one.`,
    );
  }
  const silent = figures?.lines.find((l) => l.ingredient?.mayContain === true);
  if (document.claims.includes('gluten free') && silent)
    stop(`It claims to be gluten free, and the allergens of ${silent.line.name} are not stated.`);
  const gluten = figures?.lines.find((l) => l.ingredient?.allergens.includes('gluten'));
  if (document.claims.includes('gluten free') && gluten)
    stop(`It claims to be gluten free, and ${gluten.line.name} has gluten.`);
  return found;
}
