import Box from '@mui/material/Box';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { knownFactor, substitute, writeDose } from '@zest/core';
import type { LibraryItem } from '@zest/contract';
import { ActionDialog } from '../../../ui/ActionDialog.js';
import { readNumberField } from '../../../ui/read-fields.js';
import { usePerson } from '../../../data/session.js';
import { IngredientPicker } from './IngredientPicker.js';
import type { EditorLine } from './line-edits.js';

interface SubstituteDialogProps {
  line: EditorLine;
  from: LibraryItem;
  list: readonly LibraryItem[];
  onSubstitute: (line: EditorLine) => void;
  onClose: () => void;
}

/** Another ingredient in a line's place, with the factor that carries its dose over. */
export function SubstituteDialog({ line, from, list, onSubstitute, onClose }: SubstituteDialogProps) {
  const person = usePerson();
  const [to, setTo] = useState<LibraryItem>();
  const [text, setText] = useState('');
  const factor = readNumberField(text, person);
  const after =
    to && factor.value !== undefined && factor.value > 0 ? substitute(line, to, factor.value) : undefined;
  const gained = to?.allergens.filter((a) => !from.allergens.includes(a)) ?? [];
  return (
    <ActionDialog
      title={`Instead of ${line.name}`}
      action={to ? `Put ${to.name} in` : 'Put … in'}
      disabled={!after}
      onGo={() => after && onSubstitute(after)}
      onClose={onClose}
    >
      <IngredientPicker
        label="Substitute"
        list={list.filter((i) => i.id !== from.id)}
        onPick={(item) => {
          setTo(item);
          const known = knownFactor(from, item);
          setText(known === undefined ? '' : String(Number(known.toPrecision(5))));
        }}
      />
      {to ? (
        <>
          <Box>
            <b>
              {to.name}, {to.form}
            </b>
          </Box>
          <TextField
            label={`Grams of it that do the work of 1 g ${line.name}`}
            value={text}
            onChange={(e) => setText(e.target.value)}
            error={text !== '' && factor.error !== undefined}
            helperText={
              text === ''
                ? 'A substitute is seldom gram for gram: say the factor.'
                : (factor.error ?? undefined)
            }
          />
          {after?.dose && line.dose ? (
            <Box>
              {writeDose(line.dose)} becomes {writeDose(after.dose)}.
            </Box>
          ) : null}
          {gained.length > 0 ? <Box>The label gains: {gained.join(', ')}.</Box> : null}
        </>
      ) : null}
    </ActionDialog>
  );
}
