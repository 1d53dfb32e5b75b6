import Box from '@mui/material/Box';
import { useQuery } from '@tanstack/react-query';
import { ROUTES } from '@zest/contract';
import { command } from '../../../data/command.js';
import { queries } from '../../../data/queries.js';
import { useScan } from '../../../ui/shortcuts.js';
import { useUnits } from '../../../ui/units.js';
import { Choices } from './Choices.js';
import type { MoreProps } from './more-props.js';
import { Refused } from './Refused.js';
import { useBatchCommand } from './use-batch-command.js';

/** Another lot of the same casing, when one runs out or keeps bursting: tapped here, or its label scanned. */
export function AnotherCasing({ sheet, onClose }: MoreProps) {
  const units = useUnits();
  const sending = useBatchCommand(sheet.id, onClose);
  const { run } = sending;
  const lots = useQuery(queries.batchCasings(sheet.id));
  const take = (lotCode: string) =>
    void run(() => command(ROUTES.takeCasing, { params: { id: sheet.id }, body: { lotCode } }));
  useScan(take);
  const { casing } = sheet;
  if (!casing) return null;
  const others = (lots.data ?? []).filter(
    (l) => l.casingId === casing.casingId && casing.lots.every((mine) => mine.lotId !== l.lotId),
  );
  return (
    <>
      <Box sx={{ fontSize: 22, mb: 2 }}>
        {casing.name} comes from {casing.lots.map((l) => l.lotCode).join(' and ')}. Scan another lot, or tap:
      </Box>
      <Choices
        label="Lots of casing"
        choices={others.map((l) => ({
          key: l.code,
          name: l.code,
          about: `${units.length(l.freeMm)} free, in since ${l.receivedOn ?? '–'}`,
        }))}
        onChoose={take}
      />
      {lots.data && others.length === 0 ? (
        <Box sx={{ fontSize: 22 }}>There is no other lot of it with anything free. Receive or count one.</Box>
      ) : null}
      <Refused command={sending} />
    </>
  );
}
