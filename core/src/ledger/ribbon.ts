import type { AccountId } from './ids.js';
import { effective } from './balances.js';
import { flowsOf, totalOf } from './flows.js';
import type { LedgerAccount, LedgerTransfer } from './types.js';

export const MATERIALS = ['lean', 'fat', 'water', 'spice', 'cure', 'inclusion', 'casing'] as const;
export type Material = (typeof MATERIALS)[number];
export type Composition = Partial<Record<Material, number>>;

export interface Sliver {
  accountId: AccountId;
  name: string;
  kind: 'loss' | 'side' | 'gain';
  massMg: number;
}

/** One step of the ribbon: what came in, of what it is made, what left and what is missing. */
export interface RibbonStation {
  accountId: AccountId;
  name: string;
  position: number;
  closed: boolean;
  /** Lean and fat worked apart are two ribbons that join. */
  stream: 'all' | 'lean' | 'fat';
  /** Key of the portion that stands here; null for what nothing parted off. */
  portion: string | null;
  /** What parted off from here into portions. */
  parted: readonly { key: string; name: string; massMg: number }[];
  inMg: number;
  /** Materials of everything that came in, mg. */
  bands: Composition;
  /** On to the next place or into the product. */
  outMg: number;
  slivers: Sliver[];
  /** In − out − slivers: still there while open, unaccounted once closed. */
  balanceMg: number;
}

/**
 * A batch's steps as a ribbon, computed from its transfers.
 *
 * Materials enter with their lots and leave in the proportion in which they stand in the place.
 * Transfers that were taken back do not show.
 * @param materials parts of each lot or gain by material, summing to 1
 */
export function ribbon(
  accounts: readonly LedgerAccount[],
  transfers: readonly LedgerTransfer[],
  materials: ReadonlyMap<string, Composition>,
): RibbonStation[] {
  const byId = new Map(accounts.map((a) => [a.id, a]));
  const flows = flowsOf(effective(transfers));
  const mixed = new Map<string, Composition>(materials);
  const places = accounts
    .filter((a) => a.kind === 'place' && a.measure === 'mg')
    .sort((a, b) => (a.position ?? 0) - (b.position ?? 0));
  return places.map((place) => {
    const arriving = flows.to(place.id);
    const leaving = flows.from(place.id);
    const bands = sumBands(arriving, mixed);
    const inMg = totalOf(arriving);
    mixed.set(place.id, scaleBands(bands, inMg === 0 ? 0 : 1 / inMg));
    return {
      accountId: place.id,
      name: place.name,
      position: place.position ?? 0,
      closed: place.closed ?? false,
      stream: place.stream ?? 'all',
      portion: place.portion?.key ?? null,
      parted: partedFrom(place, leaving, byId),
      inMg,
      bands,
      outMg: totalOf(leaving.filter((t) => isMainStream(byId.get(t.to)))),
      slivers: gather(
        leaving.filter((t) => !isMainStream(byId.get(t.to))),
        byId,
      ),
      balanceMg: flows.balance(place.id),
    };
  });
}

function isMainStream(account: LedgerAccount | undefined): boolean {
  return account?.kind === 'place' || (account?.kind === 'lot' && account.product === true);
}

/** What went on into portions that part here. */
function partedFrom(
  place: LedgerAccount,
  leaving: readonly LedgerTransfer[],
  byId: ReadonlyMap<string, LedgerAccount>,
): RibbonStation['parted'] {
  const parted = new Map<string, { key: string; name: string; massMg: number }>();
  for (const { to, amount } of leaving) {
    const target = byId.get(to);
    const portion = target?.portion;
    if (!isMainStream(target) || !portion || portion.key === place.portion?.key) continue;
    const massMg = (parted.get(portion.key)?.massMg ?? 0) + amount;
    parted.set(portion.key, { key: portion.key, name: portion.name, massMg });
  }
  return [...parted.values()];
}

/** What left for elsewhere than the next place, by where it went. */
function gather(transfers: readonly LedgerTransfer[], byId: ReadonlyMap<string, LedgerAccount>): Sliver[] {
  const found = new Map<string, Sliver>();
  for (const t of transfers) {
    const account = byId.get(t.to);
    if (!account) continue;
    const kind = account.kind === 'gain' ? 'gain' : account.kind === 'loss' ? 'loss' : 'side';
    const sliver = found.get(account.id) ?? { accountId: account.id, name: account.name, kind, massMg: 0 };
    sliver.massMg += t.amount;
    found.set(account.id, sliver);
  }
  return [...found.values()];
}

function sumBands(
  transfers: readonly LedgerTransfer[],
  parts: ReadonlyMap<string, Composition>,
): Composition {
  const bySource = new Map<string, number>();
  for (const { from, amount } of transfers) bySource.set(from, (bySource.get(from) ?? 0) + amount);
  const sum: Composition = {};
  for (const [from, amount] of bySource) {
    for (const [material, part] of entries(parts.get(from) ?? { inclusion: 1 }))
      sum[material] = (sum[material] ?? 0) + part * amount;
  }
  return sum;
}

function scaleBands(bands: Composition, factor: number): Composition {
  return Object.fromEntries(entries(bands).map(([m, value]) => [m, value * factor]));
}

function entries(bands: Composition): [Material, number][] {
  return MATERIALS.flatMap((m) => (bands[m] === undefined ? [] : [[m, bands[m]] as [Material, number]]));
}
