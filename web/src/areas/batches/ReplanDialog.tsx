import Box from '@mui/material/Box';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useMemo } from 'react';
import { ROUTES, type BatchView } from '@zest/contract';
import { catchUp } from '../../data/batch-facts.js';
import { CommandDialog, ReasonInput } from '../../ui/command/index.js';
import { NUMERALS } from '../../ui/theme.js';
import { useUnits } from '../../ui/units.js';
import { usePlan } from '../blend/index.js';
import { replanInput, replanUses } from './replan-input.js';
import { queries } from '../../data/queries.js';

/** Another blend for a batch that is being weighed in; what is weighed stays. */
export function ReplanDialog({ sheet, onClose }: { sheet: BatchView; onClose: () => void }) {
  const units = useUnits();
  const client = useQueryClient();
  const lots = useQuery(queries.lots);
  const recipe = useQuery(queries.recipe(sheet.recipe.id));
  const input = useMemo(
    () => (lots.data && recipe.data ? replanInput(sheet, lots.data, recipe.data.document) : undefined),
    [sheet, lots.data, recipe.data],
  );
  const { answer, busy } = usePlan(input);
  const uses = answer?.status === 'optimal' && input ? replanUses(answer.uses, input.trims) : [];
  const meats = sheet.lines.filter((l) => l.kind === 'meat');
  const ids = [...new Set([...meats.map((l) => l.lotId), ...uses.map((u) => u.lotId)])];
  const mass = (mg: number | undefined) => (mg ? units.mass(mg) : '–');
  return (
    <CommandDialog
      route={ROUTES.replanMeats}
      params={{ id: sheet.id }}
      title={`Plan batch ${sheet.number} again`}
      action="Take this blend"
      initial={{ reason: 'a lot turned out different' }}
      toBody={(typed) => ({ ...typed, uses })}
      waiting={uses.length === 0}
      onDone={async () => {
        await catchUp(client, sheet.id);
        onClose();
      }}
      onClose={onClose}
    >
      {busy && uses.length === 0 ? <Box>Working out the blend …</Box> : null}
      {answer?.status === 'infeasible' ? (
        <Box role="alert">
          {answer.reasons.map((r) => (
            <Box key={r.rule}>
              {r.message} <b>{r.mend}</b>
            </Box>
          ))}
        </Box>
      ) : null}
      {answer?.status === 'optimal' ? (
        <>
          <Box sx={{ ...NUMERALS, fontSize: 20 }}>
            {units.percent(answer.fatPct)} fat, {units.percent(answer.inWindow * 100, 0)} sure
          </Box>
          <Box sx={{ display: 'grid', gridTemplateColumns: '1fr auto auto auto', columnGap: 3, rowGap: 0.5 }}>
            <b>Trim</b>
            <b>Was due</b>
            <b>Weighed</b>
            <b>Now due</b>
            {ids.map((id) => {
              const line = meats.find((l) => l.lotId === id);
              const lot = lots.data?.find((l) => l.id === id);
              return (
                <Box
                  key={id}
                  sx={{ display: 'contents', '& > span': { ...NUMERALS, textAlign: 'right', fontSize: 18 } }}
                >
                  <Box>
                    {line ? `${line.name} ${line.lotCode}` : `${lot?.trimName ?? ''} ${lot?.code ?? ''}`}
                  </Box>
                  <span>{mass(line?.dueMg)}</span>
                  <span>{mass(line?.weighedMg)}</span>
                  <span>{mass(uses.find((u) => u.lotId === id)?.massMg)}</span>
                </Box>
              );
            })}
          </Box>
        </>
      ) : null}
      <ReasonInput />
    </CommandDialog>
  );
}
