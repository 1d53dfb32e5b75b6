import Box from '@mui/material/Box';
import { createContext, useContext, type ReactNode } from 'react';
import { createPortal } from 'react-dom';

/** The foot of the bench's frame, once it stands. */
export const Foot = createContext<HTMLElement | null>(null);

interface AtFootProps {
  /** Left, secondary. */
  actions?: ReactNode;
  /** Right, the one thing to do now. */
  primary?: ReactNode;
}

/**
 * What can be pressed at the foot of the frame, given from within it. So the frame, with the tiles in it, stays when
 * one task follows another: a touch that is under way meanwhile still lands.
 */
export function AtFoot({ actions, primary }: AtFootProps) {
  const foot = useContext(Foot);
  if (!foot) return null;
  return createPortal(
    <>
      {actions}
      <Box sx={{ ml: 'auto' }}>{primary}</Box>
    </>,
    foot,
  );
}
