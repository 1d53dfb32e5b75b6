import Box from '@mui/material/Box';
import { ROUTES } from '@zest/contract';
import { CommandDialog, ReasonInput } from '../../../ui/command/index.js';
import { ThawedDay, useThawedDay } from './ThawedDay.js';
import type { LotDialogFor } from './dialog-for.js';

/** Freezes a lot, or has it thawed; a second freeze needs a reason. */
export function StateDialog({ lot, onClose }: LotDialogFor) {
  const thaws = lot.state === 'frozen';
  const { day, asksWhy } = useThawedDay(lot);
  return (
    <CommandDialog
      route={ROUTES.changeState}
      params={{ id: lot.id }}
      title={thaws ? `Thaw ${lot.code}` : `Freeze ${lot.code}`}
      action={thaws ? 'It is thawed' : 'It is frozen'}
      initial={{ version: lot.version, state: thaws ? 'thawed' : 'frozen', ...(thaws ? { useBy: day } : {}) }}
      onClose={onClose}
    >
      {thaws ? (
        <>
          <Box>Its weight will count as the weight before the drip until it is weighed again.</Box>
          <ThawedDay />
        </>
      ) : null}
      {lot.state === 'thawed' ? <Box>It was frozen before. A second freeze needs a reason.</Box> : null}
      {thaws && asksWhy ? (
        <Box>Nobody wrote down when it was frozen: a later day wants your reason.</Box>
      ) : null}
      {thaws && !asksWhy ? null : <ReasonInput />}
    </CommandDialog>
  );
}
