import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { ROUTES } from '@zest/contract';
import { usePerson } from '../../data/session.js';
import { CommandDialog, SecretInput } from '../../ui/command/index.js';
import { ShopPlaces } from './ShopPlaces.js';
import { ROLE_WORD } from './role-words.js';
import { SecretFields } from './SecretFields.js';

/** Who is signed in here, and their own PIN or password. */
export default function YourselfPage() {
  const person = usePerson();
  const [changing, setChanging] = useState(false);
  const [done, setDone] = useState(false);
  return (
    <Box>
      <ShopPlaces />
      <Box sx={{ fontSize: 22, my: 1 }}>
        {person.name}, {ROLE_WORD[person.role]}
      </Box>
      <Button variant="outlined" sx={{ minHeight: 56 }} onClick={() => setChanging(true)}>
        Another PIN or password
      </Button>
      {done ? (
        <Box role="status" sx={{ mt: 1 }}>
          It holds from now on; everywhere else you were signed in has ended.
        </Box>
      ) : null}
      {changing ? (
        <CommandDialog
          route={ROUTES.setOwnSecret}
          title="Another PIN or password"
          action="Take it"
          initial={{ secretKind: person.role === 'bench' ? 'pin' : 'password' }}
          topics={['people']}
          onDone={() => {
            setDone(true);
            setChanging(false);
            return Promise.resolve();
          }}
          onClose={() => setChanging(false)}
        >
          <SecretInput name="now" label="The one you have now" />
          <SecretFields />
        </CommandDialog>
      ) : null}
    </Box>
  );
}
