import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { ROUTES, TABLET_SHEET_PATH, inLines, type Reach, type Tablet } from '@zest/contract';
import { call } from '../../data/api.js';
import { queries } from '../../data/queries.js';
import { usePerson } from '../../data/session.js';
import { CommandDialog, TextInput } from '../../ui/command/index.js';
import { Loading } from '../../ui/Loading.js';
import { PRIMARY, PrimaryBar } from '../../ui/PrimaryBar.js';
import { useShopTime } from '../../ui/shop-time.js';
import { NUMERALS } from '../../ui/theme.js';
import { Tick, Triangle, Trouble } from '../../ui/Trouble.js';
import { ShopPlaces } from './ShopPlaces.js';

type Doing = { what: 'rename' | 'drop'; tablet: Tablet };

/** The tablets of the shop: how they reach it, which are there, what waits on each. */
export default function TabletsPage() {
  const { role } = usePerson();
  const answer = useQuery({ ...queries.tablets, refetchInterval: 30_000 });
  const [code, setCode] = useState<{ code: string; expiresAt: string }>();
  const [trouble, setTrouble] = useState<unknown>();
  const [doing, setDoing] = useState<Doing>();
  const isLead = role === 'lead';
  const isReached =
    answer.data !== undefined && (answer.data.reach !== null || answer.data.proxied.length > 0);
  const close = () => setDoing(undefined);
  const make = () => {
    setTrouble(undefined);
    call(ROUTES.makePairingCode).then(setCode, setTrouble);
  };
  return (
    <Box>
      <ShopPlaces />
      {answer.error ? <Trouble error={answer.error} again={() => void answer.refetch()} /> : null}
      {answer.isPending ? <Loading what="Asking which tablets are there" /> : null}
      {answer.data ? <HowReached {...answer.data} /> : null}
      {trouble ? <Trouble error={trouble} /> : null}
      {code ? <Code {...code} /> : null}
      {answer.data?.tablets.length === 0 && isReached ? (
        <Box sx={{ my: 2 }}>No tablet is let in yet.</Box>
      ) : null}
      {answer.data?.tablets.map((tablet) => (
        <Row key={tablet.id} tablet={tablet} canChange={isLead} onDo={setDoing} />
      ))}
      {isLead && isReached ? (
        <PrimaryBar>
          <Button variant="contained" sx={PRIMARY} onClick={make}>
            Make a code for a tablet
          </Button>
        </PrimaryBar>
      ) : null}
      {doing?.what === 'rename' ? (
        <CommandDialog
          route={ROUTES.renameTablet}
          params={{ id: doing.tablet.id }}
          title={`Another name for ${doing.tablet.name}`}
          action={(typed) => `Call it ${typed.name ?? ''}`}
          initial={{ name: doing.tablet.name }}
          topics={['devices']}
          onClose={close}
        >
          <TextInput name="name" label="Name, by its place" />
        </CommandDialog>
      ) : null}
      {doing?.what === 'drop' ? (
        <CommandDialog
          route={ROUTES.dropTablet}
          params={{ id: doing.tablet.id }}
          title={`Let ${doing.tablet.name} in no more?`}
          action="Let it in no more"
          topics={['devices', 'people']}
          onClose={close}
        >
          <Box>
            Whoever is signed in at it is signed out at once, and it sees no names.
            {doing.tablet.waiting > 0
              ? ` ${doing.tablet.waiting} entries wait on it: they are lost with it unless it comes again with a code.`
              : ''}
          </Box>
        </CommandDialog>
      ) : null}
    </Box>
  );
}

/** How tablets reach the shop; where they do not, how they would. */
function HowReached({ reach, proxied }: { reach: Reach | null; proxied: readonly string[] }) {
  const time = useShopTime();
  if (!reach && proxied.length > 0)
    return (
      <Box>Devices reach the shop through a proxy, as {proxied.join(', ')}. Each is let in by a code.</Box>
    );
  if (!reach) {
    return (
      <Box sx={{ maxWidth: 760 }}>
        <p>
          The shop is reached from this machine only. To put tablets on the wall, start it with the name or
          address that this machine has in your network:
        </p>
        <Box component="code" sx={{ fontSize: 18 }}>
          ./zest start --host 192.168.1.20
        </Box>
        <p>It is kept: later starts need no more than ./zest start. Everything then goes by HTTPS.</p>
      </Box>
    );
  }
  return (
    <Box sx={{ display: 'flex', gap: 4, alignItems: 'start', flexWrap: 'wrap', maxWidth: 980, mb: 2 }}>
      <Box>
        <Box>Tablets reach the shop at</Box>
        <Box sx={{ fontSize: 24, fontWeight: 700 }}>{reach.address}</Box>
        <Box sx={{ mt: 1 }}>and learn to trust it, once, at {reach.trustAddress}</Box>
        <Box sx={{ mt: 1 }}>
          The certificate holds until {time.day(reach.until)}; it is renewed by itself.
        </Box>
      </Box>
      <Box sx={{ maxWidth: 430 }}>
        <Box>This fingerprint must stand on the tablet, all of it:</Box>
        <Box component="code" sx={{ whiteSpace: 'pre', fontSize: 16 }}>
          {inLines(reach.fingerprint).join('\n')}
        </Box>
        <Box sx={{ mt: 1.5 }}>
          <Button
            variant="outlined"
            href={TABLET_SHEET_PATH}
            target="_blank"
            rel="noopener"
            sx={{ minHeight: 48 }}
          >
            Print the sheet for the wall
          </Button>
        </Box>
      </Box>
    </Box>
  );
}

function Code({ code, expiresAt }: { code: string; expiresAt: string }) {
  const time = useShopTime();
  return (
    <Box role="status" sx={{ my: 2 }}>
      <Box>Type this on the tablet; it lets one in, until {time.clock(expiresAt)}:</Box>
      <Box sx={{ fontSize: 64, fontWeight: 700, ...NUMERALS }}>
        {code.slice(0, 4)} {code.slice(4)}
      </Box>
    </Box>
  );
}

function Row({
  tablet,
  canChange,
  onDo,
}: {
  tablet: Tablet;
  canChange: boolean;
  onDo: (doing: Doing) => void;
}) {
  const time = useShopTime();
  const heard = tablet.seenAt
    ? `heard on ${time.day(tablet.seenAt)} at ${time.clock(tablet.seenAt)}`
    : 'nobody has signed in at it yet';
  return (
    <Box
      sx={{
        display: 'flex',
        gap: 2,
        alignItems: 'center',
        py: 1,
        borderTop: '1px solid',
        borderColor: 'divider',
      }}
    >
      {tablet.isSilent ? <Triangle size={24} /> : <Tick size={24} />}
      <Box sx={{ flex: 1 }}>
        <Box sx={{ fontSize: 20, fontWeight: 700 }}>{tablet.name}</Box>
        <Box>
          {tablet.isSilent ? `Silent: ${heard}` : `There, ${tablet.person ?? 'nobody'} at it`}
          {tablet.waiting > 0
            ? ` · ${tablet.waiting === 1 ? '1 entry waits' : `${tablet.waiting} entries wait`} on it`
            : ''}
        </Box>
      </Box>
      {canChange ? (
        <>
          <Button sx={{ minHeight: 48 }} onClick={() => onDo({ what: 'rename', tablet })}>
            Rename
          </Button>
          <Button sx={{ minHeight: 48 }} onClick={() => onDo({ what: 'drop', tablet })}>
            Let in no more
          </Button>
        </>
      ) : null}
    </Box>
  );
}
