import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';

/** The text of a PDF, pages and runs joined by spaces. */
export async function pdfText(body: Buffer): Promise<string> {
  const pdf = await getDocument({ data: new Uint8Array(body), verbosity: 0 }).promise;
  const pages: string[] = [];
  for (let n = 1; n <= pdf.numPages; n += 1) {
    const content = await (await pdf.getPage(n)).getTextContent();
    pages.push(content.items.map((item) => ('str' in item ? item.str : '')).join(''));
  }
  return pages.join(' ').replace(/\s+/g, ' ');
}
