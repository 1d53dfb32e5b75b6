import Button from '@mui/material/Button';
import type { ReactNode } from 'react';
import { SHORT } from '../../ui/theme.js';

/** Up to a small laptop the buttons of a step stand beside each other, in two lines at most. */
export const NARROW = '@media (max-width: 1300px)';

/** The one thing to do now, always bottom right, named with its number. */
export function Primary({
  children,
  onClick,
  disabled = false,
}: {
  children: ReactNode;
  onClick: () => void;
  disabled?: boolean;
}) {
  return (
    <Button
      variant="contained"
      onClick={onClick}
      disabled={disabled}
      sx={{
        minHeight: 88,
        minWidth: 340,
        fontSize: 30,
        px: 4,
        [NARROW]: { minWidth: 250, minHeight: 80, fontSize: 26, px: 2 },
        [SHORT]: { minHeight: 64, minWidth: 210, fontSize: 22, px: 2 },
      }}
    >
      {children}
    </Button>
  );
}

export function Secondary({
  children,
  onClick,
  disabled = false,
  pressed,
}: {
  children: ReactNode;
  onClick: () => void;
  disabled?: boolean;
  pressed?: boolean;
}) {
  return (
    <Button
      variant={pressed ? 'contained' : 'outlined'}
      onClick={onClick}
      disabled={disabled}
      aria-pressed={pressed}
      sx={{
        minHeight: 72,
        minWidth: 96,
        fontSize: 20,
        [NARROW]: { minWidth: 64, fontSize: 18, px: 1, lineHeight: 1.2 },
        [SHORT]: { minHeight: 64, minWidth: 64, fontSize: 16, px: 1 },
      }}
    >
      {children}
    </Button>
  );
}
