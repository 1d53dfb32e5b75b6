import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { v7 as uuid } from 'uuid';
import {
  scaleAt,
  scaleForMass,
  causesOf,
  mostOutMg,
  ratePerHour,
  traitsOf,
  type WeighedTask,
} from '@zest/core';
import type { BatchView, StepView } from '@zest/contract';
import { deviceTime } from '../../../data/device-time.js';
import { useShortcut } from '../../../ui/shortcuts.js';
import { SHORT } from '../../../ui/theme.js';
import { useUnits, type Units } from '../../../ui/units.js';
import { Keypad } from '../../../kit/keypad/Keypad.js';
import { Primary, Secondary } from '../BenchButtons.js';
import { AtFoot } from '../AtFoot.js';
import { BigNumber } from '../BigNumber.js';
import { usePracticeNeed } from '../practice/need.js';
import { showOnScale, unitOn, wordsOnScale } from '../scales.js';
import { Pieces } from './Pieces.js';
import type { TaskProps } from '../task-props.js';
import { useTypedMass } from '../typed.js';
import { useScale } from '../use-scale.js';
import { useSimulated } from '../use-simulated.js';
import { scaleTrouble } from '../weigh/hint.js';
import { MoreThanHeld } from './MoreThanHeld.js';

/** Kilograms out of a step, tub by tub: on to the next, a named loss, or rework. */
export function MassTask({
  sheet,
  step,
  pending,
  footer,
  actions,
  onDone,
  task,
}: TaskProps & { task: WeighedTask }) {
  const units = useUnits();
  const simulated = useSimulated();
  const [scaleId, setScaleId] = useState(
    scaleForMass(sheet.scales, task.kind === 'out' && !weighedSingly(step) ? step.balanceMg : 0),
  );
  const on = scaleAt(sheet.scales, scaleId);
  const { divisionMg } = on;
  const typed = useTypedMass(unitOn(units, scaleId));
  const [typing, setTyping] = useState(false);
  const oneByOne = weighedSingly(step) && task.kind === 'out';
  const [pieces, setPieces] = useState(1);
  const notes = notesFor(task);
  const [note, setNote] = useState<string>();
  const scale = useScale(scaleId, divisionMg, undefined, () => undefined);
  const typedMg = typed.massMg;
  const netMg = scale.connected ? Math.max(0, scale.reading?.netMg ?? 0) : 0;
  const valueMg = typedMg ?? (scale.taken ? 0 : netMg);
  const isMore = step.holdsMass && valueMg > mostOutMg(step);
  const [found, setFound] = useState<string>();
  const canTake =
    valueMg > 0 &&
    (!isMore || found !== undefined) &&
    (notes === undefined || note !== undefined) &&
    (typedMg !== undefined || (scale.reading?.stable === true && !scale.offZero));
  const take = async () => {
    const readingId = typedMg === undefined ? scale.reading?.id : undefined;
    if (readingId) scale.markTaken(valueMg);
    typed.clear();
    setTyping(false);
    await pending.record({
      kind: 'out',
      label: `${task.title} ${wordsOnScale(units, valueMg, on)}`,
      body: {
        id: uuid(),
        stepId: step.id,
        to: task.kind === 'out' ? 'next' : task.kind,
        massMg: valueMg,
        deviceTime: deviceTime(),
        ...(note ? { note } : {}),
        ...(isMore && found ? { found } : {}),
        ...(oneByOne ? { pieces } : {}),
        ...(task.reason === undefined ? {} : { reason: task.reason }),
        ...(task.portion === undefined ? {} : { portion: task.portion }),
        ...(readingId ? { readingId } : {}),
      },
    });
    setPieces(1);
    setFound(undefined);
    onDone();
  };
  const pieceMg = oneByOne && sheet.linkMassG !== null ? Math.round(sheet.linkMassG * 1000) : Infinity;
  usePracticeNeed(
    `${task.id} ${task.massMg}`,
    task.kind === 'out' && !task.done && step.balanceMg > 0
      ? {
          kind: 'pour',
          scaleId,
          dueMg: Math.min(Math.floor(step.balanceMg * USUAL_PART), pieceMg, meantMg(step, task)),
          divisionMg,
          whole: true,
        }
      : undefined,
  );
  const act = () => {
    if (scale.taken && typedMg === undefined) void scale.tare();
    else if (canTake) void take();
  };
  useShortcut(' ', 'take the weight, or tare for the next', act);
  useShortcut('Enter', '', act);
  useShortcut('t', 'tare', () => void scale.tare());
  const showKeys = typing || !scale.connected;
  return (
    <>
      <AtFoot
        actions={
          <>
            <Secondary onClick={() => void scale.tare()} disabled={!scale.connected}>
              Tare
            </Secondary>
            <Secondary onClick={() => setTyping(!typing)} pressed={typing}>
              Type it
            </Secondary>
            {oneByOne ? null : (
              <Secondary onClick={() => setScaleId(scaleId === 'floor' ? 'bench' : 'floor')}>
                {scaleId === 'floor' ? 'Use bench scale' : 'Use floor scale'}
              </Secondary>
            )}
            {oneByOne ? (
              <Secondary onClick={() => setPieces((pieces % MOST_AT_ONCE) + 1)}>
                {pieces === 1
                  ? `One ${(step.counting ?? { one: 'piece', many: 'pieces' }).one} on it`
                  : `${pieces} ${(step.counting ?? { one: 'piece', many: 'pieces' }).many} on it`}
              </Secondary>
            ) : null}
            {actions}
          </>
        }
        primary={
          scale.taken && typedMg === undefined ? (
            <Primary onClick={() => void scale.tare()}>
              Tare for the next {oneByOne ? (step.counting ?? { one: 'piece', many: 'pieces' }).one : 'tub'}
            </Primary>
          ) : (
            <Primary onClick={() => void take()} disabled={!canTake}>
              Take{' '}
              {oneByOne
                ? `${pieces === 1 ? (step.counting ?? { one: 'piece', many: 'pieces' }).one : `${pieces} ${(step.counting ?? { one: 'piece', many: 'pieces' }).many}`}, `
                : ''}
              {wordsOnScale(units, valueMg, on)}
            </Primary>
          )
        }
      />
      <Box sx={{ display: 'grid', gridTemplateColumns: showKeys ? '1fr 300px' : '1fr', gap: 3 }}>
        <Box>
          <Box sx={{ fontSize: 34, fontWeight: 700, mt: 2, [SHORT]: { fontSize: 20, mt: 0 } }}>
            {oneByOne ? pieceTitle(sheet, step, units) : task.title}
          </Box>
          <Box sx={{ fontSize: 20, [SHORT]: { display: 'none' } }}>
            {on.name}
            {simulated} · {units.mass(step.inMg)} came in, {units.mass(step.balanceMg)} is still to be weighed
            out{rate(sheet, step, units)}
            {meantFor(step, task, units)}
          </Box>
          <BigNumber
            shown={
              typed.text !== ''
                ? typed.shown
                : scale.connected
                  ? showOnScale(units, netMg, on)
                  : { value: '–', unit: '' }
            }
            label={`On the scale: ${wordsOnScale(units, valueMg, on)}`}
            quiet={typed.text === '' && scale.reading?.stable !== true}
          />
          <Box role="status" sx={{ fontSize: 22 }}>
            {scaleTrouble(scale) ?? (scale.taken ? 'Taken. Tare, or take it off.' : '')}
          </Box>
        </Box>
        {showKeys ? <Keypad onKey={typed.press} /> : null}
      </Box>
      {isMore ? <MoreThanHeld step={step} valueMg={valueMg} found={found} onFound={setFound} /> : null}
      {notes ? (
        <Box
          role="group"
          aria-label={notes.ask}
          sx={{ display: 'flex', gap: 1, flexWrap: 'wrap', alignItems: 'center', my: 1 }}
        >
          <Box sx={{ fontSize: 22, mr: 1 }}>{notes.ask}</Box>
          {notes.answers.map((answer) => (
            <Button
              key={answer}
              variant={answer === note ? 'contained' : 'outlined'}
              aria-pressed={answer === note}
              onClick={() => setNote(answer)}
              sx={{ minHeight: 64, fontSize: 18 }}
            >
              {answer}
            </Button>
          ))}
        </Box>
      ) : null}
      {oneByOne ? <Pieces sheet={sheet} step={step} /> : null}
      {footer}
    </>
  );
}

