import { mkdir, readFile, rename, writeFile } from 'node:fs/promises';
import path from 'node:path';
import type { Db } from '../platform/database.js';
import { findPrinted, keepPrinted } from './store/printed.js';

/** What the application asks of a label printer. */
export interface LabelPrinter {
  /** Prints a document; answers the name under which it can be read again. */
  print: (name: string, pdf: Buffer) => Promise<string>;
  /** A document printed before; undefined when there is none of that name. */
  read: (file: string) => Promise<Buffer | undefined>;
}

const NAME = /^[\w-]{1,80}\.pdf$/;

/** What is printed, kept where every application over the database finds it. */
export function sharedPrinter(folder: string, db: Db, now: () => Date): LabelPrinter {
  const here = spoolPrinter(folder);
  return {
    print: async (name, pdf) => {
      const file = await here.print(name, pdf);
      await keepPrinted(db, { file, pdf, at: now() });
      return file;
    },
    read: async (file) =>
      (await here.read(file)) ?? (NAME.test(file) ? await findPrinted(db, file) : undefined),
  };
}

/** Prints into a folder: each label a PDF file, written whole or not at all. */
export function spoolPrinter(folder: string): LabelPrinter {
  return {
    print: async (name, pdf) => {
      const file = `${name.replace(/[^\w-]/g, '_').slice(0, 76)}.pdf`;
      await mkdir(folder, { recursive: true });
      const half = path.join(folder, `.${file}.half`);
      await writeFile(half, pdf);
      await rename(half, path.join(folder, file));
      return file;
    },
    read: async (file) =>
      NAME.test(file) ? readFile(path.join(folder, file)).catch(() => undefined) : undefined,
  };
}
