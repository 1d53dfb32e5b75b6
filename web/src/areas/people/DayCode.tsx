import Box from '@mui/material/Box';
import { ROUTES } from '@zest/contract';
import { CommandDialog, TextInput } from '../../ui/command/index.js';
import { useShopTime } from '../../ui/shop-time.js';
import { NUMERALS } from '../../ui/theme.js';

/** A code as it was just made; it is shown once and kept nowhere. */
export interface DayCode {
  name: string;
  code: string;
  until: string;
}

/** Who the code is for: their name stands at whatever they look at, and on no list of names. */
export function DayCodeDialog({ onDone, onClose }: { onDone: (code: DayCode) => void; onClose: () => void }) {
  return (
    <CommandDialog
      route={ROUTES.makeDayCode}
      title="A code for an inspector"
      action={({ name }) => `Let ${name ?? 'them'} look for a day`}
      topics={['people']}
      onDone={(code) => {
        onDone(code);
        onClose();
        return undefined;
      }}
      onClose={onClose}
    >
      <TextInput name="name" label="Name, and for whom they come" />
      <Box>
        They see everything and change nothing, for 24 hours. Another code for the same name ends this one.
      </Box>
    </CommandDialog>
  );
}

export function DayCodeSign({ name, code, until }: DayCode) {
  const time = useShopTime();
  return (
    <Box role="status" sx={{ my: 2 }}>
      <Box>
        {name} types this at the sign-in, “By a code for a day”, until {time.day(until)}, {time.clock(until)}:
      </Box>
      <Box sx={{ fontSize: 64, fontWeight: 700, ...NUMERALS }}>
        {code.slice(0, 4)} {code.slice(4)}
      </Box>
    </Box>
  );
}
