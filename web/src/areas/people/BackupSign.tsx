import Box from '@mui/material/Box';
import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { queries } from '../../data/queries.js';
import { useShopTime } from '../../ui/shop-time.js';
import { Triangle } from '../../ui/Trouble.js';

/** Said on Today while nothing proved is newer than it should be. */
export function BackupSign() {
  const time = useShopTime();
  const backup = useQuery(queries.safekeeping).data;
  if (!backup?.isBad) return null;
  return (
    <Box sx={{ display: 'flex', gap: 1, alignItems: 'center', fontWeight: 700, mt: 1 }}>
      <Triangle size={20} />
      {backup.provedAt === null
        ? 'Nothing of this shop is saved yet.'
        : `The last proved backup is of ${time.day(backup.provedAt)}.`}{' '}
      <Box component={Link} to="/shop/safekeeping" sx={{ color: 'text.primary' }}>
        Look at the safekeeping
      </Box>
    </Box>
  );
}
