import type { FormatOptions } from '@zest/core';

/** How a sheet is written: the units of whoever prints it, the clock of the shop. */
export interface Paper {
  units: FormatOptions;
  /** Time zone of the shop. */
  zone: string;
}
