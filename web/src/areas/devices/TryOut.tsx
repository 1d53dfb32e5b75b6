import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { ROUTES, type Tried } from '@zest/contract';
import { call } from '../../data/api.js';
import { Tick, Triangle, Trouble } from '../../ui/Trouble.js';
import { COLOUR } from '../../ui/theme.js';

/** Listens to the device as it is described, and shows what it says and what of it is understood. */
export function TryOut({ described }: { described: object }) {
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
      {answer ? <Heard {...answer} /> : null}
    </Box>
  );
}

function Heard({ connected, lines, understood, read }: Tried) {
  return (
    <Box role="status" sx={{ mt: 1 }}>
      <Box sx={{ display: 'flex', gap: 1, alignItems: 'center' }}>
        {understood > 0 ? <Tick /> : <Triangle />}
        {verdict({ connected, lines, understood, read })}
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

function verdict({ connected, lines, understood, read }: Tried): string {
  if (understood > 0)
    return `It is understood. It shows ${String(read)} now: compare that with its own display, in g or °C.`;
  if (lines.length > 0) return 'It speaks, but its lines look otherwise than you said. They are:';
  if (connected) return 'It is there and says nothing. Is it set to send, and is the speed right?';
  return 'Nothing is there. Is it switched on, and is the address right?';
}
