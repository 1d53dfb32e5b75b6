import type { StepKind } from './catalogue.js';

export const SEASON_HOWS = ['dry', 'in halves', 'slurry'] as const;
export const SHAPES = ['links', 'coils', 'logs', 'sticks', 'patties', 'bulk'] as const;
export const FILLS = ['slack', 'hard'] as const;
export const TWISTS = ['alternate directions', 'pinch two, twist one'] as const;
export const MIXED_BY = ['machine', 'hand'] as const;
export const COOLINGS = ['ice water', 'air'] as const;

/** A step of a method with everything a bench hand is told. Temperatures °C, lengths mm. */
export interface StepParameters {
  key: string;
  kind: StepKind;
  title: string;
  /** What a bench hand is told, one sentence. */
  say: string;
  plateMm?: number | undefined;
  /** Which pass through the grinder this is. */
  pass?: number | undefined;
  /** Which meat goes through: all of it, the lean, the fat. */
  stream?: 'all' | 'lean' | 'fat' | undefined;
  /** The fat stream: lots from this fat on go through it, %. */
  fatFromPct?: number | undefined;
  stopAboveC?: number | undefined;
  stopBelowC?: number | undefined;
  /** Minutes that are aimed at. */
  minutes?: number | undefined;
  minMinutes?: number | undefined;
  maxMinutes?: number | undefined;
  hours?: number | undefined;
  bind?: 'short' | 'sticky' | undefined;
  /** Who mixes: a machine, or hands. */
  mixedBy?: (typeof MIXED_BY)[number] | undefined;
  seasonHow?: (typeof SEASON_HOWS)[number] | undefined;
  /** The liquid goes in so many parts. */
  liquidParts?: number | undefined;
  /** Emulsified in lots of so many kilograms. */
  lotKg?: number | undefined;
  hornMm?: number | undefined;
  fill?: (typeof FILLS)[number] | undefined;
  prick?: boolean | undefined;
  shape?: (typeof SHAPES)[number] | undefined;
  twist?: (typeof TWISTS)[number] | undefined;
  cooling?: (typeof COOLINGS)[number] | undefined;
  /** Temperature of the chamber or the bath. */
  chamberC?: number | undefined;
  /** Weight a hung product loses, percent. */
  targetLossPct?: number | undefined;
  /** What usually comes out of what went in, percent. */
  expectedYieldPct?: number | undefined;
  sampleSize?: number | undefined;
  /** Why pieces go in before a plate, where the style wants it. */
  styleSays?: string | undefined;
  note?: string | undefined;
}
