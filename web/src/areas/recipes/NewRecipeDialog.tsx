import Box from '@mui/material/Box';
import FormControlLabel from '@mui/material/FormControlLabel';
import Radio from '@mui/material/Radio';
import RadioGroup from '@mui/material/RadioGroup';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { METHOD_TEMPLATES } from '@zest/core';
import { ROUTES } from '@zest/contract';
import { CommandDialog, TextInput } from '../../ui/command/index.js';
import { useMachines } from '../../data/use-machines.js';
import { MassField } from '../../ui/fields.js';
import { newDocument } from './new-document.js';

/** Begins a recipe with one of the starting methods. */
export function NewRecipeDialog({ onClose }: { onClose: () => void }) {
  const navigate = useNavigate();
  const machines = useMachines();
  const [template, setTemplate] = useState('fresh-link');
  const [meatMg, setMeat] = useState<number>();
  return (
    <CommandDialog
      route={ROUTES.addRecipeDraft}
      title="Begin a recipe"
      action={({ name }) => `Begin ${name ?? '…'}`}
      toBody={(typed) => ({
        ...typed,
        document: { ...newDocument(template, machines), usualMeatMg: meatMg ?? 0 },
      })}
      wide
      onDone={async (draft) => navigate(`/recipes/drafts/${draft.id}`)}
      onClose={onClose}
    >
      <Box sx={{ display: 'flex', gap: 2 }}>
        <TextInput name="name" label="Name" />
        <MassField label="Meat of its usual batch" onValue={setMeat} />
      </Box>
      <RadioGroup
        value={template}
        onChange={(e) => setTemplate(e.target.value)}
        aria-label="Starting method"
        sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', columnGap: 2 }}
      >
        {METHOD_TEMPLATES.map((t) => (
          <FormControlLabel
            key={t.id}
            value={t.id}
            control={<Radio />}
            label={
              <Box sx={{ py: 0.5 }}>
                <b>{t.title}</b> – {t.about}
              </Box>
            }
          />
        ))}
      </RadioGroup>
    </CommandDialog>
  );
}
