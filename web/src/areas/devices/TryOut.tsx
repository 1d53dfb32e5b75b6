import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { MG_PER_G } from '@zest/core';
import { ROUTES, type Tried } from '@zest/contract';
import { call } from '../../data/api.js';
import { Tick, Triangle, Trouble } from '../../ui/Trouble.js';
import { COLOUR } from '../../ui/theme.js';
import { useUnits } from '../../ui/units.js';

/** Listens to the device as it is described, and shows what it says and what of it is understood. */
export function TryOut({ described, isScale }: { described: object; isScale: boolean }) {
  const [busy, setBusy] = useState(false);
  const [answer, setAnswer] = useState<Tried>();
  const [error, setError] = useState<unknown>();
  const listen = async () => {
    setBusy(true);
    setError(undefined);
    setAnswer(undefined);
    try {
      setAnswer(await call(ROUTES.tryDevice, { body: { name: 'tried', ...described } as never }));
    } catch (problem) {
      setError(problem);
    }
    setBusy(false);
  };
  return (
    <Box>
      <Button variant="outlined" disabled={busy} onClick={() => void listen()} sx={{ minHeight: 48 }}>
        {busy ? 'Listening for three seconds …' : 'Try it: listen to what it says'}
      </Button>
      {error ? <Trouble error={error} /> : null}
      {answer ? <Heard {...answer} isScale={isScale} /> : null}
    </Box>
  );
}

function Heard({ isScale, ...heard }: Tried & { isScale: boolean }) {
  const units = useUnits();
  const { lines, understood, read } = heard;
  const shown = read === null ? '' : isScale ? units.mass(read * MG_PER_G) : units.temperature(read);
  return (
    <Box role="status" sx={{ mt: 1 }}>
      <Box sx={{ display: 'flex', gap: 1, alignItems: 'center' }}>
        {understood > 0 ? <Tick /> : <Triangle />}
        {verdict(heard, shown)}
      </Box>
      {lines.length > 0 ? (
        <Box
          component="pre"
          sx={{ m: 0, mt: 1, p: 1, border: `1px solid ${COLOUR.edge}`, whiteSpace: 'pre', overflow: 'auto' }}
        >
          {lines.join('\n')}
        </Box>
      ) : null}
    </Box>
  );
}

function verdict({ connected, lines, understood }: Tried, shown: string): string {
  if (understood > 0) return `It is understood: ${shown} now. Compare that with its own display.`;
  if (lines.length > 0) return 'It speaks, but its lines look otherwise than you said. They are:';
  if (connected) return 'It is there and says nothing. Is it set to send, and is the speed right?';
  return 'Nothing is there. Is it switched on, and is the address right?';
}
