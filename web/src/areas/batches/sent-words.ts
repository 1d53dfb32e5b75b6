/** Who sent what another made: for one whose device it was, or only saying so; nothing where the maker sent it. */
export function sentWords({ sentBy, proven }: { sentBy?: string | null; proven?: boolean }): string {
  if (!sentBy) return '';
  return proven ? ` (sent by ${sentBy})` : ` (says ${sentBy})`;
}
