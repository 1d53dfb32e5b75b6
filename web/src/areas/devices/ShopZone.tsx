import Autocomplete from '@mui/material/Autocomplete';
import Box from '@mui/material/Box';
import TextField from '@mui/material/TextField';
import { ROUTES } from '@zest/contract';
import { call } from '../../data/api.js';
import { deviceTime } from '../../data/device-time.js';
import { useCommand } from '../../data/use-command.js';
import { Trouble } from '../../ui/Trouble.js';
import { useShopTime } from '../../ui/shop-time.js';

/** Where the shop stands in time. */
export function ShopZone({ lead }: { lead: boolean }) {
  const { zone, clock } = useShopTime();
  const { run, error } = useCommand(['recipes']);
  return (
    <Box sx={{ mt: 3, maxWidth: 420 }}>
      <Autocomplete
        options={Intl.supportedValuesOf('timeZone')}
        value={zone}
        disableClearable
        disabled={!lead}
        onChange={(_event, timeZone) => void run(() => call(ROUTES.setTimeZone, { body: { timeZone } }))}
        renderInput={(params) => (
          <TextField
            {...params}
            label="Time zone of the shop"
            helperText={`Days, dates and clock times are the shop’s: it is ${clock(deviceTime())} there.`}
          />
        )}
      />
      {error ? <Trouble error={error} /> : null}
    </Box>
  );
}
