import Box from '@mui/material/Box';
import { SecretInput, ToggleInput } from '../../ui/command/index.js';

/** A new PIN or password, with what makes it good. */
export function SecretFields() {
  return (
    <>
      <ToggleInput
        name="secretKind"
        label="It is"
        options={[
          ['pin', 'a PIN'],
          ['password', 'a password'],
        ]}
      />
      <SecretInput name="secret" label="The new one" />
      <Box sx={{ fontSize: 15, color: 'text.secondary' }}>
        A PIN has 4 to 8 digits and is none of the first that anybody tries; a password has at least ten
        characters.
      </Box>
    </>
  );
}
