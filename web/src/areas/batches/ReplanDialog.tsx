import Box from '@mui/material/Box';
import TextField from '@mui/material/TextField';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useMemo, useState } from 'react';
import { ROUTES, type BatchView } from '@zest/contract';
import { ActionDialog } from '../../ui/ActionDialog.js';
import { catchUp } from '../../data/batch-facts.js';
import { command } from '../../data/command.js';
import { NUMERALS } from '../../ui/theme.js';
import { useUnits } from '../../ui/units.js';
import { useStockCommand } from '../../data/use-stock-command.js';
import { usePlan } from '../blend/index.js';
import { replanInput, replanUses } from './replan-input.js';
import { queries } from '../../data/queries.js';

/** Another blend for a batch that is being weighed in; what is weighed stays. */
export function ReplanDialog({ sheet, onClose }: { sheet: BatchView; onClose: () => void }) {
  const units = useUnits();
  const client = useQueryClient();
  const sending = useStockCommand(onClose);
  const [reason, setReason] = useState('a lot turned out different');
  const lots = useQuery(queries.lots);
  const recipe = useQuery(queries.recipe(sheet.recipe.id));
  const input = useMemo(
    () => (lots.data && recipe.data ? replanInput(sheet, lots.data, recipe.data.document) : undefined),
    [sheet, lots.data, recipe.data],
  );
  const { answer, busy } = usePlan(input);
  const uses = answer?.status === 'optimal' ? replanUses(answer.uses) : [];
  const go = () =>
    sending.run(async () => {
      await command(ROUTES.replanMeats, {
        params: { id: sheet.id },
        body: { uses, reason },
      });
      await catchUp(client, sheet.id);
    });
  const meats = sheet.lines.filter((l) => l.kind === 'meat');
  const ids = [...new Set([...meats.map((l) => l.lotId), ...uses.map((u) => u.lotId)])];
  const mass = (mg: number | undefined) => (mg ? units.mass(mg) : '–');
  return (
    <ActionDialog
      title={`Plan batch ${sheet.number} again`}
      action="Take this blend"
      disabled={uses.length === 0 || reason.trim().length < 3}
      {...sending}
      onGo={() => void go()}
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
      <TextField label="Reason" value={reason} onChange={(e) => setReason(e.target.value)} fullWidth />
    </ActionDialog>
  );
}
