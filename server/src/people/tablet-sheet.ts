import { inLines, type Reach } from '@zest/contract';
import { pdfOf } from '../platform/pdf.js';

/** The printed sheet by which a tablet is taught, once, that the shop is the shop. */
export function tabletSheet(shop: string, reach: Reach): Promise<Buffer> {
  return pdfOf(`Tablets of ${shop}`, [
    { text: `A tablet for ${shop}`, style: 'title' },
    { text: '1  Trust the shop, once', style: 'head' },
    {
      columns: [
        { qr: reach.trustAddress, fit: 150, width: 170 },
        {
          stack: [
            `Scan this with the tablet, or type ${reach.trustAddress}`,
            { text: 'Read the fingerprint there. It must be this one, all of it:', margin: [0, 8, 0, 2] },
            { text: inLines(reach.fingerprint).join('\n'), bold: true, fontSize: 11 },
            {
              text: 'If it is another, stop: something stands between the tablet and the shop.',
              margin: [0, 8, 0, 0],
              style: 'caution',
            },
          ],
        },
      ],
    },
    { text: '2  Open the shop', style: 'head' },
    {
      columns: [
        { qr: reach.address, fit: 150, width: 170 },
        {
          stack: [
            `Scan this, or type ${reach.address}`,
            { text: 'Add it to the tablet’s home screen, so that it opens whole.', margin: [0, 8, 0, 0] },
          ],
        },
      ],
    },
    { text: '3  Let the tablet in', style: 'head' },
    'It asks for its name and a code. The lead makes the code under Shop, Tablets; it holds for ten minutes and for one tablet.',
  ]);
}
