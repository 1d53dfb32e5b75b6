import { ROUTES } from '@zest/contract';
import { CommandDialog, NumberInput, TextInput, TickInput } from '../../../ui/command/index.js';

/** A kind of trim that the shop has not had before. */
export function NewTrimDialog({ onClose }: { onClose: () => void }) {
  return (
    <CommandDialog
      route={ROUTES.addTrim}
      title="A new trim"
      action={({ name }) => `Add ${name ?? '…'}`}
      onClose={onClose}
    >
      <TextInput name="name" label="Name, such as Pork shoulder 80/20" />
      <TextInput name="species" label="Species" />
      <NumberInput name="fatPct" label="Usual fat, %" />
      <TickInput name="wild" label="Game or wild pork: can carry parasites" />
    </CommandDialog>
  );
}
