import Box from '@mui/material/Box';
import { mayNotBecome } from '@zest/core';
import { ROUTES, type TrimLot } from '@zest/contract';
import { ChoiceInput, CommandDialog, ReasonInput } from '../../../ui/command/index.js';
import { useUnits } from '../../../ui/units.js';
import { ColdReadingInputs } from './ColdReadingInputs.js';
import type { LotDialogFor } from './dialog-for.js';

const WORDS: Record<TrimLot['status'], string> = {
  available: 'Release',
  hold: 'Put on hold',
  rejected: 'Reject',
};

/** The lead's word on a lot: hold, release or reject. */
export function StatusDialog({ lot, onClose }: LotDialogFor) {
  const units = useUnits();
  const options = (Object.keys(WORDS) as TrimLot['status'][]).filter(
    (to) => mayNotBecome(to, { name: lot.code, status: lot.status }) === null,
  );
  const [first = 'hold'] = options;
  return (
    <CommandDialog
      route={ROUTES.setLotStatus}
      params={{ id: lot.id }}
      title={`${lot.trimName} ${lot.code}`}
      action={({ status }) => `${status ? WORDS[status] : '…'} ${units.mass(lot.balanceMg, 10_000)}`}
      initial={{ version: lot.version, status: first }}
      onClose={onClose}
    >
      {({ status }) => (
        <>
          {lot.holdReason ? <Box>Held: {units.sentence(lot.holdReason)}</Box> : null}
          <ChoiceInput name="status" label="What" options={options.map((s) => [s, WORDS[s]])} />
          <ReasonInput />
          {status === 'available' ? <ColdReadingInputs lot={lot} /> : null}
        </>
      )}
    </CommandDialog>
  );
}
