import Box from '@mui/material/Box';
import FormControlLabel from '@mui/material/FormControlLabel';
import Radio from '@mui/material/Radio';
import RadioGroup from '@mui/material/RadioGroup';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { METHOD_TEMPLATES } from '@zest/core';
import { ROUTES } from '@zest/contract';
import { ActionDialog } from '../../ui/ActionDialog.js';
import { command } from '../../data/command.js';
import { MassField } from '../../ui/fields.js';
import { useStockCommand } from '../../data/use-stock-command.js';
import { newDocument } from './new-document.js';

/** Begins a recipe with one of the starting methods. */
export function NewRecipeDialog({ onClose }: { onClose: () => void }) {
  const navigate = useNavigate();
  const sending = useStockCommand(onClose);
  const [name, setName] = useState('');
  const [template, setTemplate] = useState('fresh-link');
  const [meatMg, setMeat] = useState<number>();
  const go = () =>
    sending.run(async () => {
      const document = { ...newDocument(template), usualMeatMg: meatMg ?? 0 };
      const draft = await command(ROUTES.addRecipeDraft, { body: { name, document } });
      await navigate(`/recipes/drafts/${draft.id}`);
    });
  return (
    <ActionDialog
      title="Begin a recipe"
      action={`Begin ${name.trim() || '…'}`}
      disabled={name.trim().length < 2}
      wide
      {...sending}
      onGo={() => void go()}
      onClose={onClose}
    >
      <Box sx={{ display: 'flex', gap: 2 }}>
        <TextField label="Name" value={name} onChange={(e) => setName(e.target.value)} sx={{ flex: 1 }} />
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
    </ActionDialog>
  );
}
