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
  inBand: boolean;
  valueMg: number;
}) {
  if (now.isTyping) return 'Typed by hand.';
  if (!now.scale.connected) {
    return <Warning>The scale is unplugged. Weights can be typed.</Warning>;
  }
  if (now.scale.reading?.overload) {
    return <Warning>Too heavy for this scale. Take some off.</Warning>;
  }
  if (now.scale.taken) return 'Taken. Tare, or take it off.';
  if (now.overMg > 0) return <Warning>{`STOP, ${now.mass(now.overMg)} over.`}</Warning>;
  if (now.scale.reading && now.scale.reading.netMg < 0) return 'Below zero: something was taken off. Tare.';
  if (now.inBand) {
    return now.auto ? `Right. Hold still ${STEADY_MS / 1000} s and it is taken.` : 'Right. Take it.';
  }
  return now.valueMg > 0 ? 'Pour on.' : 'Put the tub on, tare, pour.';
}

function Warning({ children }: { children: string }) {
  return (
    <Box sx={{ display: 'flex', gap: 1, alignItems: 'center', fontWeight: 700 }}>
      <Triangle /> {children}
    </Box>
  );
}
