/** What the shop has set of its own limits; null is the common figure. */
export interface HouseRules {
  /** Salt that the house wants, g/kg of meat. */
  saltMinGPerKg: number | null;
  saltMaxGPerKg: number | null;
  /** The shop's own floor of nitrite on the meat, ppm. */
  nitriteFloorPpm: number | null;
  /** Minutes out of the chill after which the screen warns, and after which meat is held. */
  outWarnMinutes: number | null;
  outStopMinutes: number | null;
}

export const COMMON_RULES: HouseRules = {
  saltMinGPerKg: null,
  saltMaxGPerKg: null,
  nitriteFloorPpm: null,
  outWarnMinutes: null,
  outStopMinutes: null,
};

/** Minutes out of the chill where the shop has set none; common practice. */
const OUT_OF_CHILL = { warnMinutes: 30, stopMinutes: 120 } as const;

export interface OutOfChill {
  warnMinutes: number;
  stopMinutes: number;
}

/** How long meat may stand out of the chill in this shop. A warning never comes after the stop. */
export function outOfChill(rules: Pick<HouseRules, 'outWarnMinutes' | 'outStopMinutes'>): OutOfChill {
  const stopMinutes = rules.outStopMinutes ?? OUT_OF_CHILL.stopMinutes;
  return {
    warnMinutes: Math.min(rules.outWarnMinutes ?? OUT_OF_CHILL.warnMinutes, stopMinutes),
    stopMinutes,
  };
}

/** The house's own limits that are set, as the check of a recipe takes them. */
export function houseOf(rules: Pick<HouseRules, 'saltMinGPerKg' | 'saltMaxGPerKg' | 'nitriteFloorPpm'>) {
  return {
    saltMinGPerKg: rules.saltMinGPerKg ?? undefined,
    saltMaxGPerKg: rules.saltMaxGPerKg ?? undefined,
    nitriteFloorPpm: rules.nitriteFloorPpm ?? undefined,
  };
}
