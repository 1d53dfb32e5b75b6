import { CASING_MATERIALS } from '@zest/core';
import { ROUTES } from '@zest/contract';
import { ChoiceInput, CommandDialog, NumberInput, TextInput, same } from '../../../ui/command/index.js';

/** A new kind of casing; its calibre is the stuffed diameter. */
export function NewCasingDialog({ onClose }: { onClose: () => void }) {
  return (
    <CommandDialog
      route={ROUTES.addCasing}
      title="A new casing"
      action={({ name }) => `Add ${name ?? '…'}`}
      initial={{ material: 'hog' }}
      onClose={onClose}
    >
      <TextInput name="name" label="Name, such as Hog casing 32/34" />
      <ChoiceInput name="material" label="Made of" options={same(CASING_MATERIALS)} />
      <NumberInput
        name="calibreMm"
        label="Stuffed diameter, mm; flat width is 1.57 times that"
        width="100%"
      />
      <NumberInput name="gPerM" label="A metre weighs, g; 0 where it is peeled off" width="100%" />
    </CommandDialog>
  );
}
