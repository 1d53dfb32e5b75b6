import type { AccountId, TransferId } from './ids.js';
export type AccountKind = 'lot' | 'place' | 'loss' | 'gain' | 'supplier' | 'customer';

/** Milligrams for what has mass, millimetres for natural casing, pieces for counted things. */
export type Measure = 'mg' | 'mm' | 'pc';

export interface LedgerAccount {
  id: AccountId;
  kind: AccountKind;
  name: string;
  measure: Measure;
  /** Places only: the step is closed, so what is left in it is unaccounted. */
  closed?: boolean | undefined;
  /** Places only: order of the step in the batch. */
  position?: number | undefined;
  /** Places only: which meat goes through, where lean and fat are worked apart. */
  stream?: 'all' | 'lean' | 'fat' | undefined;
  /** Places and products: the portion that they are of; null or absent for what nothing parted off. */
  portion?: { key: string; name: string } | null | undefined;
  /** Lots only: what the batch is making, as against rework. */
  product?: boolean | undefined;
}

export interface LedgerTransfer {
  id: TransferId;
  from: AccountId;
  to: AccountId;
  /** Whole number above 0 in the measure of both accounts. */
  amount: number;
  /** The transfer this one takes back. */
  reversesId?: TransferId | null | undefined;
}
