import Box from '@mui/material/Box';
import ButtonBase from '@mui/material/ButtonBase';
import type { BatchView, StepView } from '@zest/contract';
import { useShortcut } from '../../ui/shortcuts.js';
import { COLOUR, NUMERALS } from '../../ui/theme.js';

interface StepStripProps {
  sheet: BatchView;
  chosenId: string | undefined;
  onChoose: (id: string) => void;
}

const MARK = { closed: '✓', open: '▶', waiting: '' } as const;
const WORD = { closed: 'done', open: 'now', waiting: 'to come' } as const;

/** The method as a numbered strip, a line for each product. Alt and a digit jump to a step. */
export function StepStrip({ sheet, chosenId, onChoose }: StepStripProps) {
  const { steps, products } = sheet;
  return (
    <Box role="tablist" aria-label="Steps" sx={{ my: 1 }}>
      {products.map(({ key, name }) => (
        <Box
          key={key ?? ''}
          sx={{ display: 'flex', gap: 0.5, mb: 0.5, overflowX: 'auto', alignItems: 'stretch' }}
        >
          {products.length > 1 ? (
            <Box sx={{ width: 96, flexShrink: 0, fontSize: 15, fontWeight: 700, alignSelf: 'center' }}>
              {name}
            </Box>
          ) : null}
          {steps
            .filter((step) => step.portion === key)
            .map((step) => (
              <StepTab
                key={step.id}
                step={step}
                digit={steps.indexOf(step) + 1}
                chosen={step.id === chosenId}
                onChoose={() => onChoose(step.id)}
              />
            ))}
        </Box>
      ))}
    </Box>
  );
}

function StepTab({
  step,
  digit,
  chosen,
  onChoose,
}: {
  step: StepView;
  digit: number;
  chosen: boolean;
  onChoose: () => void;
}) {
  useShortcut(`Alt+${digit}`, digit < 10 ? `go to ${step.title}` : '', onChoose, digit < 10);
  return (
    <ButtonBase
      role="tab"
      aria-selected={chosen}
      onClick={onChoose}
      sx={{
        flex: '1 1 0',
        minWidth: 88,
        maxWidth: 150,
        minHeight: 56,
        p: '6px 10px',
        display: 'block',
        textAlign: 'left',
        bgcolor: step.state === 'open' ? COLOUR.fat : step.state === 'closed' ? COLOUR.steel : COLOUR.sheet,
        border: `2px solid ${chosen ? COLOUR.ink : COLOUR.edge}`,
        fontSize: 15,
        lineHeight: 1.15,
      }}
    >
      <Box sx={{ ...NUMERALS, fontWeight: 700 }}>
        {digit} {MARK[step.state]} <span style={{ fontWeight: 500 }}>{WORD[step.state]}</span>
      </Box>
      {step.title}
    </ButtonBase>
  );
}
