import { massToken } from '../../quantity/tokens.js';
import type { Gauge } from '../../recipe/gauges.js';
import type { BatchView, StepView } from './view.js';
import type { LineView } from '../judged/line-view.js';

/** How a figure of the sheet comes about: the rule in words, and the same with the figures put in. */
export interface Formula {
  /** The figure that it gives. */
  gives: string;
  rule: string;
  /** The rule with its figures; weights are tokens, see `fillTokens`. */
  figures: string;
}

/** What the figures of one line are: due, band, shares, loads and nitrite. */
export function lineFormulas(line: LineView, view: BatchView): Formula[] {
  return [
    ...dueFormula(line, view),
    bandFormula(line),
    ...shareFormulas(line, view),
    ...cureFormulas(line, view),
  ];
}

function dueFormula(line: LineView, { meatBasis, plannedMeatMg }: BatchView): Formula[] {
  if (line.gPerKgMeat === null) {
    return [
      {
        gives: 'Due',
        rule: 'as the blend was planned, and its share of the meat',
        figures: `${massToken(line.dueMg)} ÷ ${massToken(plannedMeatMg)} = ${percent(line.dueMg / plannedMeatMg)}`,
      },
    ];
  }
  return [
    {
      gives: 'Due',
      rule: 'dose × kilograms of meat, to a division of its scale',
      figures: `${line.gPerKgMeat.toFixed(3)} g per kg × ${massToken(meatBasis.massMg)} = ${massToken(line.dueMg)}`,
    },
  ];
}

function bandFormula({ lowMg, highMg, dueMg, scaleId, weighings }: LineView): Formula {
  return {
    gives: 'Right',
    rule: `what is due, give and take its tolerance, or a division of scale ${scaleId}${weighings > 1 ? ` at each of ${weighings} weighings` : ''}`,
    figures: `from ${massToken(lowMg)} to ${massToken(highMg)}, ${massToken(dueMg)} wanted`,
  };
}

function shareFormulas(line: LineView, { mixMg }: BatchView): Formula[] {
  const { pctOfMix, perLoadMg, dueMg } = line;
  const found: Formula[] = [];
  if (pctOfMix !== null) {
    found.push({
      gives: 'Of the mix',
      rule: 'due ÷ mix',
      figures: `${massToken(dueMg)} ÷ ${massToken(mixMg)} = ${pctOfMix.toFixed(2)} %`,
    });
  }
  if (perLoadMg.length > 1) {
    found.push({
      gives: 'Per load',
      rule: 'due ÷ loads, so that the parts make the whole',
      figures: `${massToken(dueMg)} = ${perLoadMg.map(massToken).join(' + ')}`,
    });
  }
  return found;
}

function cureFormulas({ cure, weighedMg, dueMg, name }: LineView, view: BatchView): Formula[] {
  if (!cure) return [];
  const massMg = weighedMg > 0 ? weighedMg : dueMg;
  const basisMg = cure.basis === 'meat block' ? view.meatBasis.massMg : view.mixMg;
  const nitriteMg = massMg * (cure.nitritePct / 100);
  return [
    {
      gives: 'Nitrite of this line',
      rule: `weight × strength, in the ${cure.basis}`,
      figures: `${massToken(massMg)} × ${cure.nitritePct} % = ${massToken(Math.round(nitriteMg))} in ${massToken(basisMg)}`,
    },
    {
      gives: 'ppm of nitrite',
      rule: `nitrite of every line in mg ÷ kilograms of ${cure.basis}`,
      figures: `${name} with all else that brings it: ${cure.ppm.toFixed(1)} ppm, at most ${cure.limitPpm.toFixed(1)}`,
    },
    {
      gives: 'At most',
      rule: 'what the limit leaves beside everything else ÷ strength',
      figures: `${massToken(cure.maxMg)} of ${name}`,
    },
  ];
}

/** Meat, mix as due and as made, and the loads. */
export function mixFormulas(view: BatchView): Formula[] {
  const { meatBasis, mixMg, madeMixMg, loads, lines } = view;
  const seasoningMg = lines.reduce((sum, l) => (l.kind === 'ingredient' ? sum + l.weighedMg : sum), 0);
  const perKg = mixMg / meatBasis.massMg;
  return [
    {
      gives: 'Meat',
      rule: MEAT_RULE[meatBasis.from],
      figures: massToken(meatBasis.massMg),
    },
    {
      gives: 'Mix due',
      rule: 'meat × (1 + the doses of all lines per kilogram)',
      figures: `${massToken(meatBasis.massMg)} × ${perKg.toFixed(4)} = ${massToken(mixMg)}`,
    },
    ...(madeMixMg === null
      ? []
      : [
          {
            gives: 'Mix as made',
            rule: 'meat + everything weighed besides',
            figures: `${massToken(madeMixMg - seasoningMg)} + ${massToken(seasoningMg)} = ${massToken(madeMixMg)}`,
          },
        ]),
    {
      gives: 'Loads',
      rule: 'mix ÷ what the mixer holds, rounded up',
      figures: `${massToken(mixMg)} in ${loads}`,
    },
  ];
}

