import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import { useRegistry } from '../ui/shortcuts.js';
import { NUMERALS } from '../ui/theme.js';

/** The keys that do something on the screen as it is now. */
export function KeyOverview({ open, onClose }: { open: boolean; onClose: () => void }) {
  const registry = useRegistry();
  const shortcuts = open ? registry.list().filter((s) => s.says !== '') : [];
  const unique = [...new Map(shortcuts.map((s) => [s.key, s])).values()];
  return (
    <Dialog open={open} onClose={onClose} aria-labelledby="keys-title">
      <DialogTitle id="keys-title">Keys here</DialogTitle>
      <DialogContent>
        <Box component="dl" sx={{ display: 'grid', gridTemplateColumns: 'auto 1fr', gap: '8px 20px', m: 0 }}>
          {unique.map((s) => (
            <Box key={s.key} sx={{ display: 'contents' }}>
              <Box component="dt" sx={{ ...NUMERALS, fontWeight: 700, fontSize: 20 }}>
                {s.key === ' ' ? 'Space or pedal' : s.key === 'digits' ? '0–9' : s.key.toUpperCase()}
              </Box>
              <Box component="dd" sx={{ m: 0, alignSelf: 'center' }}>
                {s.says}
              </Box>
            </Box>
          ))}
        </Box>
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose} autoFocus>
          Close
        </Button>
      </DialogActions>
    </Dialog>
  );
}
