import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { machinesOf, type MachineKind } from '@zest/core';
import { useMachines } from '../../../data/use-machines.js';
import { useUnits } from '../../../ui/units.js';

interface MachineChoiceProps {
  kind: MachineKind;
  label: string;
  /** What the recipe counts on now, kg. */
  holdsKg: number | undefined;
  onChoose: (holdsKg: number) => void;
}

/** Which of the shop's machines a recipe is made on, where it has several that say what they hold. */
export function MachineChoice({ kind, label, holdsKg, onChoose }: MachineChoiceProps) {
  const units = useUnits();
  const shown = machinesOf(useMachines(), kind).filter((m) => m.holdsKg !== null);
  if (shown.length < 2) return null;
  return (
    <TextField
      select
      label={label}
      sx={{ width: 230 }}
      value={shown.find((m) => m.holdsKg === holdsKg)?.name ?? ''}
      onChange={(e) => {
        const chosen = shown.find((m) => m.name === e.target.value)?.holdsKg;
        if (chosen) onChoose(chosen);
      }}
    >
      {shown.map((m) => (
        <MenuItem key={m.name} value={m.name}>
          {m.name}, {units.mass((m.holdsKg ?? 0) * 1e6)}
        </MenuItem>
      ))}
    </TextField>
  );
}
