import type { WorkingDocument } from './document.js';
import type { RecipeFigures } from './figures.js';
import type { Finding } from '../findings/finding.js';
import { ofBasis, type Gauge } from './gauges.js';
import { traitsOf } from '../steps/index.js';

/** Salt, cure and accelerator of the whole recipe, from every source. */
export function checkCure(
  document: Pick<WorkingDocument, 'lines' | 'state' | 'claims' | 'steps'>,
  figures: RecipeFigures,
  all: readonly Gauge[],
): Finding[] {
  return [
    ...salt(document, figures, all),
    ...cures(document, figures),
    ...accelerator(document, figures),
    ...limits(all, needsCure(document), figures),
  ];
}

function salt(
  document: Pick<WorkingDocument, 'lines'>,
  figures: RecipeFigures,
  all: readonly Gauge[],
): Finding[] {
  const path = (() => {
    const at = document.lines.findIndex((l) => l.role === 'salt');
    return at < 0 ? 'lines' : `lines[${at}].dose`;
  })();
  if (figures.salt <= 0) {
    return [
      {
        level: 'sign',
        path: 'lines',
        guard: 'salt',
        about: 'none',
        sentence: 'The recipe has no salt. Put it in, or sign for why there is none.',
      },
    ];
  }
  const gauge = all.find((g) => g.substance === 'salt');
  if (!gauge || gauge.level === 'ok') return [];
  const plain = (figures.plainSalt * 1000).toFixed(1);
  return [
    {
      level: 'sign',
      path,
      guard: 'salt',
      about: gauge.value < (gauge.floor ?? 0) ? 'too little' : 'too much',
      amount: Math.max((gauge.floor ?? 0) - gauge.value, gauge.value - (gauge.limit ?? Infinity)),
      sentence: `Salt from every source is ${gauge.value.toFixed(1)} g/kg of meat (plain salt ${plain}); the house band is ${gauge.floor}–${gauge.limit} g/kg. Mend it, or sign for it.`,
    },
  ];
}

function cures(document: Pick<WorkingDocument, 'lines' | 'claims'>, figures: RecipeFigures): Finding[] {
  const found: Finding[] = [];
  const carrying = figures.lines.filter((l) => l.contents.nitritePct + l.contents.nitratePct > 0);
  const [first, ...more] = carrying;
  const second = more[0];
  if (first && second) {
    const at = document.lines.indexOf(second.line);
    const packet = carrying.find((l) => l.line.role !== 'cure');
    found.push({
      level: 'sign',
      path: `lines[${at}]`,
      guard: 'two-cures',
      about: carrying.map((l) => l.line.name).join(', '),
      sentence: packet
        ? `${packet.line.name} already holds cure, and ${(packet === first ? second : first).line.name} brings it again. Take one out, or sign for both; the limit counts them together.`
        : `Two cures: ${first.line.name} and ${second.line.name}. Take one out, or sign for both; the limit counts them together.`,
    });
  }
  if (first && document.claims.includes('no added nitrite')) {
    found.push({
      level: 'stop',
      path: 'claims',
      guard: 'claim',
      sentence: `It claims no added nitrite, and ${first.line.name} brings it.`,
    });
  }
  return found;
}

function accelerator(document: Pick<WorkingDocument, 'lines' | 'steps'>, figures: RecipeFigures): Finding[] {
  const at = document.lines.findIndex((l) => l.role === 'accelerator');
  const traits = document.steps.map(traitsOf);
  const heated = traits.some((t) => t.smokes === true || t.heat === 'lethal');
  const rests = traits.some((t) => t.rests === true);
  if (at < 0 && figures.nitrite > 0 && heated && !rests) {
    return [
      {
        level: 'note',
        path: 'lines',
        guard: 'accelerator',
        sentence:
          'Smoked or cooked the same day without an accelerator: the cure has little time. Rest it overnight, or add one.',
      },
    ];
  }
  if (at < 0 || figures.nitrite > 0) return [];
  return [
    {
      level: 'warn',
      path: `lines[${at}]`,
      guard: 'accelerator',
      sentence: `${document.lines[at]?.name} helps a nitrite cure along, and there is none here.`,
    },
  ];
}

/** Smoked, dried, held warm or done slowly: what cure is there for. */
export function needsCure({ steps }: Pick<WorkingDocument, 'steps'>): boolean {
  return steps
    .map(traitsOf)
    .some((t) => t.needsCure === true || t.dries === true || t.heat === 'warm' || t.heat === 'slow');
}

/** Gauges that stand over a limit, or nitrite below its floor, which is signed for where it is needed. */
function limits(all: readonly Gauge[], needed: boolean, figures: RecipeFigures): Finding[] {
  return all.flatMap((gauge): Finding[] => {
    if (gauge.substance === 'salt' || gauge.level === 'ok') return [];
    const figure = `${show(gauge.value)} ${gauge.unit} ${ofBasis(gauge)}`;
    const base = { path: 'lines', guard: gauge.substance, about: gauge.level, amount: beyond(gauge) };
    if (gauge.level === 'warn') {
      return [
        {
          ...base,
          level: needed ? 'sign' : 'warn',
          sentence: `${gauge.title} is ${figure}, under the floor of ${show(gauge.floor ?? 0)} there: colour and protection are thin.${needed ? ' The bench will stop at every step that it is there for.' : ''}`,
        },
      ];
    }
    const limit = `${show(gauge.limit ?? 0)} ${gauge.unit} (${gauge.written}; ${gauge.source})`;
    if (gauge.level === 'name') {
      return [
        {
          ...base,
          level: 'sign',
          sentence: `${gauge.title} is ${figure}, above ${limit}: the protected name goes. Take some out, or sign for the name the label will have.`,
        },
      ];
    }
    if (gauge.level === 'label') {
      return [
        {
          ...base,
          level: 'note',
          sentence: `${gauge.title} is ${figure}, above ${limit}: the label names it.`,
        },
      ];
    }
    return [
      {
        ...base,
        level: 'stop',
        sentence: `${gauge.title} is ${figure}, above the limit of ${limit}.${largestCure(gauge, figures)}`,
      },
    ];
  });
}

/** The largest dose of the cure that the book leaves here, beside everything else that brings nitrite. */
function largestCure({ substance, value, limit }: Gauge, { lines, nitrite }: RecipeFigures): string {
  const cure = lines.find((l) => l.contents.nitritePct > 0);
  if (substance !== 'nitrite' || !cure || limit === null) return '';
  const tooMuch = nitrite * (1 - limit / value);
  const most = (cure.perMeat - tooMuch / (cure.contents.nitritePct / 100)) * 1000;
  return ` The limit leaves room for ${(Math.floor(Math.max(0, most) * 100) / 100).toFixed(2)} g of ${cure.line.name} per kg of meat.`;
}

/** How far a gauge is under its floor or over its limit. */
function beyond({ level, value, floor, limit }: Gauge): number {
  return level === 'warn' ? (floor ?? value) - value : value - (limit ?? value);
}

function show(value: number): string {
  return String(Number(value.toPrecision(4)));
}
