import Box from '@mui/material/Box';
import { ROUTES } from '@zest/contract';
import {
  ChoiceInput,
  CommandDialog,
  NumberInput,
  TemperatureInput,
  TextInput,
} from '../../../ui/command/index.js';
import type { LotDialogFor } from './dialog-for.js';

const KINDS = [
  ['tested', 'The carcass was tested'],
  ['frozen', 'It was frozen for so many days'],
  ['plan', 'By our own validated plan'],
] as const;

/** What the record is called where it is kept. */
const KEPT_AS = {
  tested: 'Stamp or report',
  frozen: 'Log of the freezer',
  plan: 'Name of the plan',
} as const;

/** How the parasites of a lot were answered for: what is dried or smoked raw of it rests on that. */
export function ParasitesDialog({ lot, onClose }: LotDialogFor) {
  return (
    <CommandDialog
      route={ROUTES.answerParasites}
      params={{ id: lot.id }}
      title={`Parasites of ${lot.trimName} ${lot.code}`}
      action="Write it down"
      initial={{ record: lot.parasites ?? { kind: 'tested', reference: '' } }}
      onClose={onClose}
    >
      {(typed) => (
        <>
          <Box>
            Game and pork can carry parasites that salt, smoke and drying do not kill. Your authority and your
            own plan decide what answers for them.
          </Box>
          <ChoiceInput name="record.kind" label="Answered for" width={320} options={KINDS} />
          {typed.record?.kind === 'frozen' ? (
            <Box sx={{ display: 'flex', gap: 2 }}>
              <TemperatureInput name="record.tempC" label="Kept at" width={160} />
              <NumberInput name="record.days" label="Days" width={120} />
            </Box>
          ) : null}
          <Box sx={{ display: 'flex' }}>
            <TextInput name="record.reference" label={KEPT_AS[typed.record?.kind ?? 'tested']} />
          </Box>
        </>
      )}
    </CommandDialog>
  );
}