/** Pieces that may stand on the scale together. */
const MOST_AT_ONCE = 12;

/** Which piece comes now, of how many, and what it should weigh. */
function pieceTitle(sheet: BatchView, step: StepView, units: Units): string {
  const one = step.counting?.one ?? 'piece';
  const next = `${one.charAt(0).toUpperCase()}${one.slice(1)} ${(sheet.pieces?.count ?? 0) + 1}`;
  if (sheet.linkMassG === null) return next;
  const about = Math.max(1, Math.round(step.inMg / 1000 / sheet.linkMassG));
  return `${next} of about ${about}, ${units.mass(Math.round(sheet.linkMassG * 1000))} each`;
}

function weighedSingly(step: StepView): boolean {
  return step.counting?.weighedEach ?? false;
}

/** In practice so much of what came in comes out again. */
const USUAL_PART = 0.992;

/** Kilograms an hour since the machine was ready, once something has come out of the grinder. */
function rate(sheet: BatchView, step: StepView, units: Units): string {
  const since = sheet.marks.find((m) => m.kind === 'ready' && m.stepId === step.id)?.at;
  const last = sheet.entries.filter((e) => e.stepId === step.id && !e.reversed).at(-1)?.at;
  if (traitsOf(step).machine !== 'grinder' || !since || !last || step.outMg === 0) return '';
  const perHour = ratePerHour(step.outMg, (Date.parse(last) - Date.parse(since)) / 60_000);
  return perHour === null ? '' : ` · ${units.number(perHour, 0)} kg an hour`;
}

/** What is meant for the portion that is weighed off, mg; all that there is where none is. */
function meantMg({ parts }: StepView, { portion }: WeighedTask): number {
  return parts.find((p) => p.key === portion)?.plannedMg ?? Infinity;
}

/** How much is meant for the portion that is weighed off. */
function meantFor({ parts }: StepView, { portion }: WeighedTask, units: Units): string {
  const part = parts.find((p) => p.key === portion);
  return part ? ` · ${units.mass(part.plannedMg)} is meant for it` : '';
}

/** A defect wants its cause, a remainder its destination, before its weight is taken. */
function notesFor(task: WeighedTask): { ask: string; answers: readonly string[] } | undefined {
  if (task.reason === 'burst') return { ask: 'Why?', answers: causesOf('burst') };
  if (task.kind === 'rework') return { ask: 'Where to?', answers: REWORK_TO };
  if (task.reason === 'barrel and horn')
    return { ask: 'What becomes of it?', answers: ['Washed out', ...REWORK_TO] };
  return undefined;
}

const REWORK_TO = ['Patties', 'Back into this batch', 'Next batch of the same', 'Bin'] as const;
