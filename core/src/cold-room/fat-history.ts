import { learnFat } from '../blend/learn.js';
import type { FatFigure } from '../blend/correct.js';

export interface FatBase extends FatFigure {
  id: string;
}

/** One measurement of one lot, or of the ground blend of several. */
export interface FatTest extends FatFigure {
  id: string;
  parts: readonly { lotId: string; massKg: number }[];
}

interface FatChange {
  testId: string;
  before: FatFigure;
  after: FatFigure;
}

export interface FatStory extends FatFigure {
  changes: FatChange[];
}

/**
 * What each lot's fat is thought to be after every test that still stands, in the order they were
 * made, and how each test moved it. A test that was taken back is simply left out: the figures are
 * what they would be had it never been made.
 *
 * @param bases figures from before any test; tests of lots not among them change only those that are
 * @returns a story for every base
 */
export function fatStories(bases: readonly FatBase[], tests: readonly FatTest[]): Map<string, FatStory> {
  const stories = new Map<string, FatStory>(
    bases.map((b) => [b.id, { fatPct: b.fatPct, fatSd: b.fatSd, changes: [] }]),
  );
  for (const test of tests) {
    const lots = test.parts.flatMap((part) => {
      const story = stories.get(part.lotId);
      return story && part.massKg > 0
        ? [{ id: part.lotId, massKg: part.massKg, fatPct: story.fatPct, fatSd: story.fatSd }]
        : [];
    });
    if (lots.length === 0) continue;
    for (const after of learnFat(lots, test).lots) {
      const story = stories.get(after.id);
      if (!story) continue;
      const before = { fatPct: story.fatPct, fatSd: story.fatSd };
      const figure = { fatPct: after.fatPct, fatSd: after.fatSd };
      stories.set(after.id, {
        ...figure,
        changes: [...story.changes, { testId: test.id, before, after: figure }],
      });
    }
  }
  return stories;
}
