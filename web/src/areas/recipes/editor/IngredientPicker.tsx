import Autocomplete, { createFilterOptions } from '@mui/material/Autocomplete';
import Box from '@mui/material/Box';
import TextField from '@mui/material/TextField';
import { useQueryClient } from '@tanstack/react-query';
import { useMemo, useState } from 'react';
import { USUAL_INGREDIENTS, type UsualIngredient } from '@zest/core';
import { ROUTES, type LibraryItem } from '@zest/contract';
import { command } from '../../../data/command.js';
import { queries } from '../../../data/queries.js';
import { useCommand } from '../../../data/use-command.js';
import { Trouble } from '../../../ui/Trouble.js';
import { useUnits } from '../../../ui/units.js';
import { NewIngredientDialog } from '../../cold-room/index.js';
import { nameOf } from '../shelf/usual-list.js';

interface IngredientPickerProps {
  label: string;
  list: readonly LibraryItem[];
  onPick: (item: LibraryItem) => void;
  autoFocus?: boolean;
}

/** What can be picked: what the shop has, what is usual and is taken up by picking it, or something new of that name. */
type Choice =
  | { kind: 'own'; item: LibraryItem; label: string }
  | { kind: 'usual'; item: UsualIngredient; label: string }
  | { kind: 'new'; label: string };

const filter = createFilterOptions<Choice>();

/**
 * Finds an ingredient by typing a part of its name; one form is one ingredient. What the shop lacks is made here, in
 * the line that needs it: from the usual shelf, or new.
 */
export function IngredientPicker({ label, list, onPick, autoFocus = false }: IngredientPickerProps) {
  const units = useUnits();
  const client = useQueryClient();
  const [text, setText] = useState('');
  const [making, setMaking] = useState<string>();
  const { run, error, busy } = useCommand(['lots', 'recipes']);
  const choices = useMemo((): Choice[] => {
    const own = new Set(list.map(nameOf));
    return [
      ...list.map((item) => ({ kind: 'own' as const, item, label: nameOf(item) })),
      ...USUAL_INGREDIENTS.filter((u) => !own.has(nameOf(u))).map((item) => ({
        kind: 'usual' as const,
        item,
        label: nameOf(item),
      })),
    ];
  }, [list]);
  const pickOwn = async (isIt: (item: LibraryItem) => boolean) => {
    const library = await client.fetchQuery({ ...queries.ingredients, staleTime: 0 });
    const item = library.find(isIt);
    if (item) onPick(item);
  };
  const choose = (choice: Choice) => {
    if (choice.kind === 'own') onPick(choice.item);
    else if (choice.kind === 'new') setMaking(choice.label);
    else {
      const { key } = choice.item;
      void run(async () => {
        await command(ROUTES.takeUp, { body: { ingredients: [key], casings: [], trims: [] } });
        await pickOwn((item) => nameOf(item) === choice.label);
      });
    }
  };
  return (
    <Box>
      <Autocomplete
        options={choices}
        value={null}
        inputValue={text}
        disabled={busy}
        onInputChange={(_, value, why) => setText(why === 'reset' ? '' : value)}
        onChange={(_, choice) => {
          if (choice) choose(choice);
        }}
        getOptionLabel={(choice) => choice.label}
        filterOptions={(all, state) => {
          const typed = state.inputValue.trim();
          return [
            ...filter(all, state),
            ...(typed.length > 1 ? [{ kind: 'new' as const, label: typed }] : []),
          ];
        }}
        renderOption={({ key: _key, ...props }, choice) => (
          <li {...props} key={`${choice.kind} ${choice.label}`}>
            {wordsOf(choice, (mg) => units.mass(mg))}
          </li>
        )}
        autoHighlight
        blurOnSelect
        noOptionsText="Type what it is."
        sx={{ width: 340 }}
        renderInput={(params) => <TextField {...params} label={label} autoFocus={autoFocus} />}
      />
      {error ? <Trouble error={error} /> : null}
      {making === undefined ? null : (
        <NewIngredientDialog
          name={making}
          onMade={async (id) => {
            setMaking(undefined);
            await pickOwn((item) => item.id === id);
          }}
          onClose={() => setMaking(undefined)}
        />
      )}
    </Box>
  );
}

function wordsOf(choice: Choice, mass: (mg: number) => string): string {
  if (choice.kind === 'new') return `Something new: “${choice.label}”`;
  if (choice.kind === 'usual') return `${choice.label} · from the usual shelf`;
  const { role, isSupply, freeMg } = choice.item;
  return `${choice.label} · ${role}${isSupply ? '' : ` · ${mass(freeMg)} free`}`;
}
