/** Liquid of a batch against its cap, mg. */
export interface LiquidRoom {
  pouredMg: number;
  /** The most that may go in: what is written with its tolerance, or the limit when that is lower. */
  capMg: number;
  roomMg: number;
}

/** Every splash counts: what is in, the cap, and what may still go in. */
export function liquidRoom(
  lines: readonly { weighedMg: number; highMg: number }[],
  limitRoomMg: number | null,
): LiquidRoom | null {
  if (lines.length === 0) return null;
  const pouredMg = lines.reduce((sum, l) => sum + l.weighedMg, 0);
  const written = lines.reduce((sum, l) => sum + Math.max(l.highMg, l.weighedMg), 0);
  const capMg = limitRoomMg === null ? written : Math.min(written, pouredMg + Math.max(0, limitRoomMg));
  return { pouredMg, capMg, roomMg: Math.max(0, capMg - pouredMg) };
}

/** The jug before and after: what really went in. */
export function poured(beforeMg: number, afterMg: number): number {
  return Math.max(0, beforeMg - afterMg);
}
