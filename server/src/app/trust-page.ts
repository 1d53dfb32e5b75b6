import { inLines, type Reach } from '@zest/contract';

const ESCAPES: Record<string, string> = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' };
const escaped = (text: string): string => text.replace(/[&<>"]/g, (c) => ESCAPES[c] ?? c);

/** How a tablet learns to trust the shop: a page without script or style, for whatever browser it has. */
export function trustPage(shop: string, reach: Reach): string {
  const name = escaped(shop);
  return `<!doctype html>
<html lang="en">
<head><meta charset="utf-8"><meta name="viewport" content="width=device-width, initial-scale=1">
<title>Trust ${name}</title></head>
<body>
<h1>Trust ${name}</h1>
<p>Once for each tablet. It makes sure that what the tablet sees and sends is this shop and nobody between.</p>
<h2>1. Compare</h2>
<p>This must stand on the printed sheet, or on the lead’s screen under Shop, Tablets, all of it:</p>
<p><b><code>${inLines(reach.fingerprint).join('<br>')}</code></b></p>
<p>If it is another, stop and tell the lead.</p>
<h2>2. Take in</h2>
<p><a href="/authority.crt" download="shop-authority.crt"><b>Download the shop’s certificate</b></a></p>
<p>Then let the tablet trust it, in one of two ways, as its settings are made:</p>
<ul>
<li>Settings, Security, Encryption and credentials, Install a certificate, CA certificate: choose the file.</li>
<li>Settings, General, Profile downloaded: install; then About, Certificate trust settings: switch it on.</li>
</ul>
<h2>3. Open the shop</h2>
<p><a href="${escaped(reach.address)}"><b>${escaped(reach.address)}</b></a>, and add it to the home screen.</p>
</body></html>
`;
}
