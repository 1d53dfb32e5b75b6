import type { BlendSettings, TrimLot } from '@zest/contract';

/** A lot of pork shoulder in good order, changed as a test needs it. */
export function lot(id: string, more: Partial<TrimLot> = {}): TrimLot {
  return {
    id,
    code: `T-${id}`,
    trimId: 'trim',
    trimName: 'Pork shoulder 80/20',
    species: 'pork',
    wild: false,
    fatPct: 20,
    fatSd: 2,
    fatKnownBy: 'supplier',
    balanceMg: 20_000_000,
    reservedMg: 0,
    freeMg: 20_000_000,
    priceMinorPerKg: 400,
    boughtMinorPerKg: 400,
    receivedOn: '2026-03-14',
    ageDays: 2,
    useBy: null,
    urgency: 'fine',
    tempC: 2,
    supplier: 'Saltmarsh Farm',
    supplierLot: '',
    state: 'fresh',
    heat: 'raw',
    form: 'whole',
    weightKnown: 'weighed',
    saltGPerKg: 0,
    nitritePpm: 0,
    status: 'available',
    holdReason: null,
    outMinutes: 0,
    isOut: false,
    owner: null,
    boxMg: null,
    version: 1,
    ...more,
  };
}

export function settings(more: Partial<BlendSettings> = {}): BlendSettings {
  return {
    meatMg: 40_000_000,
    window: { minPct: 23, maxPct: 27 },
    confidence: 0.8,
    locks: {},
    useFirst: [],
    leaveOut: [],
    wholeBoxes: false,
    maxTrims: null,
    leastUseMg: 500_000,
    objective: { cost: 1, age: 0, trims: 0 },
    speciesRules: [],
    owner: null,
    ...more,
  };
}
