import type { Content } from 'pdfmake/interfaces.js';
import {
  fillTokens,
  formatMass,
  ofBasis,
  pieceMassG,
  portionWords,
  recipeFigures,
  recipeLabel,
  stepInstruction,
  stepTitle,
  stepWords,
  traitsOf,
  writeDose,
  type FormatOptions,
  type Gauge,
  type Ingredient,
} from '@zest/core';
import type { MethodStep, Recipe, RecipeNote } from '@zest/contract';
import { pdfOf, ruled } from '../platform/pdf.js';

interface CardInput {
  recipe: Recipe;
  library: ReadonlyMap<string, Ingredient>;
  gauges: readonly Gauge[];
  notes: readonly RecipeNote[];
  units: FormatOptions;
  shop: string;
}

/** The recipe card: doses per kilogram and for the usual batch, the method, the limits, the label. */
export function recipeCard(input: CardInput): Promise<Buffer> {
  const { recipe, shop } = input;
  const { document } = recipe;
  return pdfOf(`${recipe.name}, version ${recipe.versionNo}`, [
    { text: recipe.name, style: 'title' },
    {
      text: `${shop} · version ${recipe.versionNo} · ${document.state} · fat ${document.window.minPct}–${document.window.maxPct} % of the meat block`,
    },
    { text: pieceWords(input), margin: [0, 2, 0, 0] },
    { text: `For ${formatMass(document.usualMeatMg, input.units)} of meat`, style: 'head' },
    lineTable(input),
    { text: 'Method', style: 'head' },
    ...(document.portions ?? []).map((p): Content => ({
      text: `Parts off: ${fillTokens(portionWords(document, p), input.units)}`,
    })),
    ...document.steps.map((step, i) => stepText(step, i, input)),
    { text: 'Limits', style: 'head' },
    ...input.gauges.map((g) => gaugeText(g)),
    { text: 'From memory; your own authority and your licensed plan decide.', style: 'small' },
    { text: 'Label', style: 'head' },
    ...labelText(input),
  ]);
}

function pieceWords({ recipe: { document }, units }: CardInput): string {
  const mass = pieceMassG(document);
  return [
    document.casing?.name,
    mass === null ? undefined : `${formatMass(Math.round(mass * 1000), units)} a piece`,
    document.packMassG ? `packs of ${formatMass(document.packMassG * 1000, units)}` : undefined,
    document.claims.join(', ') || undefined,
  ]
    .filter(Boolean)
    .join(' · ');
}

function lineTable({ recipe: { document }, library, notes, units }: CardInput): Content {
  const figures = recipeFigures(document, library);
  const rows = figures.lines.map((figure): Content[] => {
    const pinned = notes.filter((n) => n.lineKey === figure.line.key).map((n) => n.sentence);
    const words = [
      figure.line.asWritten === undefined ? '' : `as written: ${figure.line.asWritten}`,
      figure.line.note ?? '',
      ...pinned,
    ];
    return [
      {
        stack: [
          { text: figure.line.name, bold: true },
          { text: words.filter(Boolean).join('; '), style: 'small' },
        ],
      },
      { text: figure.line.dose ? writeDose(figure.line.dose) : '', style: 'number' },
      { text: `${((figure.perMeat / figures.mixPerMeat) * 100).toFixed(2)} %`, style: 'number' },
      { text: formatMass(Math.round(figure.perMeat * document.usualMeatMg), units), style: 'dose' },
    ];
  });
  const head = ['', 'dose', 'of mix', 'weigh'].map((text, i): Content => ({
    text,
    style: i ? 'number' : '',
    bold: true,
  }));
  return ruled(['*', 90, 60, 100], [head, ...rows]);
}

function portionOf({ document }: Recipe, step: MethodStep): string {
  const portion = document.portions?.find((p) => p.key === step.portion);
  return portion ? ` (${portion.name})` : '';
}

function stepText(step: MethodStep, index: number, { notes, units, recipe }: CardInput): Content {
  const entering = recipe.document.lines.filter((l) => l.entersAt === step.key).map((l) => l.name);
  const { caution } = traitsOf(step);
  const pinned = notes.filter((n) => n.stepKey === step.key).map((n) => n.sentence);
  const details = [
    ...stepWords(step).map((words) => fillTokens(words, units)),
    entering.length > 0 ? `goes in: ${entering.join(', ')}` : '',
    step.note ?? '',
    ...pinned,
  ].filter(Boolean);
  return {
    margin: [0, 3, 0, 0],
    stack: [
      {
        text: [
          { text: `${index + 1}. ${stepTitle(step)}${portionOf(recipe, step)}. `, bold: true },
          stepInstruction(step),
        ],
      },
      ...(details.length > 0 ? [{ text: details.join(' · ') }] : []),
      ...(caution ? [{ text: caution, style: 'caution' }] : []),
    ],
  };
}

function gaugeText(gauge: Gauge): Content {
  const limit = gauge.limit === null ? '' : `, limit ${Number(gauge.limit.toPrecision(4))} ${gauge.unit}`;
  return `${gauge.title}: ${Number(gauge.value.toPrecision(4))} ${gauge.unit} ${ofBasis(gauge)}${limit} (${gauge.written})`;
}

function labelText({ recipe: { document }, library }: CardInput): Content[] {
  const label = recipeLabel(document, recipeFigures(document, library));
  return [
    { text: label.runs.map((run) => ({ text: run.text, bold: run.allergen })) },
    { text: label.stateSentence, margin: [0, 2, 0, 0] },
  ];
}
