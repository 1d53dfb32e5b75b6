import Box from '@mui/material/Box';
import { ROUTES } from '@zest/contract';
import { CommandDialog, ReasonInput } from '../../../ui/command/index.js';
import { ThawedDay } from './ThawedDay.js';
import type { LotDialogFor } from './dialog-for.js';

/** Freezes a lot, or has it thawed; a second freeze needs a reason. */
export function StateDialog({ lot, onClose }: LotDialogFor) {
  const thaws = lot.state === 'frozen';
  return (
    <CommandDialog
      route={ROUTES.changeState}
      params={{ id: lot.id }}
      title={thaws ? `Thaw ${lot.code}` : `Freeze ${lot.code}`}
      action={thaws ? 'It is thawed' : 'It is frozen'}
      initial={{ version: lot.version, state: thaws ? 'thawed' : 'frozen' }}
      onClose={onClose}
    >
      {thaws ? (
        <>
          <Box>Its weight will count as the weight before the drip until it is weighed again.</Box>
          <ThawedDay />
        </>
      ) : null}
      {lot.state === 'thawed' ? <Box>It was frozen before. A second freeze needs a reason.</Box> : null}
      {thaws && lot.frozenOn !== null ? null : <ReasonInput />}
    </CommandDialog>
  );
}