const MEAT_RULE: Record<BatchView['meatBasis']['from'], string> = {
  planned: 'as planned; nothing is weighed yet',
  weighed: 'all that was weighed in as meat',
  ground: 'what came out of the grinder',
};

/** Fat, its uncertainty and the chance to be in the window. */
export function fatFormulas(view: BatchView): Formula[] {
  const meats = view.lines.filter((l) => l.kind === 'meat');
  const isWeighed = meats.length > 0 && meats.every((l) => l.weighedMg > 0);
  const massOf = (l: LineView) => (isWeighed ? l.weighedMg : l.dueMg);
  const totalMg = meats.reduce((sum, l) => sum + massOf(l), 0);
  const best = view.fatTest ?? { posteriorPct: view.plannedFatPct, posteriorSd: view.fatSd };
  const found: Formula[] = [
    {
      gives: 'Fat',
      rule: 'Σ kilograms × fat ÷ kilograms of meat',
      figures: `(${meats.map((l) => `${massToken(massOf(l))} × ${fat(l)} %`).join(' + ')}) ÷ ${massToken(totalMg)} = ${view.plannedFatPct.toFixed(1)} %`,
    },
    {
      gives: 'Give and take',
      rule: '√ Σ (share × uncertainty of the lot)²; one lot taken twice is one',
      figures: `√(${meats.map((l) => `(${percent(massOf(l) / totalMg)} × ${(l.fatSd ?? 0).toFixed(1)})²`).join(' + ')}) = ${view.fatSd.toFixed(1)} points`,
    },
  ];
  if (view.fatTest) {
    const { fatPct, fatSd, posteriorPct, posteriorSd } = view.fatTest;
    found.push({
      gives: 'After the test',
      rule: 'lots and test, each by 1 ÷ its uncertainty²; meat that was added later comes on top',
      figures: `test ${fatPct.toFixed(1)} ± ${fatSd.toFixed(1)} % gives ${posteriorPct.toFixed(1)} ± ${posteriorSd.toFixed(1)} %`,
    });
  }
  found.push({
    gives: 'Sure to be inside',
    rule: 'part of a normal curve about the fat, as wide as its uncertainty, that lies in the window',
    figures: `${best.posteriorPct.toFixed(1)} ± ${best.posteriorSd.toFixed(1)} % within ${view.window.minPct} to ${view.window.maxPct} %: ${percent(view.inWindow)}`,
  });
  return found;
}

/** Yield of a step, and of the batch up to it. */
export function stepFormulas(step: StepView, { meatMg }: BatchView): Formula[] {
  const found: Formula[] = [];
  if (step.stepYield !== null) {
    found.push({
      gives: 'Step yield',
      rule: 'out ÷ in of this step',
      figures: `${massToken(step.outMg)} ÷ ${massToken(step.inMg)} = ${percent(step.stepYield)}`,
    });
  }
  if (step.runningYield !== null) {
    found.push({
      gives: 'Running yield',
      rule: 'what left this step, and while it is open what is still there ÷ meat block',
      figures: `${massToken(step.outMg + (step.state === 'closed' ? 0 : step.balanceMg))} ÷ ${massToken(meatMg)} = ${percent(step.runningYield)}`,
    });
  }
  if (step.inMg > 0) {
    found.push({
      gives: step.state === 'closed' ? 'Unaccounted' : 'Still there',
      rule: 'in − out − what is explained',
      figures: `${massToken(step.inMg)} − ${massToken(step.outMg)} − ${massToken(step.inMg - step.outMg - step.balanceMg)} = ${massToken(step.balanceMg)}`,
    });
  }
  return found;
}

/** A gauge: what it counts, on what, by which rule. */
export function gaugeFormula({ title, basis, written, source, value, unit }: Gauge): Formula {
  return {
    gives: title,
    rule: `everything in it that carries it, by weight and content ÷ ${basis}`,
    figures: `${value.toFixed(unit === 'ppm' ? 1 : 2)} ${unit}. ${written} – ${source}`,
  };
}

function fat(line: LineView): string {
  return (line.fatPct ?? 0).toFixed(1);
}

function percent(fraction: number): string {
  return `${(fraction * 100).toFixed(1)} %`;
}
