import Box from '@mui/material/Box';
import { ROUTES } from '@zest/contract';
import { command } from '../../../data/command.js';
import { useUnits } from '../../../ui/units.js';
import { Choices } from './Choices.js';
import type { MoreProps } from './more-props.js';
import { Refused } from './Refused.js';
import { useBatchCommand } from './use-batch-command.js';

const REASONS = ['It was the wrong one', 'What is written was found', 'The factor was wrong'];

/** A wrong substitution is taken back; what is weighed of it stays. */
export function UndoSubstitution({ sheet, line, onClose }: MoreProps) {
  const units = useUnits();
  const sending = useBatchCommand(sheet.id, onClose);
  if (!line) return null;
  return (
    <>
      <Box sx={{ fontSize: 22, mb: 2 }}>
        The {units.mass(line.dueMg - line.weighedMg)} of {line.name} that are still due are due of what is
        written again. Why?
      </Box>
      <Choices
        label="Why"
        choices={REASONS.map((key) => ({ key, name: key }))}
        onChoose={(reason) =>
          void sending.run((signed) =>
            command(ROUTES.undoSubstitution, {
              params: { id: sheet.id },
              body: { lineId: line.id, reason, signed },
            }),
          )
        }
      />
      <Refused command={sending} />
    </>
  );
}
