import { useQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import type { Ingredient, RecipeFigures, Material } from '@zest/core';
import { type LibraryItem } from '@zest/contract';
import { queries } from '../../data/queries.js';

export function useRecipes() {
  return useQuery(queries.recipes);
}

/** The ingredient library, as a list and by id. */
export function useLibrary() {
  const query = useQuery(queries.ingredients);
  const { data } = query;
  const byId = useMemo(
    () => new Map<string, Ingredient & LibraryItem>((data ?? []).map((item) => [item.id, item])),
    [data],
  );
  return { ...query, list: data ?? [], byId };
}

/** The shop's rule book and house limits. */
export function useRules() {
  return useQuery(queries.rules);
}

/** A kilogram of mix by material, for the strip. */
export function materialsOf(figures: RecipeFigures): Partial<Record<Material, number>> {
  const fat = (figures.meatFat[0] + figures.meatFat[1]) / 2;
  const parts: Partial<Record<Material, number>> = { lean: 1 - fat, fat };
  for (const { line, perMeat } of figures.lines) {
    const material: Material =
      line.role === 'liquid'
        ? 'water'
        : line.role === 'cure' || line.role === 'inclusion' || line.role === 'fat'
          ? line.role
          : 'spice';
    parts[material] = (parts[material] ?? 0) + perMeat;
  }
  return parts;
}
