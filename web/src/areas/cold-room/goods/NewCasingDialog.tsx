import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { CASING_MATERIALS } from '@zest/core';
import { ROUTES } from '@zest/contract';
import { command } from '../../../data/command.js';
import { ActionDialog } from '../../../ui/ActionDialog.js';
import { NumberField } from '../../../ui/fields.js';
import { useStockCommand } from '../../../data/use-stock-command.js';

/** A new kind of casing; its calibre is the stuffed diameter. */
export function NewCasingDialog({ onClose }: { onClose: () => void }) {
  const sending = useStockCommand(onClose);
  const [name, setName] = useState('');
  const [material, setMaterial] = useState<(typeof CASING_MATERIALS)[number]>('hog');
  const [calibreMm, setCalibre] = useState<number>();
  const [gPerM, setGramsPerMetre] = useState<number>();
  const go = () =>
    sending.run(() =>
      command(ROUTES.addCasing, {
        body: { name, material, calibreMm: calibreMm ?? 0, gPerM: gPerM ?? 0 },
      }),
    );
  return (
    <ActionDialog
      title="A new casing"
      action={`Add ${name || '…'}`}
      disabled={name.trim().length < 2 || calibreMm === undefined}
      {...sending}
      onGo={() => void go()}
      onClose={onClose}
    >
      <TextField
        label="Name, such as Hog casing 32/34"
        value={name}
        onChange={(e) => setName(e.target.value)}
      />
      <TextField
        select
        label="Made of"
        value={material}
        onChange={(e) => setMaterial(e.target.value as typeof material)}
      >
        {CASING_MATERIALS.map((m) => (
          <MenuItem key={m} value={m}>
            {m}
          </MenuItem>
        ))}
      </TextField>
      <NumberField
        label="Stuffed diameter, mm; flat width is 1.57 times that"
        onValue={setCalibre}
        width="100%"
      />
      <NumberField
        label="A metre weighs, g; 0 where it is peeled off"
        onValue={setGramsPerMetre}
        width="100%"
      />
    </ActionDialog>
  );
}
