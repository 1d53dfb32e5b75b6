import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import FormControlLabel from '@mui/material/FormControlLabel';
import MenuItem from '@mui/material/MenuItem';
import Slider from '@mui/material/Slider';
import Switch from '@mui/material/Switch';
import TextField from '@mui/material/TextField';
import type { BlendSettings, TrimLot } from '@zest/contract';
import { NUMERALS } from '../../ui/theme.js';
import { useUnits } from '../../ui/units.js';
import { SpeciesRules } from './SpeciesRules.js';
import { whyNot } from './settings.js';

interface RulesDialogProps {
  settings: BlendSettings;
  lots: readonly TrimLot[];
  onChange: (next: Partial<BlendSettings>) => void;
  onClose: () => void;
}

/** The rules of a blend beyond weight and window. */
export function RulesDialog({ settings, lots, onChange, onClose }: RulesDialogProps) {
  const offered = lots.filter((l) => {
    const reason = whyNot(l, settings);
    return reason === undefined || reason === 'left out by you';
  });
  return (
    <Dialog open onClose={onClose} maxWidth="md" fullWidth aria-labelledby="rules-title">
      <DialogTitle id="rules-title">Rules of this blend</DialogTitle>
      <DialogContent>
        <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 4 }}>
          <Box>
            <h3>What counts</h3>
            <Objective settings={settings} onChange={onChange} />
            <h3>Boxes and trims</h3>
            <FormControlLabel
              control={
                <Switch
                  checked={settings.wholeBoxes}
                  onChange={(e) => onChange({ wholeBoxes: e.target.checked })}
                />
              }
              label="Whole boxes; at most one is broken to balance"
            />
            <TextField
              select
              label="At most so many trims"
              value={settings.maxTrims ?? ''}
              onChange={(e) => onChange({ maxTrims: e.target.value === '' ? null : Number(e.target.value) })}
              sx={{ mt: 1.5, width: 220 }}
            >
              <MenuItem value="">as many as it takes</MenuItem>
              {[2, 3, 4, 5, 6, 8].map((n) => (
                <MenuItem key={n} value={n}>
                  {n}
                </MenuItem>
              ))}
            </TextField>
            <TextField
              select
              label="If a trim is used, at least"
              value={settings.leastUseMg}
              onChange={(e) => onChange({ leastUseMg: Number(e.target.value) })}
              sx={{ mt: 1.5, ml: 1.5, width: 190 }}
            >
              {[0, 500_000, 1_000_000, 2_000_000, 5_000_000].map((mg) => (
                <MenuItem key={mg} value={mg}>
                  {mg === 0 ? 'any little' : `${mg / 1e6} kg`}
                </MenuItem>
              ))}
            </TextField>
            <SpeciesRules settings={settings} lots={lots} onChange={onChange} />
          </Box>
          <LotRules settings={settings} offered={offered} onChange={onChange} />
        </Box>
      </DialogContent>
      <DialogActions>
        <Button variant="contained" onClick={onClose}>
          Done
        </Button>
      </DialogActions>
    </Dialog>
  );
}

/** Cost, age and simplicity, each as much as the lead wants it. */
function Objective({ settings, onChange }: Pick<RulesDialogProps, 'settings' | 'onChange'>) {
  const { objective } = settings;
  const slider = (name: 'cost' | 'age' | 'trims', label: string) => (
    <Box sx={{ display: 'grid', gridTemplateColumns: '150px 1fr 36px', gap: 1.5, alignItems: 'center' }}>
      <Box>{label}</Box>
      <Slider
        aria-label={label}
        value={objective[name]}
        min={0}
        max={1}
        step={0.1}
        onChange={(_, value) => onChange({ objective: { ...objective, [name]: value } })}
      />
      <Box sx={NUMERALS}>{Math.round(objective[name] * 10)}</Box>
    </Box>
  );
  return (
    <>
      {slider('cost', 'Cheap')}
      {slider('age', 'Old lots first')}
      {slider('trims', 'Few trims')}
    </>
  );
}

function LotRules({
  settings,
  offered,
  onChange,
}: {
  settings: BlendSettings;
  offered: readonly TrimLot[];
  onChange: (next: Partial<BlendSettings>) => void;
}) {
  const units = useUnits();
  const flip = (list: readonly string[], id: string) =>
    list.includes(id) ? list.filter((other) => other !== id) : [...list, id];
  return (
    <Box>
      <h3>Lots</h3>
      <Box sx={{ maxHeight: 420, overflow: 'auto', pr: 1 }}>
        {offered.map((lot) => (
          <Box key={lot.id} sx={{ display: 'flex', alignItems: 'center', gap: 1, minHeight: 44 }}>
            <Box sx={{ flex: 1, minWidth: 0 }}>
              {lot.trimName} {lot.code}
              <Box sx={{ fontSize: 14, color: 'text.secondary' }}>
                {units.mass(lot.freeMg, 100_000)} free, {lot.ageDays} d old
              </Box>
            </Box>
            <Button
              size="small"
              aria-pressed={settings.useFirst.includes(lot.id)}
              variant={settings.useFirst.includes(lot.id) ? 'contained' : 'outlined'}
              onClick={() =>
                onChange({
                  useFirst: flip(settings.useFirst, lot.id),
                  leaveOut: settings.leaveOut.filter((id) => id !== lot.id),
                })
              }
            >
              Use first
            </Button>
            <Button
              size="small"
              aria-pressed={settings.leaveOut.includes(lot.id)}
              variant={settings.leaveOut.includes(lot.id) ? 'contained' : 'outlined'}
              onClick={() =>
                onChange({
                  leaveOut: flip(settings.leaveOut, lot.id),
                  useFirst: settings.useFirst.filter((id) => id !== lot.id),
                })
              }
            >
              Leave out
            </Button>
          </Box>
        ))}
      </Box>
    </Box>
  );
}
