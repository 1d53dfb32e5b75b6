/** The nonce under which the server lets this page add styles. */
export function styleNonce(): string | undefined {
  return document.querySelector('meta[name="csp-nonce"]')?.getAttribute('content') ?? undefined;
}
