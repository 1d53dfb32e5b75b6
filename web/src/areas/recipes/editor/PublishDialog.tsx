import Box from '@mui/material/Box';
import { useNavigate } from 'react-router';
import { compareRecipes, type Finding, type WorkingDocument } from '@zest/core';
import { ROUTES } from '@zest/contract';
import { CommandDialog, ReasonInput, SignedInput } from '../../../ui/command/index.js';

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
  const toSign = findings.filter((f) => f.level === 'sign');
  const guards = [...new Set(toSign.map((f) => f.guard))];
  const differences = before ? compareRecipes(before, document) : [];
  return (
    <CommandDialog
      route={ROUTES.publishRecipe}
      params={{ id: draftId }}
      title={`Publish ${name}`}
      action={`Publish version ${versionNo}`}
      initial={{ version: 0 }}
      before={async () => ({ version: await keep() })}
      wide
      onDone={async (recipe) => navigate(`/recipes/${recipe.id}`)}
      onClose={onClose}
    >
      <Box>
        A published version never changes. Batches made from it keep it; the next change is the next version.
      </Box>
      {guards.map((guard) => (
        <SignedInput
          key={guard}
          guard={guard}
          sentences={toSign.filter((f) => f.guard === guard).map((f) => f.sentence)}
        />
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
      <ReasonInput label="What changed and why" />
    </CommandDialog>
  );
}
