import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState, type ReactNode } from 'react';
import { Link } from 'react-router';
import type { BatchView, StepView } from '@zest/contract';
import { ConnectionSign } from '../../ui/ConnectionSign.js';
import { COLOUR, LOW, SHORT } from '../../ui/theme.js';
import { Triangle } from '../../ui/Trouble.js';
import { useUnits } from '../../ui/units.js';
import { WeightRibbon } from '../../kit/weight-ribbon/WeightRibbon.js';
import { AtFoot, Foot } from './AtFoot.js';
import { NARROW } from './BenchButtons.js';
import { ChillSign } from './ChillSign.js';
import { OpenSteps } from './OpenSteps.js';
import type { Pending } from './pending.js';
import { PracticeBar } from './practice/PracticeBar.js';
import { UncuredSign } from '../batches/index.js';
import { useAwake } from './use-awake.js';
import { TimerBar } from './TimerBar.js';

interface BenchFrameProps {
  sheet: BatchView;
  step: StepView | undefined;
  pending: Pending;
  children: ReactNode;
  /** Bottom left, secondary; bottom right, the one primary action. */
  actions?: ReactNode;
  primary?: ReactNode;
}

/** The whole screen for one step of one batch; nothing else to touch by accident. */
export function BenchFrame({ sheet, step, pending, children, actions, primary }: BenchFrameProps) {
  const units = useUnits();
  useAwake();
  const [foot, setFoot] = useState<HTMLElement | null>(null);
  const index = step ? sheet.steps.indexOf(step) + 1 : 0;
  return (
    <Box
      component="main"
      sx={{ height: '100vh', display: 'flex', flexDirection: 'column', overflow: 'hidden' }}
    >
      <Box
        component="header"
        sx={{
          display: 'flex',
          alignItems: 'center',
          gap: 2.5,
          px: 2,
          minHeight: 68,
          bgcolor: COLOUR.pine,
          color: COLOUR.paper,
          [SHORT]: { minHeight: 64 },
        }}
      >
        <Button
          component={Link}
          to="/bench"
          sx={{ color: COLOUR.paper, minHeight: 64, minWidth: 110, fontSize: 20 }}
        >
          Leave
        </Button>
        <Box component="h1" sx={{ m: 0, fontSize: 26, whiteSpace: 'nowrap', [SHORT]: { fontSize: 20 } }}>
          {step ? `${index} of ${sheet.steps.length}: ${step.title}` : 'Finished'}
        </Box>
        <Box
          sx={{
            fontSize: 20,
            whiteSpace: 'nowrap',
            overflow: 'hidden',
            textOverflow: 'ellipsis',
            minWidth: 0,
            [SHORT]: { display: 'none' },
          }}
        >
          {sheet.product}, batch {sheet.number}
          {sheet.owner ? `, for ${sheet.owner}` : ''}
        </Box>
        {sheet.uncured ? <UncuredSign /> : null}
        <HeaderRibbon sheet={sheet} />
        <Box sx={{ ml: 'auto', fontSize: 18, flexShrink: 0 }}>
          <ConnectionSign size={16} />
        </Box>
        <Box sx={{ flexShrink: 0, [SHORT]: { display: 'none' } }}>
          <ChillSign sheet={sheet} />
        </Box>
      </Box>
      <TimerBar sheet={sheet} pending={pending} />
      {step?.caution ? (
        <Box
          sx={{
            px: 3,
            py: 0.8,
            bgcolor: COLOUR.fat,
            fontSize: 20,
            fontWeight: 700,
            [SHORT]: { py: 0, fontSize: 16 },
            [LOW]: { py: 0.2, fontSize: 16 },
          }}
        >
          {step.caution}
        </Box>
      ) : null}
      <Waiting pending={pending} />
      {step?.hint ? (
        <Box
          role="alert"
          sx={{
            px: 3,
            py: 1,
            display: 'flex',
            gap: 1.5,
            alignItems: 'center',
            fontSize: 22,
            fontWeight: 700,
            bgcolor: COLOUR.sheet,
            borderBottom: `3px solid ${COLOUR.zest}`,
          }}
        >
          <Triangle size={26} /> {units.sentence(step.hint)}
        </Box>
      ) : null}
      <OpenSteps sheet={sheet} step={step} />
      {step?.note ? <StepNote note={step.note} /> : null}
      <Box sx={{ flex: 1, minHeight: 0, overflow: 'auto', px: 3, pt: 2, [SHORT]: { pt: 0.5 } }}>
        <Foot value={foot}>{children}</Foot>
      </Box>
      <PracticeBar />
      <Box
        component="footer"
        ref={setFoot}
        sx={{
          display: 'flex',
          gap: 2,
          alignItems: 'center',
          p: '12px 24px',
          [NARROW]: { gap: 1 },
          borderTop: `2px solid ${COLOUR.edge}`,
          [SHORT]: { p: '4px 12px', gap: 0.5 },
        }}
      />
      {actions || primary ? (
        <Foot value={foot}>
          <AtFoot actions={actions} primary={primary} />
        </Foot>
      ) : null}
    </Box>
  );
}

