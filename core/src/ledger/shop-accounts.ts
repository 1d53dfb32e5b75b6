import { LOSSES, LOSS_REASONS } from './losses.js';
import type { AccountKind, Measure } from './types.js';

const fixed = (n: string) => `00000000-0000-7000-8000-0000000000${n}`;

/** Accounts that every shop has beside its named losses; made by the migrations and never changed. */
export const SHOP_ACCOUNTS = {
  found: fixed('01'),
  scaleDifference: fixed('02'),
  casingMass: fixed('03'),
  openingStock: fixed('04'),
  suppliers: fixed('05'),
  casingSuppliers: fixed('06'),
  foundCasing: fixed('07'),
  takeUp: fixed('08'),
  customers: fixed('09'),
  unaccounted: fixed('10'),
  casingWrittenOff: fixed('30'),
  casingMissing: fixed('31'),
} as const;

export interface FixedAccount {
  id: string;
  kind: AccountKind;
  measure: Measure;
  name: string;
}

const account = (id: string, kind: AccountKind, name: string, measure: Measure = 'mg'): FixedAccount => ({
  id,
  kind,
  measure,
  name,
});

/** Every fixed account with its kind, its measure and its name, as the migrations wrote them. */
export const FIXED_ACCOUNTS: readonly FixedAccount[] = [
  account(SHOP_ACCOUNTS.found, 'gain', 'found'),
  account(SHOP_ACCOUNTS.scaleDifference, 'gain', 'scale difference'),
  account(SHOP_ACCOUNTS.casingMass, 'gain', 'casing'),
  account(SHOP_ACCOUNTS.openingStock, 'gain', 'opening stock'),
  account(SHOP_ACCOUNTS.suppliers, 'supplier', 'suppliers'),
  account(SHOP_ACCOUNTS.casingSuppliers, 'supplier', 'casing suppliers', 'mm'),
  account(SHOP_ACCOUNTS.foundCasing, 'gain', 'found casing', 'mm'),
  account(SHOP_ACCOUNTS.takeUp, 'gain', 'take-up'),
  account(SHOP_ACCOUNTS.customers, 'customer', 'customers'),
  account(SHOP_ACCOUNTS.unaccounted, 'loss', 'unaccounted'),
  account(SHOP_ACCOUNTS.casingWrittenOff, 'loss', 'casing written off', 'mm'),
  account(SHOP_ACCOUNTS.casingMissing, 'loss', 'casing missing at stock take', 'mm'),
  ...LOSS_REASONS.map((reason) => account(LOSSES[reason].account, 'loss', reason)),
];
