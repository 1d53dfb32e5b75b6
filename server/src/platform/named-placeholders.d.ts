declare module 'named-placeholders' {
  /** Makes a compiler from named to positional parameters; it keeps what it has compiled. */
  export default function toNumbered(): (
    sql: string,
    params: Record<string, unknown>,
  ) => [string, (string | number | boolean | Date | null)[]];
}
