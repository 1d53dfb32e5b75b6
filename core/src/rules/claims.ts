interface SpeciesShare {
  species: string;
  massKg: number;
}

/**
 * Species rules that the meats really chosen break, one sentence each. Shares are of everything that
 * is meat or fat.
 */
export function brokenSpeciesRules(
  rules: readonly { species: string; minPct?: number | undefined; maxPct?: number | undefined }[],
  meats: readonly SpeciesShare[],
): string[] {
  const total = meats.reduce((sum, m) => sum + m.massKg, 0);
  if (!(total > 0)) return [];
  return rules.flatMap((rule) => {
    const mine = meats.filter((m) => m.species === rule.species).reduce((sum, m) => sum + m.massKg, 0);
    const share = (100 * mine) / total;
    if (rule.minPct !== undefined && share < rule.minPct - 1e-6) {
      return [`At least ${rule.minPct} % ${rule.species} is claimed; this blend has ${share.toFixed(1)} %.`];
    }
    if (rule.maxPct !== undefined && share > rule.maxPct + 1e-6) {
      return rule.maxPct === 0
        ? [`No ${rule.species} may be in it; this blend has ${share.toFixed(1)} %.`]
        : [`At most ${rule.maxPct} % ${rule.species} is claimed; this blend has ${share.toFixed(1)} %.`];
    }
    return [];
  });
}
