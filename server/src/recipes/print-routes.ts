import type { Request, Response, Router } from 'express';
import { formatMass, shopDay, type FormatOptions } from '@zest/core';
import { PRE_BLEND_LABEL_PATH, RECIPE_FILE_PATH, RECIPE_SCHEMA_PATH, recipeFileSchema } from '@zest/contract';
import type { AppContext } from '../platform/app-context.js';
import { signedIn } from '../platform/mount.js';
import { pdfOf } from '../platform/pdf.js';
import { notFound } from '../platform/problem.js';
import { timeZone, shopName } from '../platform/settings.js';
import { recipeCard } from './card.js';
import { toCsv, toFile } from './commands/files.js';
import { mustFindIngredient, readLibrary } from './store/library.js';
import { checkPublished } from './commands/publish.js';
import { findRecipe } from './store/recipes.js';
import { openNotes } from './store/notes.js';
import { findPreBlendLot } from './store/pre-blends.js';

/** Files of a recipe, and the label of a pre-blend: anybody signed in may read them. */
export function printRoutes(router: Router, app: AppContext): void {
  router.get(RECIPE_FILE_PATH.replace('/api/v1', ''), async (request, response) => {
    const units = unitsOf(request);
    const recipe = await findRecipe(app.db, String(request.params['id']));
    if (!recipe) throw notFound('This recipe');
    const library = await readLibrary(app.db);
    const file = recipe.name.toLowerCase().replace(/[^\p{L}\p{N}]+/gu, '-');
    const kind = request.params['kind'];
    if (kind === 'recipe.json') {
      send(
        response,
        'application/json',
        `${file}.json`,
        `${JSON.stringify(toFile(recipe, library), null, 2)}\n`,
      );
    } else if (kind === 'lines.csv') {
      send(response, 'text/csv', `${file}.csv`, toCsv(recipe, library));
    } else if (kind === 'card.pdf') {
      const { gauges } = await checkPublished(app.db, recipe);
      const notes = await openNotes(app.db, recipe.id);
      const pdf = await recipeCard({
        recipe,
        library,
        gauges,
        notes,
        units,
        shop: await shopName(app.db),
      });
      sendPdf(response, `${file}.pdf`, pdf);
    } else throw notFound('This kind of file');
  });
  router.get(RECIPE_SCHEMA_PATH.replace('/api/v1', ''), (_request, response) => {
    response.json(recipeFileSchema());
  });
  router.get(PRE_BLEND_LABEL_PATH.replace('/api/v1', ''), async (request, response) => {
    const units = unitsOf(request);
    const lot = await findPreBlendLot(app.db, String(request.params['id']));
    if (!lot) throw notFound('This lot of a pre-blend');
    const item = await mustFindIngredient(app.db, lot.ingredientId);
    const holds = [
      item.contents.saltPct > 0 ? `salt ${item.contents.saltPct.toFixed(2)} %` : '',
      item.contents.nitritePct > 0 ? `CURE: nitrite ${item.contents.nitritePct.toFixed(3)} %` : '',
      item.allergens.length > 0 ? `allergens: ${item.allergens.join(', ').toUpperCase()}` : '',
    ].filter(Boolean);
    const pdf = await pdfOf(
      `${item.name} ${lot.code}`,
      [
        { text: item.name, style: 'title' },
        {
          text: `${lot.code} · made ${shopDay(await timeZone(app.db), lot.at)} · ${formatMass(lot.massMg, units)}`,
          fontSize: 16,
        },
        { text: holds.join(' · '), fontSize: 15, bold: true, margin: [0, 6, 0, 6] },
        { text: item.parts.map((p) => p.name).join(', ') },
        { qr: lot.code, fit: 70, margin: [0, 8, 0, 0] },
      ],
      { pageSize: 'A6', pageOrientation: 'landscape', pageMargins: [20, 18, 20, 30] },
    );
    sendPdf(response, `${lot.code}.pdf`, pdf);
  });
}

/** Units of the person who prints. */
function unitsOf(request: Request): FormatOptions {
  const person = signedIn(request);
  return { system: person.units, numberStyle: person.numberStyle ?? undefined };
}

function send(response: Response, type: string, name: string, body: string): void {
  response.type(type).attachment(name).send(body);
}

function sendPdf(response: Response, name: string, body: Buffer): void {
  response
    .type('application/pdf')
    .set('Content-Disposition', `inline; filename="${name.replace(/[^\w.-]/g, '_')}"`)
    .send(body);
}
