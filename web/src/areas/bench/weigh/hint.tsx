import Box from '@mui/material/Box';
import { STEADY_MS } from '@zest/core';
import { Triangle } from '../../../ui/Trouble.js';
import type { LiveScale } from '../use-scale.js';

/** What the hand at the scale should do next, in a few words. */
export function hint(now: {
  scale: LiveScale;
  /** How far what is on the scale is above the band, moving or not. */
  overMg: number;
  mass: (massMg: number) => string;
  auto: boolean;
  isTyping: boolean;
  /** What this hand lets run on brings it into the band. */
  runsOn?: boolean;
  inBand: boolean;
  valueMg: number;
}) {
  if (now.isTyping) return 'Typed by hand.';
  const trouble = scaleTrouble(now.scale);
  if (trouble) return <Warning>{trouble}</Warning>;
  if (now.scale.taken) return 'Taken. Tare, or take it off.';
  if (now.overMg > 0) return <Warning>{`STOP, ${now.mass(now.overMg)} over.`}</Warning>;
  if (now.inBand) {
    return now.auto ? `Right. Hold still ${STEADY_MS / 1000} s and it is taken.` : 'Right. Take it.';
  }
  if (now.runsOn) return 'Stop now: it runs on.';
  return now.valueMg > 0 ? 'Pour on.' : 'Put the tub on, tare, pour.';
}

/** What keeps the figure of a scale from being a weight; undefined when nothing does. */
export function scaleTrouble({ reading, connected, offZero }: LiveScale): string | undefined {
  if (reading === undefined) return 'No scale is connected here. Type what yours shows.';
  if (!connected) return 'The scale is unplugged. Weights can be typed.';
  if (reading.overload) return 'Too heavy for this scale. Take some off.';
  return offZero ? 'Below zero: put the tub back or tare. Nothing is taken until then.' : undefined;
}

function Warning({ children }: { children: string }) {
  return (
    <Box sx={{ display: 'flex', gap: 1, alignItems: 'center', fontWeight: 700 }}>
      <Triangle /> {children}
    </Box>
  );
}
