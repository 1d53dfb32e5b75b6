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
    <Box component="section" aria-label="Goes in now" sx={{ mb: 1, [SHORT]: { display: 'none' } }}>
      <Box sx={{ fontSize: 20, fontWeight: 700 }}>Goes in now{each}:</Box>
      <Box
        component="ol"
        sx={{ listStyle: 'none', m: 0, p: 0, display: 'flex', flexWrap: 'wrap', gap: 1, fontSize: 20 }}
      >
        {items.map((item, i) => (
          <Box
            component="li"
            key={item.lineId ?? 'meat'}
            sx={{
              ...NUMERALS,
              px: 1.25,
              py: 0.25,
              border: `2px ${item.forgotten ? 'dashed' : 'solid'} ${COLOUR.ink}`,
              borderRadius: 1,
              fontWeight: item.role === 'cure' ? 700 : 400,
            }}
          >
            {item.forgotten ? (
              <Forgotten item={item} step={step} pending={pending} />
            ) : (
              `${i + 1}. ${item.name} ${amountWords(item, units)}`
            )}
          </Box>
        ))}
      </Box>
    </Box>
  );
}

/** Each load once where all are alike, else one after the other; the parts of the first behind it. */
function amountWords({ perLoadMg, partsMg }: Item, units: Units): string {
  const loads = perLoadMg.map((mg) => units.mass(mg));
  const alike = new Set(loads).size === 1;
  const parts = partsMg.length > 1 ? ` in parts of ${partsMg.map((mg) => units.mass(mg)).join(' + ')}` : '';
  return `${alike ? (loads[0] ?? '') : loads.join(' / ')}${parts}`;
}

/** It was signed past: in sight until it is in, or somebody says that it goes without. */
function Forgotten({ item, step, pending }: { item: Item; step: StepView; pending: Pending }) {
  const giveUp = () =>
    void pending.record(
      markEntry(step.id, 'given-up', `Goes without ${item.name}`, {
        subject: item.lineId ?? '',
        note: `${item.name} is not put in any more`,
      }),
    );
  return (
    <Box sx={{ display: 'flex', gap: 1, alignItems: 'center' }}>
      <Triangle size={24} /> {item.name} was not weighed: under More it still goes in.
      <ButtonBase
        onClick={giveUp}
        sx={{ minHeight: 64, px: 2, border: `2px solid ${COLOUR.ink}`, borderRadius: 1, fontSize: 20 }}
      >
        Goes without it
      </ButtonBase>
    </Box>
  );
}
