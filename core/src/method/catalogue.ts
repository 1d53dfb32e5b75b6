/** In the order in which they usually stand. */
export const STEP_KINDS = [
  'chill',
  'weigh-meat',
  'grind',
  'weigh-dry',
  'season',
  'mix',
  'emulsify',
  'include',
  'taste',
  'stuff',
  'link',
  'form',
  'rest',
  'dry-skin',
  'smoke',
  'cook',
  'water-cook',
  'cool',
  'bloom',
  'hang',
  'cut',
  'pack',
  'freeze',
] as const;
export type StepKind = (typeof STEP_KINDS)[number];

export const READING_KINDS = [
  'temperature',
  'minutes',
  'tack',
  'count',
  'sample',
  'cleared',
  'verdict',
  'before',
  'core',
  'tally',
  'addition',
] as const;
export type ReadingKind = (typeof READING_KINDS)[number];

export const LOSS_REASONS = [
  'head',
  'bowl and hands',
  'barrel and horn',
  'burst',
  'ends',
  'evaporation',
  'fat-out',
  'floor',
  'taste',
  'bone and trim',
  'drip',
  'peel',
  'written off',
  'missing at stock take',
] as const;
export type LossReason = (typeof LOSS_REASONS)[number];

/** What the bench is asked for at a step of a kind. */
export interface StepShape {
  title: string;
  /** Mass stands in this step and is weighed out of it. */
  holdsMass: boolean;
  /** Named losses offered when mass leaves here. */
  losses: readonly LossReason[];
  /** Readings without which the step does not close. */
  needs: readonly ReadingKind[];
  /** Mass that is not weighed out moves on by itself when the step closes. */
  passesOn: boolean;
  /** Where what is missing after weighing out goes when the step closes; heat and air take it. */
  remainder?: LossReason;
  /** One line where a hand is about to act. */
  caution?: string;
}

export const STEP_SHAPES: Record<StepKind, StepShape> = {
  chill: shape('Chill', { needs: ['temperature'] }),
  'weigh-meat': shape('Weigh the meat', {}),
  'weigh-dry': shape('Weigh the dry goods', {
    caution: 'Cure is weighed, never spooned. Too much of it is poison.',
  }),
  season: shape('Season', {
    holdsMass: true,
    losses: ['floor'],
    needs: ['minutes'],
    passesOn: true,
    caution: 'Cure is weighed, never spooned. Too much of it is poison.',
  }),
  grind: shape('Grind', {
    holdsMass: true,
    losses: ['head', 'bone and trim', 'floor'],
    needs: ['before', 'temperature'],
    caution: 'Pull the plug before a hand goes near the head.',
  }),
  mix: shape('Mix', {
    holdsMass: true,
    losses: ['bowl and hands', 'taste', 'floor'],
    needs: ['minutes', 'tack'],
    passesOn: true,
    caution: 'Never taste raw mix.',
  }),
  emulsify: shape('Emulsify', {
    holdsMass: true,
    losses: ['bowl and hands', 'taste', 'floor'],
    needs: ['temperature', 'minutes'],
    passesOn: true,
    caution: 'Guard down; pull the plug before a hand goes near the knives.',
  }),
  include: shape('Put the inclusions in', {
    holdsMass: true,
    losses: ['bowl and hands', 'floor'],
    needs: ['minutes'],
    passesOn: true,
  }),
  taste: shape('Taste', {
    losses: ['taste'],
    needs: ['core', 'verdict'],
    caution: 'Never taste raw mix: fry the patty through and read its core.',
  }),
  stuff: shape('Stuff', {
    holdsMass: true,
    losses: ['barrel and horn', 'burst', 'taste', 'floor'],
  }),
  link: shape('Link', { holdsMass: true, losses: ['ends', 'burst', 'floor'], needs: ['count', 'sample'] }),
  form: shape('Form', {
    holdsMass: true,
    losses: ['bowl and hands', 'taste', 'floor'],
    needs: ['count', 'sample'],
  }),
  rest: shape('Rest in the cold', {
    holdsMass: true,
    losses: ['drip'],
    needs: ['temperature'],
    passesOn: true,
    remainder: 'evaporation',
  }),
  'dry-skin': shape('Dry the skin', {
    holdsMass: true,
    needs: ['minutes'],
    passesOn: true,
    remainder: 'evaporation',
  }),
  smoke: shape('Smoke', {
    holdsMass: true,
    losses: ['floor'],
    needs: ['temperature', 'minutes'],
    passesOn: true,
    remainder: 'evaporation',
    caution: 'No warm smoke without cure: botulism.',
  }),
  cook: shape('Cook', {
    holdsMass: true,
    losses: ['fat-out', 'floor'],
    needs: ['temperature'],
    remainder: 'evaporation',
    caution: 'Raw and cooked vessels stay apart.',
  }),
  'water-cook': shape('Cook in water', {
    holdsMass: true,
    losses: ['burst', 'floor'],
    needs: ['temperature'],
    remainder: 'fat-out',
    caution: 'Raw and cooked vessels stay apart.',
  }),
  cool: shape('Cool', {
    holdsMass: true,
    needs: ['temperature'],
    passesOn: true,
    remainder: 'evaporation',
  }),
  bloom: shape('Bloom', { holdsMass: true, needs: ['minutes'], passesOn: true, remainder: 'evaporation' }),
  hang: shape('Hang to dry', {
    holdsMass: true,
    needs: ['temperature'],
    remainder: 'evaporation',
    caution: 'Cured is not shelf-stable.',
  }),
  cut: shape('Cut', { holdsMass: true, losses: ['ends', 'floor'], needs: [] }),
  freeze: shape('Freeze', { holdsMass: true, needs: ['temperature'], passesOn: true }),
  pack: shape('Pack', { holdsMass: true, losses: ['ends', 'floor'], needs: ['count'] }),
};

function shape(title: string, rest: Partial<Omit<StepShape, 'title'>>): StepShape {
  return { title, holdsMass: false, losses: [], needs: [], passesOn: false, ...rest };
}
