import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState, type FormEvent } from 'react';
import { ROUTES } from '@zest/contract';
import { call } from '../../data/api.js';
import { Loading } from '../../ui/Loading.js';
import { SESSION_KEY } from '../../data/session.js';
import { COLOUR } from '../../ui/theme.js';
import { Trouble } from '../../ui/Trouble.js';
import { Keypad } from '../../kit/keypad/Keypad.js';
import { queries } from '../../data/queries.js';
import { useScan } from '../../ui/shortcuts.js';
import { ByCode } from './ByCode.js';
import { LetIn, isUnknownHere } from './LetIn.js';
import { ROLE_WORD } from './role-words.js';

type Name = Awaited<ReturnType<typeof call<typeof ROUTES.listNames>>>[number];

/** Choose a name, then a PIN on keys large enough for a wet hand, or a password. */
export function SignInPage() {
  const names = useQuery(queries.names);
  const health = useQuery(queries.health);
  const [chosen, setChosen] = useState<Name>();
  const [byCode, setByCode] = useState(false);
  const [scanned, setScanned] = useState<unknown>();
  const client = useQueryClient();
  const isUnknown = isUnknownHere(names.error);
  const signInBy = (code: string) => {
    setScanned(undefined);
    call(ROUTES.signInByCode, { body: { code } }).then(
      (person) => client.setQueryData(SESSION_KEY, person),
      setScanned,
    );
  };
  useScan(signInBy);
  return (
    <Box sx={{ minHeight: '100vh', display: 'flex' }}>
      <Box
        sx={{
          width: '40%',
          bgcolor: COLOUR.pine,
          color: COLOUR.paper,
          p: 6,
          display: 'flex',
          flexDirection: 'column',
          justifyContent: 'space-between',
        }}
      >
        <Box>
          <Box sx={{ fontSize: 44, fontWeight: 700, lineHeight: 1.05 }}>{health.data?.shop ?? ''}</Box>
          <Box sx={{ fontSize: 20, mt: 2, opacity: 0.9 }}>Every kilogram has a from and a to.</Box>
        </Box>
        <Box sx={{ fontSize: 15 }}>Zest Tally</Box>
      </Box>
      <Box component="main" sx={{ flex: 1, p: 6, maxWidth: 640 }}>
        <Box component="h1" sx={{ fontSize: 28, mt: 0 }}>
          {isUnknown ? 'A new device' : chosen ? chosen.name : 'Who is there?'}
        </Box>
        {names.isPending ? <Loading /> : null}
        {isUnknown ? <LetIn onIn={() => void names.refetch()} /> : null}
        {names.error && !isUnknown ? (
          <Trouble error={names.error} again={() => void names.refetch()} />
        ) : null}
        {scanned ? <Trouble error={scanned} /> : null}
        {byCode ? (
          <ByCode onCode={signInBy} onBack={() => setByCode(false)} />
        ) : chosen ? (
          <Secret key={chosen.id} name={chosen} onBack={() => setChosen(undefined)} />
        ) : (
          <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 2 }}>
            {names.data?.map((name) => (
              <Button
                key={name.id}
                variant="outlined"
                onClick={() => setChosen(name)}
                sx={{ minHeight: 84, flexDirection: 'column', alignItems: 'flex-start', px: 3 }}
              >
                <Box sx={{ fontSize: 22 }}>{name.name}</Box>
                <Box sx={{ fontWeight: 400, fontSize: 15, color: 'text.secondary' }}>
                  {ROLE_WORD[name.role]}
                </Box>
              </Button>
            ))}
            {names.data ? (
              <Button onClick={() => setByCode(true)} sx={{ gridColumn: '1 / -1', justifySelf: 'start' }}>
                By a code for a day, or scan a badge
              </Button>
            ) : null}
          </Box>
        )}
      </Box>
    </Box>
  );
}

function Secret({ name, onBack }: { name: Name; onBack: () => void }) {
  const client = useQueryClient();
  const [secret, setSecret] = useState('');
  const [error, setError] = useState<unknown>();
  const [busy, setBusy] = useState(false);
  const signIn = async () => {
    setBusy(true);
    try {
      client.setQueryData(SESSION_KEY, await call(ROUTES.signIn, { body: { personId: name.id, secret } }));
    } catch (problem) {
      setError(problem);
      setSecret('');
      setBusy(false);
    }
  };
  const submit = (event: FormEvent) => {
    event.preventDefault();
    void signIn();
  };
  return (
    <Box component="form" onSubmit={submit} sx={{ maxWidth: 380 }}>
      <TextField
        autoFocus
        fullWidth
        type="password"
        size="medium"
        label={name.secret === 'pin' ? 'PIN' : 'Password'}
        value={secret}
        onChange={(e) => setSecret(e.target.value)}
        autoComplete="off"
        slotProps={{ htmlInput: { inputMode: name.secret === 'pin' ? 'numeric' : 'text' } }}
      />
      {name.secret === 'pin' ? (
        <Box sx={{ mt: 2 }}>
          <Keypad
            onKey={(key) => setSecret((now) => (key === 'Backspace' ? now.slice(0, -1) : now + key))}
            point={false}
          />
        </Box>
      ) : null}
      {error ? <Trouble error={error} /> : null}
      <Box sx={{ display: 'flex', justifyContent: 'space-between', mt: 2 }}>
        <Button onClick={onBack}>Somebody else</Button>
        <Button
          type="submit"
          variant="contained"
          disabled={busy || secret.length < 4}
          sx={{ minWidth: 160, minHeight: 56 }}
        >
          Sign in as {name.name}
        </Button>
      </Box>
    </Box>
  );
}
