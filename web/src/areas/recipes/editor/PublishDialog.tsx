import Box from '@mui/material/Box';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { compareRecipes, type Finding, type WorkingDocument } from '@zest/core';
import { ROUTES } from '@zest/contract';
import { ActionDialog } from '../../../ui/ActionDialog.js';
import { command } from '../../../data/command.js';
import { useStockCommand } from '../../../data/use-stock-command.js';

interface PublishDialogProps {
  draftId: string;
  name: string;
  versionNo: number;
  findings: readonly Finding[];
  before: WorkingDocument | undefined;
  document: WorkingDocument;
  keep: () => Promise<number>;
  onClose: () => void;
}

/** What is signed past, what changed, and the publishing itself. */
export function PublishDialog(props: PublishDialogProps) {
  const { draftId, name, versionNo, findings, before, document, keep, onClose } = props;
  const navigate = useNavigate();
  const sending = useStockCommand(onClose);
  const [reason, setReason] = useState('');
  const [signed, setSigned] = useState<Record<string, string>>({});
  const guards = [...new Set(findings.filter((f) => f.level === 'sign').map((f) => f.guard))];
  const complete = guards.every((g) => (signed[g] ?? '').trim().length >= 3);
  const differences = before ? compareRecipes(before, document) : [];
  const go = () =>
    sending.run(async () => {
      const version = await keep();
      const recipe = await command(ROUTES.publishRecipe, {
        params: { id: draftId },
        body: { version, reason, signed },
      });
      await navigate(`/recipes/${recipe.id}`);
    });
  return (
    <ActionDialog
      title={`Publish ${name}`}
      action={`Publish version ${versionNo}`}
      disabled={!complete}
      wide
      {...sending}
      onGo={() => void go()}
      onClose={onClose}
    >
      <Box>
        A published version never changes. Batches made from it keep it; the next change is the next version.
      </Box>
      {guards.map((guard) => (
        <Box key={guard}>
          {findings
            .filter((f) => f.guard === guard && f.level === 'sign')
            .map((f) => (
              <Box key={f.sentence} sx={{ mb: 0.5 }}>
                {f.sentence}
              </Box>
            ))}
          <TextField
            label="Your reason, kept with the version"
            fullWidth
            value={signed[guard] ?? ''}
            onChange={(e) => setSigned((now) => ({ ...now, [guard]: e.target.value }))}
            slotProps={{ htmlInput: { maxLength: 300 } }}
          />
        </Box>
      ))}
      {differences.length > 0 ? (
        <Box component="ul" sx={{ m: 0, pl: 2.5 }}>
          {differences.map((d) => (
            <li key={d.what}>
              <b>{d.what}</b>: {d.before ?? 'nothing'} → {d.after ?? 'taken out'}
            </li>
          ))}
        </Box>
      ) : null}
      <TextField
        label="What changed and why"
        value={reason}
        onChange={(e) => setReason(e.target.value)}
        slotProps={{ htmlInput: { maxLength: 300 } }}
      />
    </ActionDialog>
  );
}
