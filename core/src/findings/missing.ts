/** Something that stands between a step and its closing. */
export interface Missing {
  /** Stable name of what is missing, for the screen to jump to. */
  what: string;
  /** Weights and temperatures in it are tokens; see `fillTokens`. */
  sentence: string;
  /** Nobody can sign past it. */
  final?: true | undefined;
  /** Nothing is entered at the step before the lead has signed for it. */
  door?: true | undefined;
}
