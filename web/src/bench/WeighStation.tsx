import Box from '@mui/material/Box';
import { useQueryClient } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import { v7 as uuid } from 'uuid';
import { STEADY_MS } from '@zest/core';
import { ROUTES, type BatchSheet, type SheetLine, type SheetStep } from '@zest/contract';
import { call } from '../app/api.js';
import { useShortcut } from '../app/shortcuts.js';
import { SHORT } from '../app/theme.js';
import { Triangle } from '../app/Trouble.js';
import { useUnits } from '../app/units.js';
import { ReverseDialog } from '../batches/ReverseDialog.js';
import { Keypad } from '../kit/keypad/Keypad.js';
import { BandBar } from './BandBar.js';
import { BenchFrame, Primary, Secondary } from './BenchFrame.js';
import { BigNumber } from './BigNumber.js';
import { CloseStepPrimary, SignPast } from './CloseStepButton.js';
import { isDone } from './is-done.js';
import { JarRow } from './JarRow.js';
import { OverPourPanel } from './OverPourPanel.js';
import type { Pending } from './pending.js';
import { DIVISION_MG, SCALE_NAME, showOnScale } from './scales.js';
import { useTyped } from './typed.js';
import { useScale } from './use-scale.js';

interface StationProps {
  sheet: BatchSheet;
  step: SheetStep;
  pending: Pending;
}

/** Weigh-up: jars above, the live weight against its band, one thing to press. */
export function WeighStation({ sheet, step, pending }: StationProps) {
  const units = useUnits();
  const lines = sheet.lines.filter((l) => l.stepId === step.id);
  const [chosenId, setChosenId] = useState<string>();
  const line = lines.find((l) => l.id === chosenId) ?? lines.find((l) => !isDone(l)) ?? undefined;
  if (!line || (lines.every(isDone) && chosenId === undefined)) {
    return (
      <BenchFrame
        sheet={sheet}
        step={step}
        pending={pending}
        primary={<CloseStepPrimary sheet={sheet} step={step} />}
      >
        <JarRow lines={lines} onChoose={setChosenId} />
        <Box sx={{ fontSize: 34, fontWeight: 700, mt: 5 }}>Everything is weighed.</Box>
        {step.missing.map((m) => (
          <Box key={m.sentence} sx={{ fontSize: 22, mt: 1 }}>
            {units.sentence(m.sentence)}
          </Box>
        ))}
      </BenchFrame>
    );
  }
  return (
    <LineWeighing
      sheet={sheet}
      step={step}
      pending={pending}
      lines={lines}
      line={line}
      onChoose={setChosenId}
    />
  );
}

interface LineWeighingProps extends StationProps {
  lines: readonly SheetLine[];
  line: SheetLine;
  onChoose: (id: string | undefined) => void;
}

