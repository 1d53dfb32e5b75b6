import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { NUMERALS } from '../../ui/theme.js';

/** Number keys for a gloved hand. Gives out `0`–`9`, `.` and `Backspace`. */
export function Keypad({
  onKey,
  point = true,
  minus = false,
}: {
  onKey: (key: string) => void;
  point?: boolean;
  minus?: boolean;
}) {
  const digits = ['7', '8', '9', '4', '5', '6', '1', '2', '3'];
  const keys = minus
    ? [...digits, '-', '0', '.', 'Backspace']
    : [...digits, point ? '.' : '', '0', 'Backspace'];
  return (
    <Box
      role="group"
      aria-label="Number keys"
      sx={{ display: 'grid', gridTemplateColumns: 'repeat(3, 1fr)', gap: 1 }}
    >
      {keys.map((key) =>
        key === '' ? (
          <span key="none" />
        ) : (
          <Button
            key={key}
            variant="outlined"
            onClick={(event) => {
              // Enter takes what was typed; with the focus kept it would type the digit again.
              event.currentTarget.blur();
              onKey(key);
            }}
            aria-label={
              key === 'Backspace' ? 'Delete last digit' : key === '.' ? 'Point' : key === '-' ? 'Minus' : key
            }
            sx={{
              ...NUMERALS,
              minHeight: 64,
              fontSize: 34,
              p: 0,
              lineHeight: 1,
              ...(minus && key === 'Backspace' ? { gridColumn: '1 / -1' } : {}),
            }}
          >
            {key === 'Backspace' ? '⌫' : key === '-' ? '−' : key}
          </Button>
        ),
      )}
    </Box>
  );
}
