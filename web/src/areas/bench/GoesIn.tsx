import Box from '@mui/material/Box';
import ButtonBase from '@mui/material/ButtonBase';
import { goesIn, traitsOf, type GoesIn as Item } from '@zest/core';
import type { BatchView, StepView } from '@zest/contract';
import { COLOUR, NUMERALS, SHORT } from '../../ui/theme.js';
import { Triangle } from '../../ui/Trouble.js';
import { useUnits, type Units } from '../../ui/units.js';
import { markEntry } from './entries.js';
import type { Pending } from './pending.js';

/** What goes into this step now, in order, in the grams of each load and each part. */
export function GoesIn({ sheet, step, pending }: { sheet: BatchView; step: StepView; pending: Pending }) {
  const units = useUnits();
  const items = goesIn(sheet, step);
  if (items.length === 0) return null;
  const loadName = (traitsOf(step).loadName ?? 'load').toLowerCase();
  const each = step.loads > 1 ? `, each of ${step.loads} ${loadName}s` : '';
  return (
    <Box
      component="section"
      aria-label="Goes in now"
      sx={{
        mt: 1,
        width: 400,
        flexShrink: 0,
        // Beside the large number there is no room on a narrow screen: it stands below, in columns.
        '@media (max-width: 1200px)': { order: 1, width: '100%' },
        [SHORT]: { display: 'none' },
      }}
    >
      <Box sx={{ fontSize: 20, fontWeight: 700, mb: 0.5 }}>Goes in now{each}</Box>
      <Box
        component="ol"
        sx={{ listStyle: 'none', m: 0, p: 0, '@media (max-width: 1200px)': { columns: 3 } }}
      >
        {items.map((item) => (
          <Box
            component="li"
            key={item.lineId ?? 'meat'}
            sx={{
              py: 0.25,
              borderTop: `1px solid ${COLOUR.edge}`,
              fontSize: 22,
              lineHeight: 1.2,
              breakInside: 'avoid',
            }}
          >
            {item.forgotten ? (
              <Forgotten item={item} step={step} pending={pending} />
            ) : (
              <Amount item={item} units={units} />
            )}
          </Box>
        ))}
      </Box>
    </Box>
  );
}

/** Each load once where all are alike, else one after the other; the parts of the first below. */
function Amount({ item, units }: { item: Item; units: Units }) {
  const loads = item.perLoadMg.map((mg) => units.mass(mg));
  const alike = new Set(loads).size === 1;
  return (
    <>
      <Box sx={{ display: 'flex', gap: 1, fontWeight: item.role === 'cure' ? 700 : 400 }}>
        <span>{item.name}</span>
        <Box component="span" sx={{ ...NUMERALS, ml: 'auto', fontSize: 24, textAlign: 'right' }}>
          {alike ? loads[0] : loads.join(' / ')}
        </Box>
      </Box>
      {item.partsMg.length > 1 ? (
        <Box sx={{ ...NUMERALS, fontSize: 20, textAlign: 'right' }}>
          in parts of {item.partsMg.map((mg) => units.mass(mg)).join(' + ')}
        </Box>
      ) : null}
    </>
  );
}

/** It was signed past: in sight until it is in, or somebody says that it goes without. */
function Forgotten({ item, step, pending }: { item: Item; step: StepView; pending: Pending }) {
  const { lineId, name } = item;
  const giveUp = () => {
    if (lineId === null) return;
    const mark = { kind: 'given-up', lineId, why: `${name} is not put in any more` } as const;
    void pending.record(markEntry(step.id, mark, `Goes without ${name}`));
  };
  return (
    <Box sx={{ display: 'flex', gap: 1, alignItems: 'center', fontSize: 19 }}>
      <Triangle size={24} />
      <span>{item.name} was not weighed; it still goes in under More.</span>
      <ButtonBase
        onClick={giveUp}
        sx={{
          minHeight: 64,
          px: 1.5,
          ml: 'auto',
          flexShrink: 0,
          border: `2px solid ${COLOUR.ink}`,
          borderRadius: 1,
          fontSize: 19,
        }}
      >
        Goes without
      </ButtonBase>
    </Box>
  );
}
