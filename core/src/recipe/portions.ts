import { partsFrom, portionAt, traitsOf, wayOf, type StepLike } from '../steps/index.js';
import type { RecipeDocument, WorkingDocument } from './document.js';
import type { Portion } from './product.js';

/** One product of a recipe: what nothing parted off, or a portion. */
export interface Lane<D> {
  /** Key of the portion; null for what nothing parted off. */
  key: string | null;
  name: string;
  /** The recipe as if there were no other product. */
  document: D;
}

/** The products of a recipe, what nothing parted off first; a recipe without portions is its own only lane. */
export function lanesOf<D extends WorkingDocument | RecipeDocument>(name: string, document: D): Lane<D>[] {
  const portions = document.portions ?? [];
  return [
    { key: null, name, document: laneDocument(document, null) },
    ...portions.map((p) => ({ key: p.key, name: p.name, document: laneDocument(document, p.key) })),
  ];
}

/** The recipe of one of its products alone: its way, its state, its casing and its pieces. */
export function laneDocument<D extends WorkingDocument | RecipeDocument>(document: D, key: string | null): D {
  const { portions = [], steps } = document;
  if (portions.length === 0) return document;
  const { portions: _all, ...plain } = document;
  const way = alone(wayOf(steps, portions, key));
  const portion = portions.find((p) => p.key === key);
  if (!portion) return { ...plain, steps: way } as D;
  const { state, fatClass, claims, packMassG, cookingSentence } = portion;
  return {
    ...plain,
    steps: way,
    state,
    claims,
    fatClass,
    packMassG,
    cookingSentence,
    ...(way.some(isInPieces) ? piecesOf(document, portion) : UNFILLED),
  } as D;
}

/** Steps of a way as those of a method that has no other. */
export function alone<S extends { portion?: string | undefined }>(steps: readonly S[]): S[] {
  return steps.map(({ portion: _portion, ...step }) => step as S);
}

/** Its own casing and pieces where it is stuffed or formed apart; else those of what it parts from. */
function piecesOf(
  document: WorkingDocument | RecipeDocument,
  portion: Portion,
): Pick<Portion, 'casing' | 'linkMassG' | 'linkLengthMm'> {
  const own = document.steps.filter((s) => portionAt(s) === portion.key);
  const { casing, linkMassG, linkLengthMm } = portion;
  if (own.some(isInPieces)) return { casing, linkMassG, linkLengthMm };
  const from = document.portions?.find((p) => p.key === partsFrom(document.steps, portion));
  return from && from.key !== portion.key
    ? piecesOf({ ...document, portions: document.portions?.filter((p) => p !== portion) }, from)
    : { casing: document.casing, linkMassG: document.linkMassG, linkLengthMm: document.linkLengthMm };
}

/** What is neither filled nor formed is in no casing and has no pieces. */
const UNFILLED = { casing: null, linkMassG: null, linkLengthMm: null };

function isInPieces(step: StepLike): boolean {
  const { machine, pieces } = traitsOf(step);
  return machine === 'stuffer' || pieces === true;
}
