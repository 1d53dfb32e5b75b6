import { InputError, type InputIssue } from '../errors/index.js';
import type { Dose } from './dose.js';
import type { WorkingLine } from './document.js';
import { LINE_ROLES, type Ingredient } from './ingredient.js';

/** Columns of a recipe's lines as CSV, in their order. */
export const ROW_COLUMNS = [
  'key',
  'ingredient',
  'form',
  'role',
  'dose',
  'unit',
  'packet seasons kg',
  'enters at',
  'required',
  'heat',
  'tolerance %',
  'as written',
  'note',
] as const;

/** Columns that earlier files called otherwise. */
const COLUMN_WAS: Readonly<Record<string, string>> = { spoken: 'as written' };

const UNITS = {
  'g/kg meat': (value: number): Dose => ({ gPerKgMeat: value }),
  '% of meat': (value: number): Dose => ({ pctOfMeat: value }),
  'g/kg mix': (value: number): Dose => ({ gPerKgMix: value }),
  '% of mix': (value: number): Dose => ({ pctOfMix: value }),
} as const;

/** Lines as rows of text; {@link fromRows} reads them back the same. */
export function toRows(lines: readonly WorkingLine[], library: ReadonlyMap<string, Ingredient>): string[][] {
  return [
    [...ROW_COLUMNS],
    ...lines.map((line) => {
      const ingredient = library.get(line.ingredientId ?? '');
      return [
        line.key,
        line.name,
        ingredient?.form ?? '',
        line.role,
        ...doseCells(line.dose),
        line.entersAt,
        line.required ? 'yes' : 'no',
        line.hot ? 'yes' : '',
        line.tolerancePct === undefined ? '' : String(line.tolerancePct),
        line.asWritten ?? '',
        line.note ?? '',
      ];
    }),
  ];
}

function doseCells(dose: Dose | null): [string, string, string] {
  if (dose === null) return ['', '', ''];
  if ('packet' in dose) return [String(dose.packet.netG), 'packet g', String(dose.packet.seasonsKg)];
  if ('gPerKgMeat' in dose) return [String(dose.gPerKgMeat), 'g/kg meat', ''];
  if ('pctOfMeat' in dose) return [String(dose.pctOfMeat), '% of meat', ''];
  if ('gPerKgMix' in dose) return [String(dose.gPerKgMix), 'g/kg mix', ''];
  return [String(dose.pctOfMix), '% of mix', ''];
}

/**
 * Rows of text back into lines. Ingredients are found by name and form; one the shop does not have stays
 * on its line, unresolved.
 * @throws InputError at `rows[i].<column>` for every cell that cannot be
 */
export function fromRows(
  rows: readonly (readonly string[])[],
  library: readonly Ingredient[],
): WorkingLine[] {
  const [head = [], ...body] = rows;
  const names = head.map((c) => COLUMN_WAS[c.trim().toLowerCase()] ?? c.trim().toLowerCase());
  const at = (name: (typeof ROW_COLUMNS)[number]) => names.indexOf(name);
  const missing = ROW_COLUMNS.filter((c) => at(c) < 0);
  if (missing.length > 0) {
    throw new InputError([
      {
        path: 'rows[0]',
        message: `The first row must name the columns; ${missing.join(', ')} ${missing.length === 1 ? 'is' : 'are'} missing.`,
      },
    ]);
  }
  const issues: InputIssue[] = [];
  const lines = body.map((row, i) => {
    const cell = (name: (typeof ROW_COLUMNS)[number]) => (row[at(name)] ?? '').trim();
    const wrong = (column: string, message: string) =>
      issues.push({ path: `rows[${i + 1}].${column}`, message });
    const role = LINE_ROLES.find((r) => r === cell('role'));
    if (!role)
      wrong('role', `Row ${i + 1}: “${cell('role')}” is not a role. Accepted: ${LINE_ROLES.join(', ')}.`);
    const tolerance = cell('tolerance %') === '' ? undefined : Number(cell('tolerance %'));
    if (tolerance !== undefined && !(tolerance > 0))
      wrong('tolerance %', `Row ${i + 1}: the tolerance must be above 0 %.`);
    const ingredient = library.find((g) => g.name === cell('ingredient') && g.form === cell('form'));
    const line: WorkingLine = {
      key: cell('key') || `line${i + 1}`,
      ingredientId: ingredient?.id ?? null,
      name: cell('ingredient'),
      role: role ?? 'seasoning',
      dose: readDoseCells(cell('dose'), cell('unit'), cell('packet seasons kg'), (m) =>
        wrong('dose', `Row ${i + 1}: ${m}`),
      ),
      required: cell('required') !== 'no',
      entersAt: cell('enters at'),
      ...(cell('heat') === 'yes' ? { hot: true } : {}),
      ...(tolerance === undefined ? {} : { tolerancePct: tolerance }),
      ...(cell('as written') ? { asWritten: cell('as written') } : {}),
      ...(cell('note') ? { note: cell('note') } : {}),
      ...(ingredient && ingredient.contents.nitritePct > 0
        ? { nitritePct: ingredient.contents.nitritePct }
        : {}),
    };
    return line;
  });
  if (issues.length > 0) throw new InputError(issues);
  return lines;
}

function readDoseCells(
  value: string,
  unit: string,
  seasons: string,
  wrong: (message: string) => void,
): Dose | null {
  if (value === '' && unit === '') return null;
  const number = Number(value);
  if (value === '' || !(number >= 0)) {
    wrong(`“${value}” is not a dose; a number with a point is wanted.`);
    return null;
  }
  if (unit === 'packet g') {
    const kg = Number(seasons);
    if (!(kg > 0)) wrong('a packet needs the kilograms it seasons.');
    return { packet: { netG: number, seasonsKg: kg } };
  }
  const make = UNITS[unit as keyof typeof UNITS] as ((value: number) => Dose) | undefined;
  if (!make) {
    wrong(`“${unit}” is not a unit of a dose. Accepted: ${Object.keys(UNITS).join(', ')}, packet g.`);
    return null;
  }
  return make(number);
}
