import Box from '@mui/material/Box';
import type { ReactNode } from 'react';
import type { Shown } from '@zest/core';
import { SHORT } from '../../../ui/theme.js';
import { Keypad } from '../../../kit/keypad/Keypad.js';
import { AtFoot } from '../AtFoot.js';
import { GoesIn } from '../GoesIn.js';
import { BigNumber } from '../BigNumber.js';
import type { TaskProps } from '../task-props.js';
import type { Typed } from '../typed.js';

interface TypedFrameProps extends TaskProps {
  task: { title: string };
  typed: Typed;
  /** What is aimed at, one line. */
  target: string;
  shown: Shown;
  quiet?: boolean;
  minus?: boolean;
  primary: ReactNode;
  more?: ReactNode;
}

/** A task with one big number, its target above it and number keys beside it. */
export function TypedFrame(props: TypedFrameProps) {
  const { sheet, step, pending, footer, actions, task, typed, target, shown, primary, more } = props;
  return (
    <>
      <AtFoot actions={actions} primary={primary} />
      <Box
        sx={{
          display: 'flex',
          alignItems: 'flex-start',
          gap: 3,
          mt: 1,
          '@media (max-width: 1200px)': { flexWrap: 'wrap', rowGap: 0 },
        }}
      >
        <Box sx={{ flex: 1, minWidth: 0 }}>
          <Box sx={{ fontSize: 34, fontWeight: 700, mt: 2, [SHORT]: { fontSize: 22, mt: 0 } }}>
            {task.title}
          </Box>
          <Box sx={{ fontSize: 22, [SHORT]: { fontSize: 17 } }}>{target}</Box>
          <BigNumber
            shown={shown}
            label={`${task.title} ${shown.value} ${shown.unit}`}
            quiet={props.quiet ?? false}
          />
          {more}
        </Box>
        <GoesIn sheet={sheet} step={step} pending={pending} />
        <Box sx={{ width: 300, flexShrink: 0 }}>
          <Keypad onKey={typed.press} minus={props.minus ?? false} />
        </Box>
      </Box>
      {footer}
    </>
  );
}
