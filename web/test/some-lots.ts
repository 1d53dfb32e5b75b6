import type { BlendSettings, LotDetail, StockItem, TrimLot } from '@zest/contract';

/** Ids as the server makes them. */
export const ID = (n: number) => `0198c0de-0000-7000-8000-0000000001${String(n).padStart(2, '0')}`;

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
    slaughteredOn: null,
    frozenOn: null,
    urgency: 'fine',
    tempC: 2,
    tempAt: null,
    supplier: 'Saltmarsh Farm',
    supplierLot: '',
    state: 'fresh',
    heat: 'raw',
    form: 'whole',
    weightKnown: 'weighed',
    saltGPerKg: 0,
    nitritePpm: 0,
    carries: null,
    status: 'available',
    holdReason: null,
    outMinutes: 0,
    isOut: false,
    outLevel: 'fine',
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

/** A lot as its own page has it. */
export function detail(more: Partial<LotDetail> = {}): LotDetail {
  return {
    ...lot('a', { id: ID(2), trimId: ID(1) }),
    maxC: 4,
    events: [],
    baseFat: { fatPct: 20, fatSd: 2 },
    fatChanges: [],
    madeFrom: [],
    madeInto: [],
    usedIn: [],
    photos: [],
    ...more,
  };
}

/** An ingredient or a casing of the stock, with one lot of it. */
export function stock(kind: 'ingredient' | 'casing'): StockItem {
  const casing = kind === 'casing';
  return {
    id: ID(3),
    kind,
    name: casing ? 'Hog casing 32/34' : 'Caraway',
    form: casing ? 'salted' : 'whole',
    role: casing ? 'casing' : 'seasoning',
    measure: casing ? 'mm' : 'mg',
    nitritePct: null,
    nitratePct: null,
    saltPct: 0,
    typed: true,
    isSupply: false,
    balance: 90_000,
    free: 90_000,
    used28: 0,
    daysLeft: null,
    lots: [
      {
        id: ID(4),
        code: 'G-1',
        supplier: 'Harbour Spice',
        supplierLot: '',
        receivedOn: '2026-03-14',
        useBy: null,
        urgency: 'fine',
        balance: 90_000,
        free: 90_000,
        priceMinor: 120,
        status: 'available',
        holdReason: null,
        version: 1,
      },
    ],
  };
}
