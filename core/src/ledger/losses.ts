/** A named loss: where its mass is kept in every shop, and what the bench calls it. */
interface Loss {
  /** Account of the ledger; written down once and never changed. A new loss takes a new one, and a migration. */
  account: string;
  /** On the tile of the bench. */
  title: string;
}

const loss = (account: string, title: string): Loss => ({ account, title });

/** Every way in which mass leaves with a name. Account and reason belong together for ever. */
export const LOSSES = {
  head: loss('00000000-0000-7000-8000-000000000011', 'Left in the head'),
  'bowl and hands': loss('00000000-0000-7000-8000-000000000012', 'Bowl and hands'),
  'barrel and horn': loss('00000000-0000-7000-8000-000000000013', 'Left in barrel and horn'),
  burst: loss('00000000-0000-7000-8000-000000000014', 'Burst'),
  ends: loss('00000000-0000-7000-8000-000000000015', 'Ends'),
  evaporation: loss('00000000-0000-7000-8000-000000000016', 'Evaporated'),
  'fat-out': loss('00000000-0000-7000-8000-000000000017', 'Fat run out'),
  floor: loss('00000000-0000-7000-8000-000000000018', 'On the floor'),
  taste: loss('00000000-0000-7000-8000-000000000019', 'Tasted'),
  'bone and trim': loss('00000000-0000-7000-8000-000000000020', 'Bone and trim'),
  drip: loss('00000000-0000-7000-8000-000000000021', 'Drip'),
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
