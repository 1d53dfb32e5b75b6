import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import { useState } from 'react';
import { traitsOf } from '@zest/core';
import { Secondary } from '../BenchButtons.js';
import { AnotherCasing } from './AnotherCasing.js';
import { AnotherLot } from './AnotherLot.js';
import { Choices } from './Choices.js';
import { ColdAndTime } from './ColdAndTime.js';
import { ForgottenLine } from './ForgottenLine.js';
import { forgottenLines } from './forgotten-lines.js';
import { PartOff } from './PartOff.js';
import { PilotPatty } from './PilotPatty.js';
import { SkipLoad } from './SkipLoad.js';
import { SomethingElse } from './SomethingElse.js';
import { Substitute } from './Substitute.js';
import { TubLabels } from './TubLabels.js';
import { UndoSubstitution } from './UndoSubstitution.js';
import { WentWrong } from './WentWrong.js';
import type { MoreProps } from './more-props.js';

const WAYS = {
  lot: { name: 'Another lot', about: 'the rest of this line from a scanned or tapped lot', View: AnotherLot },
  casing: { name: 'Another lot of casing', about: 'one runs out, or keeps bursting', View: AnotherCasing },
  substitute: {
    name: 'Use something else',
    about: 'another ingredient for the rest of this line',
    View: Substitute,
  },
  undo: {
    name: 'Back to what is written',
    about: 'the substitute was wrong',
    View: UndoSubstitution,
  },
  extra: {
    name: 'Something else goes in',
    about: 'not written; it is weighed and noted',
    View: SomethingElse,
  },
  late: { name: 'A line was forgotten', about: 'what is left of the mix gets it', View: ForgottenLine },
  part: {
    name: 'Part some of it off',
    about: 'it becomes a product of its own, now or after other steps',
    View: PartOff,
  },
  pilot: {
    name: 'A pilot patty',
    about: 'of an early part, on purpose; the mix is still tasted',
    View: PilotPatty,
  },
  label: { name: 'Print labels', about: 'for tubs and bags, before anything is poured', View: TubLabels },
  cold: { name: 'Cold and time', about: 'into the chill, out again, a timer', View: ColdAndTime },
  wrong: {
    name: 'Something went wrong',
    about: 'a burst, air, too thick, too thin: with its cause',
    View: WentWrong,
  },
  skip: { name: 'Put a load aside', about: 'with a reason; the others go on', View: SkipLoad },
} as const;
type Way = keyof typeof WAYS;

/** Everything that is needed now and then, behind one button. */
export function MorePanel(props: Omit<MoreProps, 'onClose'>) {
  const [open, setOpen] = useState(false);
  const [way, setWay] = useState<Way>();
  const close = () => {
    setOpen(false);
    setWay(undefined);
  };
  const ways = waysAt(props);
  const View = way ? WAYS[way].View : undefined;
  return (
    <>
      <Secondary onClick={() => setOpen(true)}>More</Secondary>
      {open ? (
        <Dialog open fullScreen onClose={close} aria-labelledby="more-title">
          <Box sx={{ p: 3 }}>
            <Box sx={{ display: 'flex', alignItems: 'center', mb: 2 }}>
              <Box component="h2" id="more-title" sx={{ m: 0, fontSize: 32 }}>
                {way ? WAYS[way].name : 'What is it?'}
              </Box>
              <Button
                variant="outlined"
                onClick={close}
                sx={{ ml: 'auto', minHeight: 64, minWidth: 160, fontSize: 20 }}
              >
                Back to work
              </Button>
            </Box>
            {View ? (
              <View {...props} onClose={close} />
            ) : (
              <Choices
                label="What is it?"
                choices={ways.map((key) => ({ key, ...WAYS[key] }))}
                onChoose={(key) => setWay(key as Way)}
              />
            )}
          </Box>
        </Dialog>
      ) : null}
    </>
  );
}

/** Whether a step that is still to close tastes, or asks for the taste before it begins. */
function tasteStillComes(sheet: MoreProps['sheet']): boolean {
  return sheet.steps.some(
    (s) => s.state !== 'closed' && (traitsOf(s).tastes === true || traitsOf(s).tastedBefore === true),
  );
}

function waysAt({ sheet, step, line }: Omit<MoreProps, 'onClose'>): Way[] {
  const rest = line !== undefined && line.weighedMg < line.dueMg;
  return [
    ...(rest ? (['lot'] as const) : []),
    ...(sheet.casing && traitsOf(step).machine === 'stuffer' ? (['casing'] as const) : []),
    ...(rest && line.kind === 'ingredient' ? (['substitute'] as const) : []),
    ...(rest && line.isSubstitute ? (['undo'] as const) : []),
    ...(sheet.meatMg > 0 ? (['extra'] as const) : []),
    ...(forgottenLines(sheet).length > 0 ? (['late'] as const) : []),
    ...(sheet.meatMg > 0 && tasteStillComes(sheet) ? (['pilot'] as const) : []),
    ...(step.holdsMass && step.stream === 'all' && step.inMg > 0 ? (['part'] as const) : []),
    ...(traitsOf(step).closesEmpty ? (['wrong'] as const) : []),
    'label',
    'cold',
    ...(step.loads > 1 ? (['skip'] as const) : []),
  ];
}
