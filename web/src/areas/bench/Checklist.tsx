import Box from '@mui/material/Box';
import ButtonBase from '@mui/material/ButtonBase';
import { useState, type ReactNode } from 'react';
import type { BatchView, StepView } from '@zest/contract';
import { useShortcut } from '../../ui/shortcuts.js';
import { COLOUR, SHORT } from '../../ui/theme.js';
import { Tick, Triangle } from '../../ui/Trouble.js';
import { useUnits } from '../../ui/units.js';
import { Primary } from './BenchButtons.js';
import { BenchFrame } from './BenchFrame.js';
import type { Pending } from './pending.js';

interface ChecklistItem {
  key: string;
  words: string;
  /** Where a hand can be hurt; stands above the others. */
  caution?: boolean;
  /** Something may be missing. */
  short?: boolean;
}

interface ChecklistProps {
  sheet: BatchView;
  step: StepView;
  pending: Pending;
  title: string;
  items: readonly ChecklistItem[];
  /** What the one touch says. */
  action: string;
  actions?: ReactNode;
  /** Something to choose, below the list. */
  children?: ReactNode;
  onDone: () => void;
}

/** What must be ready, each to be ticked by itself or all of it with the one touch at the bottom right. */
export function Checklist(props: ChecklistProps) {
  const { sheet, step, pending, title, items, action, actions, children, onDone } = props;
  const units = useUnits();
  const [ticked, setTicked] = useState<ReadonlySet<string>>(new Set());
  useShortcut(' ', action.toLowerCase(), onDone);
  const toggle = (key: string) =>
    setTicked((now) => {
      const next = new Set(now);
      if (!next.delete(key)) next.add(key);
      return next;
    });
  return (
    <BenchFrame
      sheet={sheet}
      step={step}
      pending={pending}
      actions={actions}
      primary={<Primary onClick={onDone}>{action}</Primary>}
    >
      <Box component="h2" sx={{ fontSize: 34, m: 0, mb: 1.5, [SHORT]: { fontSize: 22, mb: 0.5 } }}>
        {title}
      </Box>
      <Box role="list" aria-label={title} sx={{ display: 'grid', gap: 1 }}>
        {items.map((item) => (
          <Box role="listitem" key={item.key}>
            <ButtonBase
              onClick={() => toggle(item.key)}
              aria-pressed={ticked.has(item.key)}
              sx={{
                width: '100%',
                minHeight: 64,
                px: 2,
                gap: 2,
                justifyContent: 'flex-start',
                textAlign: 'left',
                fontSize: 24,
                lineHeight: 1.2,
                fontWeight: item.caution || item.short ? 700 : 400,
                bgcolor: item.caution ? COLOUR.fat : COLOUR.sheet,
                border: `2px solid ${item.short ? COLOUR.zest : COLOUR.edge}`,
                color: COLOUR.ink,
                [SHORT]: { fontSize: 17 },
              }}
            >
              <Box component="span" sx={{ width: 34, flexShrink: 0 }}>
                {ticked.has(item.key) ? (
                  <Tick size={30} />
                ) : item.short || item.caution ? (
                  <Triangle size={28} />
                ) : (
                  <Open />
                )}
              </Box>
              {units.sentence(item.words)}
            </ButtonBase>
          </Box>
        ))}
      </Box>
      {children}
    </BenchFrame>
  );
}

function Open() {
  return (
    <Box
      component="span"
      sx={{ display: 'block', width: 28, height: 28, border: `3px solid ${COLOUR.faint}` }}
    />
  );
}