/** What was learned of the step, or stood on an old card: what is longer than three lines is scrolled. */
function StepNote({ note }: { note: string }) {
  return (
    <Box
      role="note"
      tabIndex={0}
      sx={{
        flexShrink: 0,
        px: 3,
        pt: 0.8,
        fontSize: 20,
        lineHeight: 1.3,
        maxHeight: '4.2em',
        overflow: 'auto',
        whiteSpace: 'pre-line',
        [SHORT]: { pt: 0.3, fontSize: 15, maxHeight: '2.8em' },
      }}
    >
      Note: {note}
    </Box>
  );
}

/** The batch so far in small, with what is still to be explained. */
function HeaderRibbon({ sheet }: { sheet: BatchView }) {
  const units = useUnits();
  if (sheet.meatMg === 0) return null;
  return (
    <Box
      sx={{
        display: 'flex',
        alignItems: 'center',
        gap: 1,
        [SHORT]: { display: 'none' },
        '@media (max-width: 1200px)': { display: 'none' },
      }}
    >
      <Box sx={{ width: 150, flexShrink: 0, bgcolor: COLOUR.paper, lineHeight: 0, p: 0.5 }}>
        <WeightRibbon
          stations={sheet.ribbon}
          width={142}
          height={34}
          title={`Ribbon of batch ${sheet.number}`}
        />
      </Box>
      {sheet.unaccountedMg > 0 ? (
        <Box sx={{ fontSize: 16, lineHeight: 1.1, maxWidth: 90 }}>
          {units.mass(sheet.unaccountedMg)} unexplained
        </Box>
      ) : null}
    </Box>
  );
}

function Waiting({ pending }: { pending: Pending }) {
  const late = pending.waiting.filter((k) => k.offline);
  if (late.length === 0 && pending.refused.length === 0) return null;
  return (
    <Box
      role="alert"
      sx={{ px: 3, py: 1, bgcolor: COLOUR.sheet, borderBottom: `3px solid ${COLOUR.zest}`, fontSize: 19 }}
    >
      {late.slice(0, 3).map((entry) => (
        <Box key={entry.id} sx={{ display: 'flex', gap: 1.5, alignItems: 'center' }}>
          <Triangle /> <b>{entry.entry.label}</b> not yet confirmed; it is kept here.
        </Box>
      ))}
      {late.length > 3 ? <Box>and {late.length - 3} more.</Box> : null}
      {late.length > 0 ? (
        <Button variant="outlined" sx={{ minHeight: 64, mt: 0.5 }} onClick={() => void pending.sendAgain()}>
          Send again
        </Button>
      ) : null}
      {pending.refused.map((entry) => (
        <Box key={entry.id} sx={{ display: 'flex', gap: 1.5, alignItems: 'center' }}>
          <Triangle /> <b>{entry.entry.label}</b> was not taken: {entry.refused}
          <Button sx={{ minHeight: 64 }} onClick={() => pending.dismiss(entry.id)}>
            Seen
          </Button>
        </Box>
      ))}
    </Box>
  );
}
