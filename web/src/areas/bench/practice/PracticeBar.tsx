import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { useEffect, useRef, useState } from 'react';
import { DISASTER_WORDS, chooseDisaster, type Disaster } from '@zest/core';
import { COLOUR, SHORT } from '../../../ui/theme.js';
import { deliver } from './deliver.js';
import { useAsked } from './need.js';
import { keepPractice, practiceNow, type Practice } from './settings.js';
import { queries } from '../../../data/queries.js';

const SPEEDS = [1, 3, 10];

/** In the practice shop: deliveries come by themselves, at a chosen speed, with small disasters if wanted. */
export function PracticeBar() {
  const health = useQuery(queries.health);
  const [settings, setSettings] = useState<Practice>(practiceNow);
  const disaster = useDeliveries(settings);
  if (!health.data?.demo || !settings.on) return null;
  const change = (more: Partial<Practice>) => {
    const next = { ...settings, ...more };
    keepPractice(next);
    setSettings(next);
  };
  const button = { minHeight: 44, fontSize: 16, color: COLOUR.ink, py: 0 };
  return (
    <Box
      role="region"
      aria-label="Practice"
      sx={{
        display: 'flex',
        gap: 1,
        alignItems: 'center',
        px: 3,
        bgcolor: COLOUR.steel,
        fontSize: 17,
        [SHORT]: { display: 'none' },
      }}
    >
      <span>Practice: deliveries come by themselves</span>
      {SPEEDS.map((speed) => (
        <Button
          key={speed}
          sx={{
            ...button,
            minWidth: 44,
            textDecoration: speed === settings.speed ? 'underline' : 'none',
          }}
          aria-pressed={speed === settings.speed}
          aria-label={`Speed ${speed}`}
          onClick={() => change({ speed })}
        >
          × {speed}
        </Button>
      ))}
      <Button
        sx={button}
        aria-pressed={settings.disasters}
        onClick={() => change({ disasters: !settings.disasters })}
      >
        {settings.disasters ? 'with small disasters' : 'without disasters'}
      </Button>
      <Button sx={button} onClick={() => change({ on: false })}>
        Enough practice
      </Button>
      {disaster === 'none' ? null : (
        <Box role="status" sx={{ ml: 'auto', fontWeight: 700 }}>
          {DISASTER_WORDS[disaster]}
        </Box>
      )}
    </Box>
  );
}

/** Switches practice on before a batch is taken up; only the demonstration has it. */
export function PracticeSwitch() {
  const health = useQuery(queries.health);
  const [on, setOn] = useState(() => practiceNow().on);
  if (!health.data?.demo) return null;
  const change = () => {
    keepPractice({ ...practiceNow(), on: !on });
    setOn(!on);
  };
  return (
    <Button
      variant={on ? 'contained' : 'outlined'}
      aria-pressed={on}
      onClick={change}
      sx={{ minHeight: 64, fontSize: 20 }}
    >
      {on ? 'Practice: deliveries come by themselves' : 'Practice: let deliveries come'}
    </Button>
  );
}

/** Delivers what the screen asks for, once for each thing asked. */
function useDeliveries({ on, speed, disasters }: Practice): Disaster {
  const asked = useAsked();
  const [disaster, setDisaster] = useState<Disaster>('none');
  const key = on ? asked?.key : undefined;
  const latest = useRef(asked);
  useEffect(() => {
    latest.current = asked;
  });
  useEffect(() => {
    const need = latest.current?.need;
    if (key === undefined || need === undefined) return;
    const happens = chooseDisaster(need, disasters, Math.random);
    setDisaster(happens);
    const leave = new AbortController();
    void deliver(need, happens, speed, leave.signal);
    return () => leave.abort();
  }, [key, speed, disasters]);
  return on ? disaster : 'none';
}
