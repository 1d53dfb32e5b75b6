import Box from '@mui/material/Box';
import { useQuery } from '@tanstack/react-query';
import { checkWindow } from '@zest/core';
import { type BlendSettings, type Recipe } from '@zest/contract';
import { COLOUR } from '../../ui/theme.js';
import { Triangle } from '../../ui/Trouble.js';
import { queries } from '../../data/queries.js';

/** What speaks against the window: unusual for the class on either side, or above the rule book. */
export function WindowNotes({ recipe, window }: { recipe: Recipe; window: BlendSettings['window'] }) {
  const shop = useQuery(queries.health);
  if (!shop.data) return null;
  const checks = checkWindow(window, recipe.document.fatClass, shop.data.ruleBook);
  const { minPct, maxPct } = recipe.document.window;
  const isOther = window.minPct !== minPct || window.maxPct !== maxPct;
  return (
    <>
      {isOther ? (
        <Box role="note" sx={{ mb: 0.5 }}>
          The recipe says {minPct}–{maxPct} % fat; a batch opened with another window says so to everybody at
          it.
        </Box>
      ) : null}
      {checks.map((check) => (
        <Box
          key={check.sentence}
          role={check.level === 'stop' ? 'alert' : 'note'}
          sx={{
            display: 'flex',
            gap: 1,
            alignItems: 'center',
            mb: 0.5,
            ...(check.level === 'stop'
              ? { borderLeft: `10px solid ${COLOUR.ink}`, pl: 1.5, py: 0.5, fontWeight: 700 }
              : {}),
          }}
        >
          {check.level === 'warn' ? <Triangle size={18} /> : check.level === 'stop' ? <b>Stop.</b> : null}
          {check.sentence}
        </Box>
      ))}
    </>
  );
}
