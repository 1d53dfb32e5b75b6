import { CASING_MATERIALS } from '@zest/core';
import { ROUTES } from '@zest/contract';
import { ChoiceInput, CommandDialog, NumberInput, TextInput, same } from '../../../ui/command/index.js';

interface NewCasingDialogProps {
  /** Its id, where somebody waits for it. */
  onMade?: (casingId: string) => Promise<void>;
  onClose: () => void;
}

/** A new kind of casing; its calibre is the stuffed diameter. */
export function NewCasingDialog({ onMade, onClose }: NewCasingDialogProps) {
  return (
    <CommandDialog
      route={ROUTES.addCasing}
      title="A new casing"
      action={({ name }) => `Add ${name ?? '…'}`}
      initial={{ material: 'hog' }}
      {...(onMade ? { onDone: ({ id }: { id: string }) => onMade(id) } : {})}
      onClose={onClose}
    >
      <TextInput name="name" label="Name, such as Hog casing 32/34" />
      <ChoiceInput name="material" label="Made of" options={same(CASING_MATERIALS)} />
      <NumberInput name="calibreMm" label="Stuffed diameter, mm" width="100%" />
      <NumberInput name="flatWidthMm" label="Or its width lying flat, mm" width="100%" />
      <NumberInput name="gPerM" label="A metre weighs, g; 0 where it is peeled off" width="100%" />
      <NumberInput name="tubeMm" label="Bought cut: a tube is so long, mm" width="100%" />
      <NumberInput name="tubeTakesG" label="A tube takes by its maker, g" width="100%" />
    </CommandDialog>
  );
}
