import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { ROUTES, type PracticeState } from '@zest/contract';
import { call } from '../../data/api.js';
import { queries } from '../../data/queries.js';
import { usePerson } from '../../data/session.js';
import { useCommand } from '../../data/use-command.js';
import { Loading } from '../../ui/Loading.js';
import { PRIMARY, PrimaryBar } from '../../ui/PrimaryBar.js';
import { Trouble } from '../../ui/Trouble.js';
import { ShopPlaces } from './ShopPlaces.js';

/** Asked again while it is being made. */
const AGAIN_MS = 1_500;

/** The invented shop: opened beside this one to look at and to practise in, never a part of it. */
export default function PracticePage() {
  const isLead = usePerson().role === 'lead';
  const { run, error, busy } = useCommand([]);
  const practice = useQuery({
    ...queries.practice,
    refetchInterval: (query) => (query.state.data?.state === 'making' ? AGAIN_MS : false),
  });
  const ask = (route: typeof ROUTES.openPractice | typeof ROUTES.closePractice) =>
    void run(async () => {
      await call(route);
      await practice.refetch();
    });
  const state = practice.data;
  return (
    <Box>
      <ShopPlaces />
      {practice.error ? <Trouble error={practice.error} again={() => void practice.refetch()} /> : null}
      {error ? <Trouble error={error} /> : null}
      {practice.isPending ? <Loading what="Asking whether it is open" /> : null}
      {state ? (
        <Box sx={{ maxWidth: 900, fontSize: 18, pt: 1 }}>
          <Box component="h2" sx={{ fontSize: 22, m: 0 }}>
            An invented shop, to look at and to practise in
          </Box>
          <p>
            Two weeks of batches, a cold room, recipes, scales that are played with. Everything in it can be
            pressed. Nothing of it is in your shop, and it is thrown away when it is closed.
          </p>
          <Words state={state} />
        </Box>
      ) : null}
      {state && ['none', 'failed'].includes(state.state) ? (
        <PrimaryBar>
          <Button variant="contained" sx={PRIMARY} disabled={busy} onClick={() => ask(ROUTES.openPractice)}>
            Open the invented shop
          </Button>
        </PrimaryBar>
      ) : null}
      {state?.state === 'open' ? (
        <PrimaryBar>
          {isLead ? (
            <Button onClick={() => ask(ROUTES.closePractice)}>Close it and throw it away</Button>
          ) : null}
          <Button variant="contained" sx={PRIMARY} href={addressOf(state)} target="_blank" rel="noreferrer">
            Go there, in a tab of its own
          </Button>
        </PrimaryBar>
      ) : null}
    </Box>
  );
}

function Words({ state }: { state: PracticeState }) {
  if (state.state === 'never')
    return <Box role="note">This installation opens none: ./zest practice does, where it was installed.</Box>;
  if (state.state === 'making') return <Loading what="Making the invented shop; it takes half a minute" />;
  if (state.state === 'failed') return <Box role="alert">{state.why}</Box>;
  if (state.state === 'none') return null;
  return (
    <Box role="note">
      It is open. Sign in there as Ines (lead, password <b>lowmarsh</b>), Bram (bench, PIN <b>2580</b>) or Oda
      (bench, PIN <b>1357</b>).
    </Box>
  );
}

/** The same machine as this shop, by the way it is reached now. */
function addressOf({ port, httpsPort }: PracticeState): string {
  const { protocol, hostname } = window.location;
  return protocol === 'https:' && httpsPort !== null
    ? `https://${hostname}:${httpsPort}/`
    : `http://${hostname}:${port}/`;
}
