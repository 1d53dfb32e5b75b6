import Box from '@mui/material/Box';
import { useQuery } from '@tanstack/react-query';
import { ROUTES, type BenchLot } from '@zest/contract';
import { command } from '../../../data/command.js';
import { useScan } from '../../../ui/shortcuts.js';
import { useUnits, type Units } from '../../../ui/units.js';
import { Choices } from './Choices.js';
import type { MoreProps } from './more-props.js';
import { Refused } from './Refused.js';
import { useBatchCommand } from './use-batch-command.js';
import { queries } from '../../../data/queries.js';

/** The rest of a line from another lot of the same thing: tapped here, or its label scanned. */
export function AnotherLot({ sheet, line, onClose }: MoreProps) {
  const units = useUnits();
  const sending = useBatchCommand(sheet.id, onClose);
  const { run } = sending;
  const lots = useQuery(queries.batchLots(sheet.id));
  const take = (lotCode: string) => {
    if (!line) return;
    void run((signed) =>
      command(ROUTES.changeLot, { params: { id: sheet.id }, body: { lineId: line.id, lotCode, signed } }),
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
        choices={fittingFirst(same, now).map((l) => ({
          key: l.code,
          name: `${l.name} ${l.code}`,
          about: aboutLot(l, units),
        }))}
        onChoose={take}
      />
      {same.length === 0 ? (
        <Box sx={{ fontSize: 22 }}>There is no other lot of it with anything free.</Box>
      ) : null}
      <Refused command={sending} />
    </>
  );
}

/** Lots like the one it is taken from come first: the same trim, then the same species, then the nearest fat. */
function fittingFirst(lots: readonly BenchLot[], now: BenchLot | undefined): BenchLot[] {
  const strange = (l: BenchLot) =>
    (l.trimId === now?.trimId ? 0 : 100) +
    (l.species === now?.species ? 0 : 1000) +
    (l.heat === now?.heat ? 0 : 1000) +
    Math.abs((l.fatPct ?? 0) - (now?.fatPct ?? 0));
  return [...lots].sort((a, b) => strange(a) - strange(b));
}

function aboutLot(lot: BenchLot, units: Units): string {
  const free = lot.freeMg === null ? 'does not run out' : `${units.mass(lot.freeMg)} free`;
  if (lot.fatPct === null) return free;
  const heat = lot.heat === 'raw' || lot.heat === null ? '' : `, ${lot.heat}`;
  return `${lot.species ?? ''}${heat}, ${units.percent(lot.fatPct)} fat, in since ${lot.receivedOn ?? '–'}, ${free}`;
}
