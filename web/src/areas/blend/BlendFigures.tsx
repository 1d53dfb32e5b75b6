import Box from '@mui/material/Box';
import type { PlanOptimal } from '@zest/core';
import type { TrimLot } from '@zest/contract';
import { NUMERALS } from '../../ui/theme.js';
import { Tick, Triangle } from '../../ui/Trouble.js';
import { useUnits, type Units } from '../../ui/units.js';
import type { Blend } from './settings.js';

interface BlendFiguresProps {
  blend: Blend;
  answer: PlanOptimal | undefined;
  wanted: number;
  lots: readonly TrimLot[];
}

/** What the blend is: fat with its uncertainty, the chance of being inside, the cost. */
export function BlendFigures({ blend, answer, wanted, lots }: BlendFiguresProps) {
  const units = useUnits();
  const enough = blend.chance >= wanted - 0.005;
  const test = lots.find((l) => l.id === answer?.testFirst);
  return (
    <Box
      sx={{
        display: 'flex',
        flexDirection: { xs: 'row', lg: 'column' },
        flexWrap: 'wrap',
        columnGap: 4,
        rowGap: 0.8,
      }}
    >
      <Figure
        name="Fat of the meat block"
        value={`${units.percent(blend.fatPct)}`}
        more={`± ${units.number(blend.fatSd, 1)} points`}
      />
      <Box sx={{ display: 'flex', gap: 1.5, alignItems: 'center' }}>
        {enough ? <Tick size={28} /> : <Triangle size={28} />}
        <Figure
          name={`Sure to be inside, ${Math.round(wanted * 100)} % wanted`}
          value={units.percent(blend.chance * 100, 0)}
        />
      </Box>
      <Figure
        name="Cost of the meat"
        value={units.perMass(blend.perKgMinor)}
        more={
          answer
            ? `${units.money(answer.bareCost * 100)} with no regard to the chance, ${units.money(blend.costMinor)} as shown`
            : ''
        }
      />
      {blend.saltGPerKg > 0 || blend.nitritePpm > 0 ? (
        <Box sx={{ fontSize: 15 }}>
          The meat brings {units.number(blend.saltGPerKg, 1)} g salt and {units.number(blend.nitritePpm, 0)}{' '}
          mg nitrite per kg of its own.
        </Box>
      ) : null}
      {answer && !answer.confidenceMet ? (
        <Box>The wanted chance cannot be reached; this is the likeliest blend.</Box>
      ) : null}
      {answer?.stopped ? <Box>{stoppedWords(answer.cost, answer.stopped.leastCost, units)}</Box> : null}
      {test ? (
        <Box sx={{ fontSize: 15 }}>
          A fat test of{' '}
          <b>
            {test.trimName} {test.code}
          </b>{' '}
          would make it surest.
        </Box>
      ) : null}
    </Box>
  );
}

/** What a search that was stopped can still promise. */
function stoppedWords(cost: number, leastCost: number | null, units: Units): string {
  const said = 'The search among boxes and counts was stopped by its time: a better blend may exist.';
  return leastCost === null
    ? said
    : `${said} None can be more than ${units.money(Math.max(0, cost - leastCost) * 100)} cheaper.`;
}

function Figure({ name, value, more }: { name: string; value: string; more?: string }) {
  return (
    <Box>
      <Box sx={{ fontSize: 15, color: 'text.secondary' }}>{name}</Box>
      <Box sx={{ ...NUMERALS, fontSize: 30, fontWeight: 700, lineHeight: 1.1 }}>{value}</Box>
      {more ? <Box sx={{ fontSize: 15 }}>{more}</Box> : null}
    </Box>
  );
}
