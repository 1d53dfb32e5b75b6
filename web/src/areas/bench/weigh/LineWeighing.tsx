import Box from '@mui/material/Box';
import type { StepView } from '@zest/contract';
import { useShortcut } from '../../../ui/shortcuts.js';
import { ReverseDialog } from '../../batches/index.js';
import { Keypad } from '../../../kit/keypad/Keypad.js';
import { Primary } from '../BenchButtons.js';
import { BenchFrame } from '../BenchFrame.js';
import { JarRow } from '../JarRow.js';
import { LineActions } from './LineActions.js';
import { LineHead } from './LineHead.js';
import { LiveWeight } from './LiveWeight.js';
import { speak } from './speak.js';
import { useWeighing, type WeighingProps } from './use-weighing.js';

/** One line on the scale: the live weight against its band, taken by itself or by the pedal. */
export function LineWeighing(props: WeighingProps & { step: StepView }) {
  const { sheet, step, pending, lines, onChoose } = props;
  const weighing = useWeighing(props);
  const { line, scale, mass, pour, typed, station, tell, weight, take } = weighing;
  const say = () => speak(`${line.name}, ${mass(pour.dueMg)}`);
  const act = () => {
    if (weight.act === 'tare') void scale.tare();
    else if (weight.act === 'take') void take();
  };
  useShortcut(' ', 'take the weight, or tare for the next', act);
  useShortcut('Enter', '', act);
  useShortcut('t', 'tare', () => void scale.tare());
  useShortcut('s', 'say the next weight aloud', say);
  useShortcut('z', 'take the last weight back', () => tell({ is: 'take-back asked' }));
  const last = sheet.entries.findLast(
    (e) => e.lineId !== null && !e.reversed && e.reversesId === null && e.stepId === step.id,
  );
  const hasKeys = station.source.by === 'keys' || !scale.connected;
  return (
    <BenchFrame
      sheet={sheet}
      step={step}
      pending={pending}
      actions={
        <LineActions
          sheet={sheet}
          step={step}
          pending={pending}
          weighing={weighing}
          onSay={say}
          canTakeBack={last !== undefined}
        />
      }
      primary={
        weight.act === 'tare' ? (
          <Primary onClick={act}>Tare for {line.name}</Primary>
        ) : (
          <Primary onClick={act} disabled={weight.act === 'nothing'}>
            Take {mass(weight.valueMg)}
          </Primary>
        )
      }
    >
      <JarRow lines={lines} chosenId={line.id} pouringMg={weight.valueMg} onChoose={onChoose} />
      <Box sx={{ display: 'grid', gridTemplateColumns: hasKeys ? '1fr 300px' : '1fr', gap: 3 }}>
        <Box>
          <LineHead
            sheet={sheet}
            line={line}
            pour={pour}
            n={lines.findIndex((l) => l.id === line.id) + 1}
            m={lines.length}
          />
          <LiveWeight sheet={sheet} weighing={weighing} />
        </Box>
        {hasKeys ? <Keypad onKey={typed.press} /> : null}
      </Box>
      {station.takingBack && last ? (
        <ReverseDialog batchId={sheet.id} entry={last} onClose={() => tell({ is: 'take-back done' })} />
      ) : null}
    </BenchFrame>
  );
}
