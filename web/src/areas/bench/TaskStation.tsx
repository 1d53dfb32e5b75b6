import Box from '@mui/material/Box';
import ButtonBase from '@mui/material/ButtonBase';
import { useState } from 'react';
import { isWeighed, readTubCode, readingKind, tasksOf, traitsOf, type Task } from '@zest/core';
import type { BatchView, StepView } from '@zest/contract';
import { useScan, useShortcut } from '../../ui/shortcuts.js';
import { COLOUR, NUMERALS, SHORT } from '../../ui/theme.js';
import { Tick, Triangle } from '../../ui/Trouble.js';
import { useUnits, type Units } from '../../ui/units.js';
import { ReverseDialog } from '../batches/index.js';
import { CasingStrip } from '../../kit/casing-strip/CasingStrip.js';
import { AtFoot } from './AtFoot.js';
import { Secondary } from './BenchButtons.js';
import { BenchFrame } from './BenchFrame.js';
import { ColdStrip } from './ColdStrip.js';
import { CloseStepPrimary, SignPast } from './CloseStepButton.js';
import { markEntry } from './entries.js';
import { MorePanel } from './more/MorePanel.js';
import type { Pending } from './pending.js';
import { AgainAndAgain, FillButton, ruleWords } from './Stuffing.js';
import { GoesIn } from './GoesIn.js';
import { CasingTask } from './tasks/CasingTask.js';
import { MassTask } from './tasks/MassTask.js';
import { ReadingTask } from './ReadingTask.js';
import type { TaskProps } from './task-props.js';

interface TaskStationProps {
  sheet: BatchView;
  step: StepView;
  pending: Pending;
}

/** A step that is not a weigh-up: its tasks as tiles, the chosen one filling the screen. */
export function TaskStation({ sheet, step, pending }: TaskStationProps) {
  const tasks = tasksOf(sheet, step);
  const [chosenId, setChosenId] = useState<string>();
  const [takingBack, setTakingBack] = useState(false);
  const units = useUnits();
  const task = tasks.find((t) => t.id === chosenId) ?? tasks.find((t) => t.required && !t.done);
  const lastEntry = [...sheet.entries]
    .reverse()
    .find((e) => e.stepId === step.id && !e.reversed && e.reversesId === null && e.how !== 'derived');
  const [wrongTub, setWrongTub] = useState<string>();
  useScan((code) => {
    const tub = readTubCode(code);
    if (!tub) return;
    const right = tub.batchNumber === sheet.number;
    setWrongTub(right ? undefined : code);
    if (!right) return;
    void pending.record(markEntry(step.id, { kind: 'scan', code }, `Tub ${code}`));
    setChosenId(tasks.find((t) => t.kind === 'reading' && t.load === tub.load && !t.done)?.id);
  });
  useShortcut('z', 'take the last weight back', () => setTakingBack(true), lastEntry !== undefined);
  const actions = (
    <>
      {lastEntry ? <Secondary onClick={() => setTakingBack(true)}>Take back</Secondary> : null}
      {chosenId !== undefined && step.missing.length === 0 ? (
        <Secondary onClick={() => setChosenId(undefined)}>Go on</Secondary>
      ) : null}
      {step.fills ? <FillButton step={step} fills={step.fills} pending={pending} /> : null}
      <MorePanel sheet={sheet} step={step} pending={pending} onTask={setChosenId} />
      <SignPast sheet={sheet} step={step} />
    </>
  );
  const body = (
    <>
      {wrongTub ? (
        <Box role="alert" sx={{ display: 'flex', gap: 1, fontSize: 28, fontWeight: 700, mb: 1 }}>
          <Triangle size={32} /> Tub {wrongTub} belongs to another batch. Do not pour it in.
        </Box>
      ) : null}
      <Box sx={{ fontSize: 24, mb: 1, [SHORT]: { display: 'none' } }}>
        {step.instruction} {ruleWords(step, units)}
      </Box>
      <AgainAndAgain sheet={sheet} step={step} />
      <TaskRow tasks={tasks} chosenId={task?.id} onChoose={setChosenId} />
      {takingBack && lastEntry ? (
        <ReverseDialog batchId={sheet.id} entry={lastEntry} onClose={() => setTakingBack(false)} />
      ) : null}
    </>
  );
  const strip =
    sheet.casing && traitsOf(step).machine === 'stuffer' ? (
      <Box sx={{ mt: 2 }}>
        <CasingStrip
          needMm={sheet.casing.needM * 1000}
          usedMm={sheet.casing.usedMm}
          leftMm={sheet.casing.leftMm}
          linkLengthMm={sheet.casing.linkLengthMm}
        />
      </Box>
    ) : null;
  const shared = {
    sheet,
    step,
    pending,
    actions,
    footer: strip,
    // Whoever has gone on to another task meanwhile stays there.
    onDone: () => setChosenId((now) => (now === task?.id ? undefined : now)),
  };
  return (
    <BenchFrame sheet={sheet} step={step} pending={pending}>
      {body}
      {task ? <TaskScreen key={task.id} {...shared} task={task} /> : <NothingOpen {...shared} />}
    </BenchFrame>
  );
}

