import Box from '@mui/material/Box';
import { useQuery } from '@tanstack/react-query';
import { ROUTES } from '@zest/contract';
import { command } from '../../../data/command.js';
import { useScan } from '../../../ui/shortcuts.js';
import { Trouble } from '../../../ui/Trouble.js';
import { useUnits } from '../../../ui/units.js';
import { Choices } from './Choices.js';
import type { MoreProps } from './more-props.js';
import { useBatchCommand } from './use-batch-command.js';
import { queries } from '../../../data/queries.js';

/** The rest of a line from another lot of the same thing: tapped here, or its label scanned. */
export function AnotherLot({ sheet, line, onClose }: MoreProps) {
  const units = useUnits();
  const { run, error } = useBatchCommand(sheet.id, onClose);
  const lots = useQuery(queries.batchLots(sheet.id));
  const take = (lotCode: string) => {
    if (!line) return;
    void run(() =>
      command(ROUTES.changeLot, { params: { id: sheet.id }, body: { lineId: line.id, lotCode } }),
    );
  };
  useScan(take);
  if (!line) return null;
  const now = lots.data?.find((l) => l.lotId === line.lotId);
  const same = (lots.data ?? []).filter(
    (l) =>
      l.lotId !== line.lotId &&
      (line.kind === 'meat'
        ? l.kind === 'trim'
        : l.kind === 'ingredient' && (now ? l.ingredientId === now.ingredientId : l.name === line.name)),
  );
  return (
    <>
      <Box sx={{ fontSize: 22, mb: 2 }}>
        {units.mass(line.dueMg - line.weighedMg)} of {line.name} is still due from lot {line.lotCode}. Scan a
        label, or tap:
      </Box>
      <Choices
        label="Lots"
        choices={same.map((l) => ({
          key: l.code,
          name: `${l.name} ${l.code}`,
          about: l.freeMg === null ? 'does not run out' : `${units.mass(l.freeMg)} free`,
        }))}
        onChoose={take}
      />
      {same.length === 0 ? (
        <Box sx={{ fontSize: 22 }}>There is no other lot of it with anything free.</Box>
      ) : null}
      {error ? <Trouble error={error} /> : null}
    </>
  );
}
