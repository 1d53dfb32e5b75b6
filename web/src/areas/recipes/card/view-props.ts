import type { checkRecipe } from '@zest/core';
import type { RecipeStory } from '@zest/contract';
import type { useLibrary } from '../use-recipes.js';

export interface ViewProps {
  story: RecipeStory;
  library: ReturnType<typeof useLibrary>;
  check: ReturnType<typeof checkRecipe>;
}