/** The chosen task, in the way that it is given. */
function TaskScreen(props: TaskProps & { task: Task }) {
  const { task } = props;
  if (isWeighed(task)) return <MassTask {...props} task={task} />;
  return task.kind === 'casing' ? (
    <CasingTask {...props} task={task} />
  ) : (
    <ReadingTask {...props} task={task} />
  );
}

/** Every task is done: what still goes in or is missing, and the step's end. */
function NothingOpen({ sheet, step, pending, actions, footer }: TaskProps) {
  const units = useUnits();
  return (
    <>
      <AtFoot actions={actions} primary={<CloseStepPrimary sheet={sheet} step={step} pending={pending} />} />
      <GoesIn sheet={sheet} step={step} pending={pending} />
      {step.missing.length === 0 ? (
        <Box sx={{ fontSize: 34, fontWeight: 700, mt: 3 }}>
          Nothing is missing here.
          {tasksOf(sheet, step).some(isAsked) ? (
            <Box sx={{ fontSize: 24, fontWeight: 400, mt: 1 }}>
              Its weight is asked for, because much is lost here. Without it, what was lost is shared out at
              the next weight.
            </Box>
          ) : null}
        </Box>
      ) : (
        step.missing.map((m) => (
          <Box key={m.sentence} sx={{ fontSize: 26, fontWeight: 700, mt: 2 }}>
            {units.sentence(m.sentence)}
          </Box>
        ))
      )}
      <Box sx={{ mt: 2 }}>
        <ColdStrip sheet={sheet} />
      </Box>
      {footer}
    </>
  );
}

function TaskRow({
  tasks,
  chosenId,
  onChoose,
}: {
  tasks: readonly Task[];
  chosenId: string | undefined;
  onChoose: (id: string) => void;
}) {
  const units = useUnits();
  return (
    <Box
      role="list"
      aria-label="Tasks of this step"
      sx={{ display: 'flex', gap: 1, overflowX: 'auto', pb: 1 }}
    >
      {tasks.map((task) => (
        <Box role="listitem" key={task.id}>
          <ButtonBase
            // The tile gives the focus back: Enter takes the weight, and does not press it again.
            onClick={(event) => {
              event.currentTarget.blur();
              onChoose(task.id);
            }}
            aria-current={task.id === chosenId}
            sx={{
              minHeight: 84,
              minWidth: 150,
              p: '8px 14px',
              display: 'block',
              textAlign: 'left',
              [SHORT]: { minHeight: 64, minWidth: 110, p: '2px 10px' },
              bgcolor: task.done ? COLOUR.steel : COLOUR.sheet,
              border: `3px solid ${task.id === chosenId ? COLOUR.ink : COLOUR.edge}`,
            }}
          >
            <Box sx={{ fontSize: 18, whiteSpace: 'nowrap' }}>{task.title}</Box>
            <Box
              sx={{
                ...NUMERALS,
                fontSize: 25,
                fontWeight: 700,
                display: 'flex',
                gap: 1,
                alignItems: 'center',
              }}
            >
              {task.done ? <Tick size={20} /> : null}
              {shown(task, units) || (task.required ? 'needed' : isAsked(task) ? 'asked for' : '–')}
            </Box>
          </ButtonBase>
        </Box>
      ))}
    </Box>
  );
}

function isAsked(task: Task): boolean {
  return isWeighed(task) && task.asked === true && !task.done;
}

function shown(task: Task, units: Units): string {
  if (isWeighed(task)) return task.massMg > 0 ? units.mass(task.massMg) : '';
  if (task.value === undefined) return '';
  if (task.kind === 'casing') return units.length(task.value);
  const { given, answer } = readingKind(task.ask.kind);
  switch (given) {
    case 'probe':
      return units.temperature(task.value);
    case 'scale':
      return `${task.n} weighed`;
    case 'load scale':
      return units.mass(task.value);
    case 'answer':
      return answer?.(task.ask, task.n, task.load).no === undefined
        ? `${task.n} ticked`
        : passedWord(task.value);
    case 'judgement':
      return passedWord(task.value);
    default:
      return String(task.value);
  }
}

function passedWord(value: number): string {
  return value === 1 ? 'passed' : 'failed';
}
