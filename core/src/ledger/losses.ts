import type { LossWay } from '../matter/matter.js';

/** A named loss: where its mass is kept in every shop, and what the bench calls it. */
interface Loss {
  /** Account of the ledger; written down once and never changed. A new loss takes a new one, and a migration. */
  account: string;
  /** On the tile of the bench. */
  title: string;
  /** What of the mass goes with it. */
  leaves: LossWay;
}

const loss = (account: string, title: string, leaves: LossWay = 'as is'): Loss => ({
  account,
  title,
  leaves,
});

/** Every way in which mass leaves with a name. Account and reason belong together for ever. */
export const LOSSES = {
  head: loss('00000000-0000-7000-8000-000000000011', 'Left in the head'),
  'bowl and hands': loss('00000000-0000-7000-8000-000000000012', 'Bowl and hands'),
  'barrel and horn': loss('00000000-0000-7000-8000-000000000013', 'Left in barrel and horn'),
  burst: loss('00000000-0000-7000-8000-000000000014', 'Burst'),
  ends: loss('00000000-0000-7000-8000-000000000015', 'Ends'),
  evaporation: loss('00000000-0000-7000-8000-000000000016', 'Evaporated', 'water'),
  'fat-out': loss('00000000-0000-7000-8000-000000000017', 'Fat run out', 'fat'),
  floor: loss('00000000-0000-7000-8000-000000000018', 'On the floor'),
  taste: loss('00000000-0000-7000-8000-000000000019', 'Tasted'),
  'bone and trim': loss('00000000-0000-7000-8000-000000000020', 'Bone and trim'),
  drip: loss('00000000-0000-7000-8000-000000000021', 'Drip', 'drip'),
  peel: loss('00000000-0000-7000-8000-000000000022', 'Peel'),
  'written off': loss('00000000-0000-7000-8000-000000000023', 'Written off'),
  'missing at stock take': loss('00000000-0000-7000-8000-000000000024', 'Missing at stock take'),
} as const satisfies Record<string, Loss>;

export type LossReason = keyof typeof LOSSES;

export const LOSS_REASONS = Object.keys(LOSSES) as readonly LossReason[];

/** A reason as it was sent; undefined when no loss has that name. */
export function lossReason(text: string | undefined): LossReason | undefined {
  return LOSS_REASONS.find((reason) => reason === text);
}

const LEAVES: ReadonlyMap<string, LossWay> = new Map(
  Object.values(LOSSES).map(({ account, leaves }) => [account, leaves]),
);

/** Whether an account is that of a named loss. */
export function isLoss(accountId: string): boolean {
  return LEAVES.has(accountId);
}

/** What of a mass goes with what is booked to an account; what nobody named leaves as it stands. */
export function leavesAs(accountId: string): LossWay {
  return LEAVES.get(accountId) ?? 'as is';
}
