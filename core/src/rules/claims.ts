interface SpeciesShare {
  species: string;
  massKg: number;
}

type SpeciesRules = readonly { species: string; minPct?: number | undefined; maxPct?: number | undefined }[];

/**
 * Whether a recipe means a species. One that names species which may be in it means those only; one that names none, or
 * only what may not be in it, means any other.
 */
export function isMeant(rules: SpeciesRules, species: string): boolean {
  const rule = rules.find((r) => r.species === species);
  if (rule) return rule.maxPct !== 0;
  return !rules.some((r) => r.maxPct !== 0);
}

/** The rules with those of the species that are here and not meant: none of them. */
export function asMeant(rules: SpeciesRules, here: readonly string[]): SpeciesRules {
  const others = [...new Set(here)].filter((s) => !isMeant(rules, s) && !rules.some((r) => r.species === s));
  return [...rules, ...others.map((species) => ({ species, maxPct: 0 }))];
}

/**
 * Species rules that the meats really chosen break, one sentence each. Shares are of everything that
 * is meat or fat.
 */
export function brokenSpeciesRules(rules: SpeciesRules, meats: readonly SpeciesShare[]): string[] {
  const total = meats.reduce((sum, m) => sum + m.massKg, 0);
  if (!(total > 0)) return [];
  const named = new Set(rules.map((r) => r.species));
  const here = meats.filter((m) => m.massKg > 0).map((m) => m.species);
  return asMeant(rules, here).flatMap((rule) => {
    const mine = meats.filter((m) => m.species === rule.species).reduce((sum, m) => sum + m.massKg, 0);
    const share = (100 * mine) / total;
    if (rule.minPct !== undefined && share < rule.minPct - 1e-6) {
      return [`At least ${rule.minPct} % ${rule.species} is claimed; this blend has ${share.toFixed(1)} %.`];
    }
    if (rule.maxPct !== undefined && share > rule.maxPct + 1e-6) {
      if (!named.has(rule.species)) {
        return [`The recipe does not mean ${rule.species}; this blend has ${share.toFixed(1)} %.`];
      }
      return rule.maxPct === 0
        ? [`No ${rule.species} may be in it; this blend has ${share.toFixed(1)} %.`]
        : [`At most ${rule.maxPct} % ${rule.species} is claimed; this blend has ${share.toFixed(1)} %.`];
    }
    return [];
  });
}
