import Box from '@mui/material/Box';
import { SCHOOLS } from '@zest/core';
import { COLOUR } from '../../../ui/theme.js';
import type { EditorDocument } from '../new-document.js';

interface SchoolsPanelProps {
  document: EditorDocument;
  onEdit: (edit: (document: EditorDocument) => EditorDocument) => void;
}

/** Questions that people who know this work answer differently, with each side's reason in a line. */
export function SchoolsPanel({ document, onEdit }: SchoolsPanelProps) {
  const asked = SCHOOLS.filter((s) => s.arises(document));
  return (
    <Box component="section" aria-label="Schools">
      <Box component="h2" sx={{ fontSize: 17, m: 0 }}>
        As your school has it
      </Box>
      {asked.map((school) => (
        <Box key={school.id} role="group" aria-label={school.question} sx={{ mt: 1.25 }}>
          <Box sx={{ fontWeight: 700, fontSize: 15 }}>{school.question}</Box>
          {school.choices.map((choice) => {
            const on = choice.holds(document);
            return (
              <Box
                key={choice.id}
                component="button"
                type="button"
                aria-pressed={on}
                onClick={() => onEdit((d) => choice.apply(d))}
                sx={{
                  display: 'block',
                  width: '100%',
                  textAlign: 'left',
                  font: 'inherit',
                  fontSize: 14.5,
                  lineHeight: 1.25,
                  color: COLOUR.ink,
                  border: 0,
                  borderLeft: `6px solid ${on ? COLOUR.pine : COLOUR.edge}`,
                  bgcolor: on ? COLOUR.sheet : 'transparent',
                  p: '7px 8px',
                  minHeight: 44,
                  cursor: 'pointer',
                }}
              >
                <b>
                  {on ? '✓ ' : ''}
                  {choice.title}.
                </b>{' '}
                {choice.why}
              </Box>
            );
          })}
        </Box>
      ))}
    </Box>
  );
}
