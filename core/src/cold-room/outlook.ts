/**
 * Days until a stock item runs out at the rate of the last days, or null when it was not used.
 * @param usedAmount what left the stock in the last `days` days
 */
export function daysLeft(freeAmount: number, usedAmount: number, days: number): number | null {
  if (usedAmount <= 0) return null;
  return Math.max(0, freeAmount) / (usedAmount / days);
}

export type Urgency = 'past' | 'today' | 'soon' | 'fine';

/** How pressing a use-by date is: past, today, within two days, or later. Dates as `YYYY-MM-DD`. */
export function urgency(useBy: string | null, today: string): Urgency {
  if (useBy === null) return 'fine';
  const days = Math.round((Date.parse(useBy) - Date.parse(today)) / 86_400_000);
  if (days < 0) return 'past';
  if (days === 0) return 'today';
  return days <= 2 ? 'soon' : 'fine';
}
