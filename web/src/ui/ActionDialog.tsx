import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import type { ReactNode } from 'react';
import { Trouble } from './Trouble.js';

interface ActionDialogProps {
  title: string;
  action: string;
  disabled: boolean;
  busy: boolean;
  error: unknown;
  wide?: boolean;
  onGo: () => void;
  onClose: () => void;
  children: ReactNode;
}

/** A dialog that does one thing; its button says what with its number. */
export function ActionDialog(props: ActionDialogProps) {
  const { title, action, disabled, busy, error, wide, onGo, onClose, children } = props;
  return (
    <Dialog open onClose={onClose} maxWidth={wide ? 'md' : 'sm'} fullWidth aria-labelledby="action-dialog">
      <DialogTitle id="action-dialog">{title}</DialogTitle>
      <DialogContent>
        <Box sx={{ display: 'flex', flexDirection: 'column', gap: 1.5, pt: 1 }}>
          {children}
          {error ? <Trouble error={error} /> : null}
        </Box>
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Leave it</Button>
        <Button variant="contained" disabled={disabled || busy} onClick={onGo} sx={{ minHeight: 52 }}>
          {action}
        </Button>
      </DialogActions>
    </Dialog>
  );
}
