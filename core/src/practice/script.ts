/** What the screen waits for from a scale or a probe. Masses in mg, temperatures °C. */
export type PracticeNeed =
  | {
      kind: 'pour';
      scaleId: string;
      dueMg: number;
      divisionMg: number;
      /** Put down at once, as a full tub or a piece: where any weight is taken, none may stand in between. */
      whole?: true;
    }
  | { kind: 'read'; probeId: string; aimC: number; warmC: number };

/** What a simulated delivery does, so many milliseconds after the one before. */
export type PracticeMove =
  | { what: 'put'; scaleId: string; massMg: number; afterMs: number }
  | { what: 'tare' | 'unplug' | 'plug'; scaleId: string; afterMs: number }
  | { what: 'set'; probeId: string; tempC: number; afterMs: number };

export type Disaster = 'none' | 'over-pour' | 'pulled plug' | 'too warm';

/** One delivery in so many goes wrong when small disasters are wanted. */
const ONE_IN = 6;
/** How far over a hand slips, as a part of what was due. */
const SLIP = 0.2;

/** Which small disaster happens at a delivery; `random` is uniform 0–1. */
export function chooseDisaster(need: PracticeNeed, wanted: boolean, random: () => number): Disaster {
  if (!wanted || random() >= 1 / ONE_IN) return 'none';
  if (need.kind === 'read') return 'too warm';
  return random() < 0.5 && !need.whole ? 'over-pour' : 'pulled plug';
}

/**
 * A delivery of what is due, as a hand would make it: the scale emptied and tared, then poured in three goes up to
 * the weight – or put down whole – in whole divisions. A slip ends above it, a pulled plug comes back, warm meat is read warm
 * first. Every script but a slip ends exactly on what is due.
 *
 * @param speed 1 is a hand's own pace; higher is faster
 */
export function practiceScript(need: PracticeNeed, disaster: Disaster, speed: number): PracticeMove[] {
  const after = (ms: number) => Math.round(ms / Math.max(0.1, speed));
  if (need.kind === 'read') {
    const { probeId } = need;
    const right: PracticeMove = { what: 'set', probeId, tempC: need.aimC, afterMs: after(1200) };
    return disaster === 'too warm'
      ? [{ what: 'set', probeId, tempC: need.warmC, afterMs: after(800) }]
      : [right];
  }
  const { scaleId, dueMg, divisionMg } = need;
  const whole = (mg: number) => Math.max(divisionMg, Math.round(mg / divisionMg) * divisionMg);
  const put = (massMg: number, ms: number): PracticeMove => ({
    what: 'put',
    scaleId,
    massMg,
    afterMs: after(ms),
  });
  const pour: PracticeMove[] = [
    put(0, 400),
    { what: 'tare', scaleId, afterMs: after(700) },
    ...(need.whole ? [] : [put(whole(dueMg * 0.55), 1100), put(whole(dueMg * 0.9), 1100)]),
  ];
  if (disaster === 'over-pour') return [...pour, put(whole(dueMg * (1 + SLIP)), 1100)];
  if (disaster === 'pulled plug') {
    return [
      ...pour,
      { what: 'unplug', scaleId, afterMs: after(600) },
      { what: 'plug', scaleId, afterMs: after(5000) },
      put(whole(dueMg), 1500),
    ];
  }
  return [...pour, put(whole(dueMg), 1100)];
}

/**
 * Whether what stands on the scale is not what was delivered: tared away, or lost on its way.
 *
 * @param netMg what the scale shows, mg; undefined where nothing is known of it
 */
export function deliveryMissed(need: PracticeNeed, netMg: number | undefined): boolean {
  if (need.kind === 'read' || netMg === undefined) return false;
  return Math.abs(netMg - need.dueMg) > 2 * need.divisionMg;
}

/** What somebody in practice is told when it went wrong, so that they can mend it. */
export const DISASTER_WORDS: Record<Exclude<Disaster, 'none'>, string> = {
  'over-pour': 'Practice: your hand slipped. Take some out, or choose what becomes of it.',
  'pulled plug':
    'Practice: somebody tripped over the plug. It comes back; a weight could be typed meanwhile.',
  'too warm': 'Practice: the meat is too warm. Read it, send it back to the chill, read it again.',
};
