import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useEffect, useState } from 'react';
import { keyWords, pedalKey, teachPedal } from '../../ui/pedal.js';
import { useScan } from '../../ui/shortcuts.js';
import { NUMERALS } from '../../ui/theme.js';

/** Keys that alone are no pedal: they belong to others, or lead out of the screen. */
const NO_PEDAL = new Set(['Shift', 'Control', 'Alt', 'Meta', 'Tab', 'Escape', 'Unidentified', 'Dead']);

/** Pedal and scanner of the device that this is looked at on: taught and tried by pressing them. */
export function PedalAndScanner() {
  const [key, setKey] = useState(pedalKey);
  const [teaching, setTeaching] = useState(false);
  const [refused, setRefused] = useState<string>();
  const [code, setCode] = useState<string>();
  useScan(setCode);
  useEffect(() => {
    if (!teaching) return;
    const take = (event: KeyboardEvent) => {
      event.preventDefault();
      event.stopImmediatePropagation();
      setTeaching(false);
      if (NO_PEDAL.has(event.key) || /^[0-9.,]$/.test(event.key)) {
        setRefused(event.key);
        return;
      }
      setRefused(undefined);
      teachPedal(event.key);
      setKey(event.key);
    };
    window.addEventListener('keydown', take, { capture: true });
    return () => window.removeEventListener('keydown', take, { capture: true });
  }, [teaching]);
  return (
    <Box component="section" aria-label="Pedal and scanner" sx={{ mt: 3, maxWidth: 760 }}>
      <Box sx={{ fontWeight: 700, mb: 1 }}>Pedal and scanner at this device</Box>
      <Box sx={{ display: 'flex', gap: 2, alignItems: 'center', flexWrap: 'wrap' }}>
        <span>
          The pedal sends <b>{keyWords(key)}</b>.
        </span>
        <Button variant="outlined" sx={{ minHeight: 48 }} onClick={() => setTeaching(true)}>
          {teaching ? 'Press the pedal now …' : 'Teach it'}
        </Button>
        {refused !== undefined ? (
          <span role="alert">
            {keyWords(refused)} is needed for something else. Set the pedal to another key, such as F9.
          </span>
        ) : null}
      </Box>
      <Box sx={{ mt: 1.5 }}>
        A scanner works as a keyboard. {code === undefined ? 'Scan anything here to try it.' : 'It read '}
        {code === undefined ? null : <b style={NUMERALS}>{code}</b>}
      </Box>
    </Box>
  );
}
