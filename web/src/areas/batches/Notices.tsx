import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useQueryClient } from '@tanstack/react-query';
import { ROUTES, type BatchView } from '@zest/contract';
import { catchUp } from '../../data/batch-facts.js';
import { command } from '../../data/command.js';
import { usePerson } from '../../data/session.js';
import { Triangle } from '../../ui/Trouble.js';
import { useUnits } from '../../ui/units.js';

/**
 * Everything the lead was told of a batch, the newest first: why it was grown, what was found, what went in. Each
 * stays in front until somebody has seen it, by name.
 */
export function Notices({ sheet }: { sheet: BatchView }) {
  const units = useUnits();
  const client = useQueryClient();
  const { role } = usePerson();
  const see = async (noticeId: string) => {
    await command(ROUTES.seeNotice, { params: { id: sheet.id }, body: { noticeId } });
    await catchUp(client, sheet.id);
  };
  if (sheet.notices.length === 0) return null;
  return (
    <Box component="section" aria-label="Noted" sx={{ mt: 3 }}>
      <Box component="h2" sx={{ fontSize: 20, m: 0 }}>
        Noted
      </Box>
      {sheet.notices.map(({ id, sentence, seenBy }, i) => (
        <Box
          key={id ?? `${i} ${sentence}`}
          sx={{ display: 'flex', gap: 1.5, alignItems: 'center', minHeight: 44, maxWidth: 1000 }}
        >
          {seenBy === null ? <Triangle size={18} /> : null}
          <Box sx={{ flex: 1, fontWeight: seenBy === null ? 700 : 400 }}>{units.sentence(sentence)}</Box>
          {seenBy === null && id !== null && role === 'lead' ? (
            <Button
              variant="outlined"
              size="small"
              aria-label={`Seen: ${units.sentence(sentence)}`}
              onClick={() => void see(id)}
            >
              Seen
            </Button>
          ) : null}
          {seenBy === null ? null : <Box sx={{ color: 'text.secondary' }}>seen by {seenBy}</Box>}
        </Box>
      ))}
    </Box>
  );
}