function LineWeighing({ sheet, step, pending, lines, line, onChoose }: LineWeighingProps) {
  const units = useUnits();
  const client = useQueryClient();
  const [auto, setAuto] = useState(true);
  const [typing, setTyping] = useState(false);
  const [takingBack, setTakingBack] = useState(false);
  const last = useRef<{ entryId: string; lineId: string } | undefined>(undefined);
  const typed = useTyped('type a weight');
  const divisionMg = DIVISION_MG[line.scaleId];
  const unitMg = line.scaleId === 'dose' ? 1000 : 1_000_000;
  const typedMg = typed.value === undefined ? undefined : Math.round(typed.value * unitMg);
  const band = { lowMg: line.lowMg - line.weighedMg, highMg: line.highMg - line.weighedMg };
  const isTyping = typed.text !== '';
  const scale = useScale(
    line.scaleId,
    divisionMg,
    auto && !isTyping && !isDone(line) ? band : undefined,
    (event) => {
      if (event.kind === 'take') void take(event.massMg, event.readingId);
      else void reopen();
    },
  );
  const netMg = scale.connected ? (scale.reading?.netMg ?? 0) : 0;
  const valueMg = typedMg ?? (scale.taken ? 0 : Math.max(0, netMg));
  const total = line.weighedMg + valueMg;
  const over = total > line.highMg && (isTyping || scale.reading?.stable === true) && !scale.taken;
  const canTake = valueMg > 0 && (isTyping || scale.reading?.stable === true);

  const take = async (massMg: number, readingId?: string) => {
    const id = uuid();
    last.current = { entryId: id, lineId: line.id };
    if (readingId) scale.markTaken(massMg);
    typed.clear();
    setTyping(false);
    await pending.record({
      kind: 'weighing',
      label: `${line.name} ${units.mass(massMg, divisionMg)}`,
      body: {
        id,
        lineId: line.id,
        massMg,
        deviceTime: new Date().toISOString(),
        ...(readingId ? { readingId } : {}),
      },
    });
    onChoose(undefined);
    return id;
  };
  const reopen = async () => {
    const entry = last.current;
    if (!entry) return;
    last.current = undefined;
    onChoose(entry.lineId);
    const next = await call(ROUTES.reverseEntry, {
      params: { id: sheet.id },
      body: { id: uuid(), transferId: entry.entryId, reason: 'The weight moved after it was taken.' },
    }).catch(() => undefined);
    if (next) client.setQueryData(['batch', sheet.id], next);
  };
  const takeNow = () => void take(valueMg, isTyping ? undefined : scale.reading?.id);
  const act = () => {
    if (scale.taken && !isTyping) void scale.tare();
    else if (canTake && !over) takeNow();
  };
  useShortcut(' ', 'take the weight, or tare for the next', act);
  useShortcut('Enter', '', act);
  useShortcut('t', 'tare', () => void scale.tare());
  useShortcut('z', 'take the last weight back', () => setTakingBack(true));
  const lastEntry = [...sheet.entries]
    .reverse()
    .find((e) => e.lineId !== null && !e.reversed && e.reversesId === null && e.stepId === step.id);

  return (
    <BenchFrame
      sheet={sheet}
      step={step}
      pending={pending}
      actions={
        <>
          <Secondary onClick={() => void scale.tare()} disabled={!scale.connected}>
            Tare
          </Secondary>
          <Secondary onClick={() => setTyping(!typing)} pressed={typing}>
            Type it
          </Secondary>
          <Secondary onClick={() => setAuto(!auto)} pressed={auto}>
            {auto ? 'Takes by itself' : 'Takes when told'}
          </Secondary>
          {lastEntry ? <Secondary onClick={() => setTakingBack(true)}>Take back</Secondary> : null}
          <SignPast sheet={sheet} step={step} />
        </>
      }
      primary={
        scale.taken && !isTyping ? (
          <Primary onClick={() => void scale.tare()}>Tare for {line.name}</Primary>
        ) : (
          <Primary onClick={takeNow} disabled={!canTake || over}>
            Take {units.mass(valueMg, divisionMg)}
          </Primary>
        )
      }
    >
      <JarRow lines={lines} chosenId={line.id} pouringMg={valueMg} onChoose={onChoose} />
      <Box
        sx={{
          display: 'grid',
          gridTemplateColumns: typing || !scale.connected ? '1fr 300px' : '1fr',
          gap: 3,
        }}
      >
        <Box>
          <Box sx={{ fontSize: 34, fontWeight: 700, [SHORT]: { fontSize: 22 } }}>
            {line.name}: <span>{units.mass(line.dueMg, divisionMg)}</span>
            {line.weighedMg > 0 ? (
              <span style={{ fontWeight: 400 }}>, {units.mass(line.weighedMg, divisionMg)} is in</span>
            ) : null}
          </Box>
          <Box sx={{ fontSize: 20 }}>
            {SCALE_NAME[line.scaleId]} · lot {line.lotCode}
            {line.gPerKgMeat === null
              ? ''
              : ` · ${units.number(line.gPerKgMeat, 2)} g/kg meat · ${units.number(line.gPerKgMeat / 10, 2)} %`}
            {line.weighings > 1 ? ` · in ${line.weighings} tubs` : ''}
            {line.tooCoarse ? ' · this scale is coarse for it' : ''}
          </Box>
          {line.cure ? (
            <Box sx={{ fontSize: 20, fontWeight: 700 }}>
              {units.number(line.cure.ppm, 1)} ppm nitrite on {line.cure.basis}, limit{' '}
              {units.number(line.cure.limitPpm, 1)} ({line.cure.book.toUpperCase()}); never above{' '}
              {units.mass(line.cure.maxMg)}
            </Box>
          ) : null}
          {line.note ? <Box sx={{ fontSize: 20 }}>{line.note}</Box> : null}
          <Box sx={{ display: 'flex', alignItems: 'center', gap: 5, flexWrap: 'wrap' }}>
            <BigNumber
              shown={
                isTyping
                  ? { value: typed.text, unit: unitMg === 1000 ? 'g' : 'kg' }
                  : scale.connected
                    ? showOnScale(units, netMg, line.scaleId)
                    : { value: '–', unit: '' }
              }
              label={`On the scale: ${units.mass(valueMg, divisionMg)}`}
              quiet={!isTyping && scale.reading?.stable !== true}
            />
            {over || line.weighedMg > line.highMg ? (
              <OverPourPanel
                sheet={sheet}
                line={line}
                pouringMg={over ? valueMg : 0}
                onTake={() => take(valueMg, isTyping ? undefined : scale.reading?.id)}
              />
            ) : (
              <Box
                role="status"
                sx={{
                  fontSize: 30,
                  maxWidth: 420,
                  lineHeight: 1.2,
                  [SHORT]: { fontSize: 18, maxWidth: 200 },
                }}
              >
                {hint({
                  scale,
                  over,
                  auto,
                  isTyping,
                  inBand: total >= line.lowMg && total <= line.highMg,
                  valueMg,
                })}
              </Box>
            )}
          </Box>
          <BandBar
            already={line.weighedMg}
            now={valueMg}
            low={line.lowMg}
            due={line.dueMg}
            high={line.highMg}
            material={line.material}
            words={{
              low: `from ${units.mass(line.lowMg, divisionMg)}`,
              high: `to ${units.mass(line.highMg, divisionMg)}`,
            }}
          />
        </Box>
        {typing || !scale.connected ? <Keypad onKey={typed.press} /> : null}
      </Box>
      {takingBack && lastEntry ? (
        <ReverseDialog batchId={sheet.id} entry={lastEntry} onClose={() => setTakingBack(false)} />
      ) : null}
    </BenchFrame>
  );
}

function hint(now: {
  scale: ReturnType<typeof useScale>;
  over: boolean;
  auto: boolean;
  isTyping: boolean;
  inBand: boolean;
  valueMg: number;
}) {
  if (now.isTyping) return 'Typed by hand.';
  if (!now.scale.connected) {
    return (
      <Box sx={{ display: 'flex', gap: 1, alignItems: 'center', fontWeight: 700 }}>
        <Triangle /> The scale is unplugged. Weights can be typed.
      </Box>
    );
  }
  if (now.scale.reading?.overload) {
    return (
      <Box sx={{ display: 'flex', gap: 1, alignItems: 'center', fontWeight: 700 }}>
        <Triangle /> Too heavy for this scale. Take some off.
      </Box>
    );
  }
  if (now.scale.taken) return 'Taken. Tare, or take it off.';
  if (now.over) return '';
  if (now.inBand)
    return now.auto ? `Right. Hold still ${STEADY_MS / 1000} s and it is taken.` : 'Right. Take it.';
  return now.valueMg > 0 ? 'Pour on.' : 'Put the tub on, tare, pour.';
}
