import Box from '@mui/material/Box';
import { useQuery } from '@tanstack/react-query';
import { queries } from '../../data/queries.js';
import { Loading } from '../../ui/Loading.js';
import { useShopTime } from '../../ui/shop-time.js';
import { NUMERALS } from '../../ui/theme.js';
import { Tick, Triangle, Trouble } from '../../ui/Trouble.js';
import { ConditionSign } from './ConditionSign.js';
import { ShopPlaces } from './ShopPlaces.js';

/** What is saved of the shop, since when, and how it comes back. */
export default function SafekeepingPage() {
  const time = useShopTime();
  const state = useQuery(queries.safekeeping);
  const backup = state.data;
  return (
    <Box>
      <ShopPlaces />
      <ConditionSign />
      {state.error ? <Trouble error={state.error} again={() => void state.refetch()} /> : null}
      {state.isPending ? <Loading what="Looking for the backups" /> : null}
      {backup === null ? <Box>A demonstration is not saved: it is filled anew.</Box> : null}
      {backup ? (
        <Box sx={{ maxWidth: 760 }}>
          <Box sx={{ display: 'flex', gap: 1.5, alignItems: 'center', fontSize: 20, fontWeight: 700, my: 1 }}>
            {backup.isBad ? <Triangle size={26} /> : <Tick size={26} />}
            {backup.provedAt === null
              ? 'There is no proved backup yet.'
              : `Saved and proved on ${time.day(backup.provedAt)} at ${time.clock(backup.provedAt)}`}
          </Box>
          {backup.trouble ? <Box role="alert">The last try failed: {backup.trouble}</Box> : null}
          {backup.file ? (
            <Box sx={NUMERALS}>
              {backup.file}, {(backup.bytes / 1e6).toFixed(1)} MB; {backup.kept} kept
            </Box>
          ) : null}
          <p>
            Each night everything – batches, lots, recipes, pictures, printed labels – goes into one file,
            which is read again as a whole before it counts. Seven days, four weeks and twelve months are
            kept.
          </p>
          <p>
            A disk can break with everything on it: let <code>ZEST_BACKUP_TO</code> name a folder on a second
            disk. To bring a backup back, stop the shop and give <code>./zest restore</code> the file.
          </p>
        </Box>
      ) : null}
    </Box>
  );
}
