import { LINE_ROLES, likelyIngredient } from '@zest/core';
import { ROUTES, SALT_KINDS } from '@zest/contract';
import {
  ChoiceInput,
  CommandDialog,
  NumberInput,
  TextInput,
  TickInput,
  same,
} from '../../../ui/command/index.js';

interface NewIngredientProps {
  /** What it was called where it was wanted; the rest is guessed from its kin. */
  name?: string;
  onMade?: (id: string) => Promise<void>;
  onClose: () => void;
}

/** A new ingredient; what could be salt is typed before anything of it can be weighed in. */
export function NewIngredientDialog({ name, onMade, onClose }: NewIngredientProps) {
  return (
    <CommandDialog
      route={ROUTES.addIngredient}
      title="A new ingredient"
      action={({ name }) => `Add ${name ?? '…'}`}
      initial={name === undefined ? { role: 'seasoning' } : { name, ...likelyIngredient(name) }}
      onDone={onMade && (({ id }) => onMade(id))}
      onClose={onClose}
    >
      {({ role, saltKind }) => (
        <>
          <TextInput name="name" label="Name" />
          <TextInput name="form" label="Form, such as ground, whole, fine" />
          <ChoiceInput name="role" label="Role" options={same(LINE_ROLES)} />
          <ChoiceInput
            name="saltKind"
            label="Is it salt or cure?"
            options={same(SALT_KINDS)}
            help="Until somebody knows, it cannot be weighed in. Cure is poisonous in excess and is stored apart."
          />
          {saltKind === 'cure' ? (
            <>
              <NumberInput name="nitritePct" label="Sodium nitrite in it, %" width="100%" />
              <NumberInput name="nitratePct" label="Nitrate in it, %; 0 is a statement" width="100%" />
              <NumberInput name="saltPct" label="Salt that carries it, %; 0 is a statement" width="100%" />
            </>
          ) : null}
          {role === 'liquid' ? <TickInput name="isSupply" label="From the tap: it does not run out" /> : null}
          {saltKind === 'not salt' ? <NumberInput name="saltPct" label="Salt in it, %, if any" /> : null}
        </>
      )}
    </CommandDialog>
  );
}
