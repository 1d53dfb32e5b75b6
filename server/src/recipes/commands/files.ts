import Papa from 'papaparse';
import {
  InputError,
  METHOD_TEMPLATES,
  blankDocument,
  fromFirstFormat,
  fromRows,
  toRows,
  type Ingredient,
  type WorkingDocument,
} from '@zest/core';
import {
  RECIPE_FORMAT,
  issuesOf,
  recipeFile,
  workingDocument,
  type Person,
  type Recipe,
  type RecipeFile,
} from '@zest/contract';
import type { AppContext } from '../../platform/app-context.js';
import type { Db } from '../../platform/database.js';
import { fromInputError, invalid } from '../../platform/problem.js';
import { addRecipeDraft } from './drafts.js';
import { readLibrary } from '../store/library.js';
import { findCasing } from '../store/casings.js';

/** A published recipe in its open form, with what is known of its ingredients. */
export function toFile(recipe: Recipe, library: ReadonlyMap<string, Ingredient>): RecipeFile {
  const { lines, casing, portions, ...rest } = recipe.document;
  const used = new Map(
    lines.flatMap((l) =>
      library.has(l.ingredientId) ? [[l.ingredientId, library.get(l.ingredientId)]] : [],
    ),
  );
  return recipeFile.parse({
    format: RECIPE_FORMAT,
    formatVersion: 2,
    name: recipe.name,
    version: recipe.versionNo,
    document: {
      ...rest,
      casing: named(casing),
      ...(portions ? { portions: portions.map((p) => ({ ...p, casing: named(p.casing) })) } : {}),
      lines: lines.map(({ ingredientId, carries: _carries, ...line }) => ({
        ...line,
        form: library.get(ingredientId)?.form ?? null,
      })),
    },
    ingredients: [...used.values()],
  });
}

/** A casing as a file names it. */
function named(casing: WorkingDocument['casing']) {
  if (!casing) return null;
  const { name, calibreMm, gPerM, material, tubeMm, tubeTakesG } = casing;
  return {
    name,
    calibreMm,
    gPerM,
    ...(material ? { material } : {}),
    ...(tubeMm ? { tubeMm } : {}),
    ...(tubeTakesG ? { tubeTakesG } : {}),
  };
}

/** The lines as CSV. */
export function toCsv(recipe: Recipe, library: ReadonlyMap<string, Ingredient>): string {
  // A name that a spreadsheet would carry out as a formula is written as a text.
  return Papa.unparse(toRows(recipe.document.lines, library), { newline: '\r\n', escapeFormulae: true });
}

interface ImportBody {
  id: string;
  kind: 'json' | 'csv';
  name?: string | undefined;
  text: string;
}

/**
 * Reads a file into a draft. Ingredients are matched by name and form; what the shop does not have stays
 * on its line to be chosen. Nothing is kept when the file cannot be read.
 * @throws HttpProblem 422 naming the row or the field
 */
export async function importRecipe(app: AppContext, person: Person, body: ImportBody): Promise<void> {
  const library = [...(await readLibrary(app.db)).values()];
  const { name, document } =
    body.kind === 'json' ? await fromJson(app.db, body.text, library) : fromCsv(body, library);
  await addRecipeDraft(app, person, {
    id: body.id,
    name: body.name ?? name,
    recipeId: null,
    fromVersionId: null,
    document: workingDocument.parse(document),
  });
}

async function fromJson(
  db: Db,
  text: string,
  library: readonly Ingredient[],
): Promise<{ name: string; document: WorkingDocument }> {
  let raw: unknown;
  try {
    raw = JSON.parse(text);
  } catch {
    throw invalid([
      {
        path: 'text',
        message: 'This is not JSON. A recipe file begins with { "format": "zest-tally/recipe" …',
      },
    ]);
  }
  const read = recipeFile.safeParse(fromFirstFormat(raw), { reportInput: true });
  if (!read.success) throw invalid(issuesOf(read.error).slice(0, 20));
  const { lines, casing, portions, ...rest } = read.data.document;
  const ofShop = (one: typeof casing) => (one ? findCasing(db, one) : Promise.resolve(null));
  return {
    name: read.data.name,
    document: {
      ...rest,
      casing: await ofShop(casing),
      ...(portions
        ? {
            portions: await Promise.all(
              portions.map(async (p) => ({ ...p, casing: await ofShop(p.casing) })),
            ),
          }
        : {}),
      lines: lines.map(({ form, ...line }) => ({
        ...line,
        ingredientId: library.find((i) => i.name === line.name && i.form === form)?.id ?? null,
      })),
    },
  };
}

/** Lines of CSV with the method of a fresh bulk product under them, to be changed in the editor. */
function fromCsv(
  body: ImportBody,
  library: readonly Ingredient[],
): { name: string; document: WorkingDocument } {
  const { data } = Papa.parse<string[]>(body.text.replace(/^\uFEFF/, ''), {
    skipEmptyLines: true,
    transform: (cell) => cell.replace(/^'(?=[=+\-@\t\r])/, ''),
  });
  if (data.length > 201) {
    throw invalid([
      { path: 'text', message: `A recipe has at most 200 lines; this has ${data.length - 1}.` },
    ]);
  }
  const template = METHOD_TEMPLATES.find((t) => t.id === 'fresh-bulk');
  if (!template) throw new Error('The method of a fresh bulk product is missing.');
  try {
    return {
      name: body.name ?? 'Imported recipe',
      document: blankDocument({
        state: 'raw',
        steps: [...template.steps],
        lines: fromRows(data, library),
      }),
    };
  } catch (error) {
    throw error instanceof InputError ? fromInputError(error) : error;
  }
}
