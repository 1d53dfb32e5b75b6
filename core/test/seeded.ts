/** Uniform numbers 0–1 that repeat for a seed (Park and Miller's minimal standard generator). */
export function seeded(seed: number): () => number {
  let state = seed % 2_147_483_647 || 1;
  return () => {
    state = (state * 16_807) % 2_147_483_647;
    return state / 2_147_483_647;
  };
}

/** Standard normal numbers by Box and Muller. */
export function normal(random: () => number): number {
  return Math.sqrt(-2 * Math.log(random())) * Math.cos(2 * Math.PI * random());
}
