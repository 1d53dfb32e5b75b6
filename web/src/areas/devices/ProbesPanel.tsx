import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { ROUTES, type Probe } from '@zest/contract';
import { call } from '../../data/api.js';
import { useProbeReading } from '../../data/live.js';
import { COLOUR, NUMERALS } from '../../ui/theme.js';
import { Trouble } from '../../ui/Trouble.js';
import { useUnits } from '../../ui/units.js';
import { queries } from '../../data/queries.js';

/** The four channels of the simulated thermometer, to be set and unplugged. */
export function ProbesPanel() {
  const probes = useQuery(queries.probes);
  return (
    <Box sx={{ display: 'grid', gridTemplateColumns: 'repeat(auto-fit, minmax(230px, 1fr))', gap: 2, mt: 3 }}>
      {(probes.data ?? []).map((probe) => (
        <ProbeCard key={probe.id} probe={probe} />
      ))}
    </Box>
  );
}

function ProbeCard({ probe }: { probe: Probe }) {
  const units = useUnits();
  const reading = useProbeReading(probe.id);
  const [text, setText] = useState('');
  const [error, setError] = useState<unknown>();
  const connected = reading?.connected ?? probe.connected;
  const play = async (action: 'set' | 'unplug' | 'plug') => {
    setError(undefined);
    const typed = Number(text.replace(',', '.'));
    const tempC = units.options.system === 'metric' ? typed : ((typed - 32) * 5) / 9;
    const body = action === 'set' ? { action, tempC } : { action };
    await call(ROUTES.playProbe, { params: { id: probe.id }, body }).catch(setError);
  };
  return (
    <Box
      component="section"
      aria-label={probe.name}
      sx={{ p: 2, bgcolor: COLOUR.sheet, border: `2px solid ${COLOUR.edge}` }}
    >
      <Box sx={{ fontWeight: 700, fontSize: 19 }}>{probe.name}</Box>
      <Box sx={{ ...NUMERALS, fontSize: 40, fontWeight: 700, my: 1 }}>
        {connected && reading ? units.temperature(reading.tempC) : 'unplugged'}
      </Box>
      <TextField label="Temperature" value={text} onChange={(e) => setText(e.target.value)} fullWidth />
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1, mt: 1 }}>
        <Button variant="outlined" disabled={!/\d/.test(text)} onClick={() => void play('set')}>
          Set
        </Button>
        <Button variant="outlined" onClick={() => void play(connected ? 'unplug' : 'plug')}>
          {connected ? 'Pull out' : 'Plug in'}
        </Button>
      </Box>
      {error ? <Trouble error={error} /> : null}
    </Box>
  );
}
