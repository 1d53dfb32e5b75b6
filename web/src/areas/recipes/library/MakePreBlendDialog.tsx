import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { preBlendParts } from '@zest/core';
import { PRE_BLEND_LABEL_PATH, ROUTES, type LibraryItem } from '@zest/contract';
import { ActionDialog } from '../../../ui/ActionDialog.js';
import { CommandDialog, MassInput } from '../../../ui/command/index.js';
import { useUnits } from '../../../ui/units.js';
import type { useLibrary } from '../use-recipes.js';

interface MakePreBlendDialogProps {
  item: LibraryItem;
  library: ReturnType<typeof useLibrary>['byId'];
  onClose: () => void;
}

/** Makes a lot of a pre-blend: what to weigh of each, then into stock with a label. */
export function MakePreBlendDialog({ item, library, onClose }: MakePreBlendDialogProps) {
  const units = useUnits();
  const [made, setMade] = useState<{ lotId: string; code: string }>();
  if (made) {
    return (
      <ActionDialog title={`${item.name} is lot ${made.code}`} action="Done" onGo={onClose} onClose={onClose}>
        <Button
          component="a"
          href={PRE_BLEND_LABEL_PATH.replace(':id', made.lotId)}
          target="_blank"
          variant="outlined"
        >
          Print its label
        </Button>
      </ActionDialog>
    );
  }
  return (
    <CommandDialog
      route={ROUTES.makePreBlend}
      params={{ id: item.id }}
      title={`Make ${item.name}`}
      action={({ massMg }) => (massMg ? `Made ${units.mass(massMg)}` : 'Made …')}
      onDone={({ lotId, code }) => {
        setMade({ lotId, code });
        return undefined;
      }}
      onClose={onClose}
    >
      {({ massMg }) => (
        <>
          <Box>{units.mass(item.freeMg)} of it is free now.</Box>
          <MassInput name="massMg" label="How much, g" bare="g" />
          {massMg
            ? preBlendParts(item.preBlend ?? [], massMg).map((part) => {
                const known = library.get(part.ingredientId);
                return (
                  <Box key={part.ingredientId} sx={{ display: 'flex', gap: 2 }}>
                    <Box sx={{ width: 240 }}>{known?.name}</Box>
                    <b>{units.mass(part.massMg)}</b>
                    <span>of {units.mass(known?.freeMg ?? 0)}</span>
                  </Box>
                );
              })
            : null}
        </>
      )}
    </CommandDialog>
  );
}
