/**
 * Ids of different things, told apart by the compiler: the id of a lot is none of its account. A string that nothing is
 * known of, as it comes from a wire or a test, may be any of them.
 */
type IdOf<What extends string> = string & { readonly idOf?: What };

export type AccountId = IdOf<'account'>;
export type LotId = IdOf<'lot'>;
export type BatchId = IdOf<'batch'>;
export type StepId = IdOf<'step'>;
export type LineId = IdOf<'line'>;
export type TransferId = IdOf<'transfer'>;
export type CasingId = IdOf<'casing'>;
