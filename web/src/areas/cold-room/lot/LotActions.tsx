import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { mayCarryParasites } from '@zest/core';
import type { LotDetail } from '@zest/contract';
import { usePerson } from '../../../data/session.js';
import { ChillDialog } from './ChillDialog.js';
import { CountDialog } from './CountDialog.js';
import { FatTestDialog } from './FatTestDialog.js';
import { ParasitesDialog } from './ParasitesDialog.js';
import { PhotoButton } from './PhotoButton.js';
import { PrepareDialog } from './PrepareDialog.js';
import { ProduceDialog } from './ProduceDialog.js';
import { ReturnDialog } from './ReturnDialog.js';
import { SellDialog } from './SellDialog.js';
import { SplitDialog } from './SplitDialog.js';
import { StateDialog } from './StateDialog.js';
import { StatusDialog } from './StatusDialog.js';
import { WriteOffDialog } from './WriteOffDialog.js';

const DIALOGS = {
  chill: ChillDialog,
  prepare: PrepareDialog,
  test: FatTestDialog,
  split: SplitDialog,
  produce: ProduceDialog,
  count: CountDialog,
  writeOff: WriteOffDialog,
  status: StatusDialog,
  state: StateDialog,
  sell: SellDialog,
  back: ReturnDialog,
  parasites: ParasitesDialog,
} as const;
type Action = keyof typeof DIALOGS;

/** What the lead may say of a lot. */
const STATUS_ACTION = {
  available: 'Hold or reject',
  hold: 'Release or reject',
  rejected: 'Hold it again',
} as const satisfies Record<LotDetail['status'], string>;

/** What can be done with a lot by the person who looks at it. */
export function LotActions({ lot }: { lot: LotDetail }) {
  const { role } = usePerson();
  const [open, setOpen] = useState<Action>();
  if (role !== 'lead' && role !== 'bench') return <Box />;
  const lead = role === 'lead';
  const actions: [Action, string, boolean][] = [
    ['chill', lot.isOut ? 'Bring back into the chill' : 'Take out of the chill', true],
    [
      'prepare',
      lot.state === 'frozen' || lot.weightKnown === 'pre-thaw' ? 'Thaw and weigh' : 'Trim out, prepare',
      true,
    ],
    ['test', 'Test the fat', true],
    ['split', 'Divide or sort', true],
    ['produce', 'Smoke or cook it', true],
    ['count', 'Stock take', true],
    ['status', STATUS_ACTION[lot.status], lead],
    ['state', lot.state === 'frozen' ? 'Thaw the whole lot' : 'Freeze', lead],
    ['parasites', 'Answer for parasites', lead && mayCarryParasites(lot)],
    ['sell', 'Sell to a customer’s own', lead && lot.owner === null],
    ['back', 'Give back to the customer', lot.owner !== null],
    ['writeOff', 'Write off', lead],
  ];
  const Dialog = open && DIALOGS[open];
  return (
    <Box
      component="section"
      aria-label="What can be done"
      sx={{ display: 'flex', flexDirection: 'column', gap: 1 }}
    >
      {actions.map(([key, words, offered]) =>
        offered && (lot.balanceMg > 0 || key === 'count') ? (
          <Button
            key={key}
            variant="outlined"
            onClick={() => setOpen(key)}
            sx={{ justifyContent: 'flex-start' }}
          >
            {words}
          </Button>
        ) : null,
      )}
      <PhotoButton lot={lot} />
      {Dialog ? <Dialog lot={lot} onClose={() => setOpen(undefined)} /> : null}
    </Box>
  );
}
