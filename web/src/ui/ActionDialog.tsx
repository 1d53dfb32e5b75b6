import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import { useId, useState, type ReactNode } from 'react';

interface ActionDialogProps {
  title: string;
  action: string;
  disabled?: boolean;
  onGo: () => void;
  onClose: () => void;
  children: ReactNode;
}

/** A dialog that does one thing here, without asking the server; its button says what. */
export function ActionDialog({ title, action, disabled, onGo, onClose, children }: ActionDialogProps) {
  const titleId = useId();
  // What was filled in is not thrown away by a key or a touch beside it; “Leave it” does that.
  const [isFilled, setFilled] = useState(false);
  return (
    <Dialog
      open
      onClose={() => (isFilled ? undefined : onClose())}
      maxWidth="sm"
      fullWidth
      aria-labelledby={titleId}
    >
      <DialogTitle id={titleId}>{title}</DialogTitle>
      <DialogContent onChange={() => setFilled(true)}>
        <Box sx={{ display: 'flex', flexDirection: 'column', gap: 1.5, pt: 1 }}>{children}</Box>
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Leave it</Button>
        <Button variant="contained" disabled={disabled === true} onClick={onGo} sx={{ minHeight: 52 }}>
          {action}
        </Button>
      </DialogActions>
    </Dialog>
  );
}
