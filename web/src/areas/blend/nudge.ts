/**
 * Sets one trim to a new weight and lets the others give way in proportion, locked ones excepted, so
 * that the batch keeps its mass. What the others cannot give is not taken.
 * @returns kilograms by id, summing to what they summed to before
 */
export function nudge(
  kg: Readonly<Record<string, number>>,
  id: string,
  wantedKg: number,
  locked: ReadonlySet<string>,
  availableKg: Readonly<Record<string, number>>,
): Record<string, number> {
  const total = Object.values(kg).reduce((a, b) => a + b, 0);
  const others = Object.keys(kg).filter((other) => other !== id && !locked.has(other));
  const fixed = Object.keys(kg)
    .filter((other) => other !== id && locked.has(other))
    .reduce((sum, other) => sum + (kg[other] ?? 0), 0);
  const free = others.reduce((sum, other) => sum + (kg[other] ?? 0), 0);
  const most = Math.min(availableKg[id] ?? 0, total - fixed);
  const least = free > 0 ? 0 : total - fixed;
  const mine = Math.max(least, Math.min(most, wantedKg));
  const factor = free > 0 ? (total - fixed - mine) / free : 0;
  const next: Record<string, number> = { ...kg, [id]: mine };
  for (const other of others) next[other] = (kg[other] ?? 0) * factor;
  return next;
}
