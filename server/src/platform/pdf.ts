import path from 'node:path';
import { createRequire } from 'node:module';
import pdfmake from 'pdfmake';
import type { Content, TDocumentDefinitions } from 'pdfmake/interfaces.js';

const FONT_FOLDER = path.join(
  path.dirname(createRequire(import.meta.url).resolve('pdfmake/package.json')),
  'fonts',
  'Roboto',
);
const face = (name: string) => path.join(FONT_FOLDER, name);

pdfmake.addFonts({
  Print: {
    normal: face('Roboto-Regular.ttf'),
    bold: face('Roboto-Medium.ttf'),
    italics: face('Roboto-Italic.ttf'),
    bolditalics: face('Roboto-MediumItalic.ttf'),
  },
});
// A document never fetches anything; only the shipped faces are read.
pdfmake.setUrlAccessPolicy(() => false);
pdfmake.setLocalAccessPolicy((file: string) => path.resolve(file).startsWith(FONT_FOLDER));

/** Ink of the page and the grey of its rules. */
const INK = '#1E2A26';

/**
 * A printed page: text large enough to be read at arm's length, page numbers at the foot.
 * @param title stands in the file's own data and at the foot
 */
export async function pdfOf(
  title: string,
  content: Content[],
  more: Partial<TDocumentDefinitions> = {},
): Promise<Buffer> {
  const pdf = pdfmake.createPdf({
    info: { title },
    pageSize: 'A4',
    pageMargins: [36, 32, 36, 40],
    defaultStyle: { font: 'Print', fontSize: 13, color: INK, lineHeight: 1.12 },
    styles: {
      title: { fontSize: 26, bold: true },
      head: { fontSize: 16, bold: true, margin: [0, 12, 0, 4] },
      dose: { fontSize: 18, bold: true, alignment: 'right' },
      number: { alignment: 'right' },
      small: { fontSize: 10 },
      caution: { bold: true },
    },
    footer: (page, pages) => ({
      text: `${title} · ${page} of ${pages}`,
      alignment: 'center',
      fontSize: 10,
      margin: [0, 10, 0, 0],
    }),
    content,
    ...more,
  });
  return pdf.getBuffer();
}

/** A table with thin rules between the rows and its first row as the head. */
export function ruled(widths: (string | number)[], rows: Content[][]): Content {
  return {
    table: { headerRows: 1, widths, body: rows },
    layout: {
      hLineWidth: (i: number) => (i === 1 ? 1.2 : 0.5),
      vLineWidth: () => 0,
      hLineColor: () => INK,
      paddingTop: () => 4,
      paddingBottom: () => 4,
    },
  };
}
