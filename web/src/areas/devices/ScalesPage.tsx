import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { parseQuantity } from '@zest/core';
import { ROUTES, type Scale } from '@zest/contract';
import { call } from '../../data/api.js';
import { useScaleReading } from '../../data/live.js';
import { Loading } from '../../ui/Loading.js';
import { COLOUR, NUMERALS } from '../../ui/theme.js';
import { Trouble } from '../../ui/Trouble.js';
import { useUnits } from '../../ui/units.js';
import { ProbesPanel } from './ProbesPanel.js';
import { queries } from '../../data/queries.js';

/** The demonstration's hand: puts loads on the simulated scales and pulls their plugs. */
export default function ScalesPage() {
  const scales = useQuery(queries.scales);
  if (scales.error) return <Trouble error={scales.error} again={() => void scales.refetch()} />;
  if (!scales.data) return <Loading what="Looking for the scales" />;
  return (
    <Box>
      <Box component="h1" sx={{ fontSize: 28, mt: 0 }}>
        Play with scales and probes
      </Box>
      <Box sx={{ mb: 2, maxWidth: 700 }}>
        Three scales and a thermometer are simulated. What you do to them here shows at the bench a moment
        later, with noise and settling.
      </Box>
      <Box sx={{ display: 'grid', gridTemplateColumns: 'repeat(auto-fit, minmax(300px, 1fr))', gap: 3 }}>
        {scales.data.map((scale) => (
          <ScaleCard key={scale.id} scale={scale} />
        ))}
      </Box>
      <ProbesPanel />
    </Box>
  );
}

function ScaleCard({ scale }: { scale: Scale }) {
  const units = useUnits();
  const reading = useScaleReading(scale.id);
  const [text, setText] = useState('');
  const [error, setError] = useState<unknown>();
  const connected = reading?.connected ?? scale.connected;
  const play = async (action: 'put' | 'add' | 'unplug' | 'plug') => {
    setError(undefined);
    try {
      if (action === 'unplug' || action === 'plug') {
        await call(ROUTES.playScale, { params: { id: scale.id }, body: { action } });
        return;
      }
      const quantity = parseQuantity(
        /[a-z]/i.test(text) ? text : `${text} ${scale.id === 'dose' ? 'g' : 'kg'}`,
        { expect: 'mass' },
      );
      if (quantity.kind === 'mass')
        await call(ROUTES.playScale, { params: { id: scale.id }, body: { action, massMg: quantity.massMg } });
    } catch (problem) {
      setError(problem);
    }
  };
  return (
    <Box
      component="section"
      aria-label={scale.name}
      sx={{ p: 2, bgcolor: COLOUR.sheet, border: `2px solid ${COLOUR.edge}` }}
    >
      <Box sx={{ fontWeight: 700, fontSize: 19 }}>{scale.name}</Box>
      <Box sx={{ ...NUMERALS, fontSize: 16 }}>
        {units.mass(scale.capacityMg)} by {units.mass(scale.divisionMg, scale.divisionMg)}
      </Box>
      <Box sx={{ ...NUMERALS, fontSize: 54, fontWeight: 700, my: 1 }}>
        {!connected
          ? 'unplugged'
          : reading?.overload
            ? 'overload'
            : units.mass(reading?.netMg ?? 0, scale.divisionMg)}
      </Box>
      <Box sx={{ mb: 1 }}>{connected && reading ? (reading.stable ? 'steady' : 'moving') : ''}</Box>
      <TextField
        label="Weight, such as 4.2 kg"
        value={text}
        onChange={(e) => setText(e.target.value)}
        fullWidth
      />
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1, mt: 1 }}>
        <Button variant="outlined" onClick={() => void play('put')}>
          Put on
        </Button>
        <Button variant="outlined" onClick={() => void play('add')}>
          Add
        </Button>
        <Button variant="outlined" onClick={() => void play(connected ? 'unplug' : 'plug')}>
          {connected ? 'Pull the plug' : 'Plug in'}
        </Button>
      </Box>
      {error ? <Trouble error={error} /> : null}
    </Box>
  );
}
