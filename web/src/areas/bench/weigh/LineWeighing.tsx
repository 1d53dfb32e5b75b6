import Box from '@mui/material/Box';
import { useQueryClient } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import { v7 as uuid } from 'uuid';
import { poured, scaleAt, type ScaleId, type ShopScale } from '@zest/core';
import { ROUTES, type BatchView, type LineView, type StepView } from '@zest/contract';
import { catchUp } from '../../../data/batch-facts.js';
import { command } from '../../../data/command.js';
import { deviceTime } from '../../../data/device-time.js';
import { useShortcut } from '../../../ui/shortcuts.js';
import { SHORT } from '../../../ui/theme.js';
import { useUnits } from '../../../ui/units.js';
import { ReverseDialog } from '../../batches/index.js';
import { Keypad } from '../../../kit/keypad/Keypad.js';
import { BandBar } from '../BandBar.js';
import { Primary, Secondary } from '../BenchButtons.js';
import { BenchFrame } from '../BenchFrame.js';
import { BigNumber } from '../BigNumber.js';
import { SignPast } from '../CloseStepButton.js';
import { isDone } from '../is-done.js';
import { JarRow } from '../JarRow.js';
import { MorePanel } from '../more/MorePanel.js';
import { OverPourPanel } from '../OverPourPanel.js';
import type { Pending } from '../pending.js';
import { usePracticeNeed } from '../practice/need.js';
import { lineWords, showOnScale, unitOfLine } from '../scales.js';
import { useTypedMass } from '../typed.js';
import { useScale } from '../use-scale.js';
import { hint } from './hint.js';
import { LineHead } from './LineHead.js';
import { nextPour } from './load-band.js';
import { speak } from './speak.js';
import { useHandLag } from './use-hand-lag.js';

/** The scale that holds the next more, for a jug or a tub that is too heavy for this one. */
function biggerThan(scales: readonly ShopScale[], { capacityMg }: ShopScale) {
  const [next] = scales.filter((s) => s.capacityMg > capacityMg).sort((a, b) => a.capacityMg - b.capacityMg);
  return next;
}

interface LineWeighingProps {
  sheet: BatchView;
  step: StepView;
  pending: Pending;
  lines: readonly LineView[];
  line: LineView;
  onChoose: (id: string | undefined) => void;
}

/** One line on the scale: the live weight against its band, taken by itself or by the pedal. */
export function LineWeighing({ sheet, step, pending, lines, line: written, onChoose }: LineWeighingProps) {
  const units = useUnits();
  const client = useQueryClient();
  const [auto, setAuto] = useState(true);
  const [typing, setTyping] = useState(false);
  const [takingBack, setTakingBack] = useState(false);
  const [byLoad, setByLoad] = useState(true);
  const [jugMg, setJugMg] = useState<number>();
  const last = useRef<{ entryId: string; lineId: string } | undefined>(undefined);
  const [other, setOther] = useState<{ lineId: string; scaleId: ScaleId }>();
  const scaleId = other?.lineId === written.id ? other.scaleId : written.scaleId;
  const on = scaleAt(sheet.scales, scaleId);
  const { divisionMg } = on;
  const line = { ...written, scaleId, divisionMg };
  const bigger = written.role === 'cure' ? undefined : biggerThan(sheet.scales, on);
  const unit = unitOfLine(units, line);
  const mass = lineWords(units, line);
  const typed = useTypedMass(unit);
  const typedMg = typed.massMg;
  const pour = nextPour(sheet, line, byLoad);
  const band = { lowMg: pour.lowMg, highMg: pour.highMg };
  const isTyping = typed.text !== '';
  const scale = useScale(
    scaleId,
    divisionMg,
    auto && !isTyping && jugMg === undefined && !isDone(line) ? band : undefined,
    (event) => {
      if (event.kind === 'take') {
        lag.taken(event.massMg);
        void take(event.massMg, event.readingId);
      } else void reopen();
    },
    auto && lines.some((l) => l.id !== line.id && l.scaleId === scaleId && !isDone(l)),
  );
  const netMg = scale.connected ? (scale.reading?.netMg ?? 0) : 0;
  const onScaleMg = jugMg === undefined ? netMg : poured(jugMg, netMg);
  const valueMg = typedMg ?? (scale.taken ? 0 : Math.max(0, onScaleMg));
  const lag = useHandLag({
    material: line.material,
    dueMg: pour.dueMg,
    lowMg: pour.lowMg,
    valueMg,
    stable: scale.reading?.stable === true,
  });
  const over = valueMg > band.highMg && !scale.taken;
  const still = isTyping || scale.reading?.stable === true;
  const canTake = valueMg > 0 && still && (isTyping || jugMg !== undefined || !scale.offZero);

  const take = async (massMg: number, readingId?: string) => {
    const id = uuid();
    last.current = { entryId: id, lineId: line.id };
    if (readingId) scale.markTaken(massMg);
    typed.clear();
    setTyping(false);
    setJugMg(undefined);
    await pending.record({
      kind: 'weighing',
      label: `${line.name} ${mass(massMg)}`,
      body: {
        id,
        lineId: line.id,
        massMg,
        ...(pour.load > 0 ? { load: pour.load } : {}),
        deviceTime: deviceTime(),
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
    await command(ROUTES.reverseEntry, {
      params: { id: sheet.id },
      body: { transferId: entry.entryId, reason: 'The weight moved after it was taken.' },
    }).catch(() => undefined);
    await catchUp(client, sheet.id).catch(() => undefined);
  };
  usePracticeNeed(
    `${line.id} ${line.weighedMg}`,
    isDone(line) || pour.dueMg <= 0
      ? undefined
      : { kind: 'pour', scaleId: line.scaleId, dueMg: pour.dueMg, divisionMg },
  );
  const takeNow = () => void take(valueMg, isTyping || jugMg !== undefined ? undefined : scale.reading?.id);
  const say = () => speak(`${line.name}, ${mass(pour.dueMg)}`);
  const act = () => {
    if (scale.taken && !isTyping) void scale.tare();
    else if (canTake && !over) takeNow();
  };
  useShortcut(' ', 'take the weight, or tare for the next', act);
  useShortcut('Enter', '', act);
  useShortcut('t', 'tare', () => void scale.tare());
  useShortcut('s', 'say the next weight aloud', say);
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
          {line.perLoadMg.length > 1 ? (
            <Secondary onClick={() => setByLoad(!byLoad)} pressed={byLoad}>
              {byLoad ? 'Load by load' : 'All at once'}
            </Secondary>
          ) : null}
          {line.role === 'liquid' ? (
            <Secondary
              onClick={() => setJugMg(jugMg === undefined ? netMg : undefined)}
              pressed={jugMg !== undefined}
              disabled={!scale.connected}
            >
              {jugMg === undefined ? 'Jug before' : `Jug was ${mass(jugMg)}`}
            </Secondary>
          ) : null}
          {bigger ? (
            <Secondary onClick={() => setOther({ lineId: line.id, scaleId: bigger.id })}>
              Use {bigger.name.toLowerCase()}
            </Secondary>
          ) : null}
          <Secondary onClick={say}>Say it</Secondary>
          {lastEntry ? <Secondary onClick={() => setTakingBack(true)}>Take back</Secondary> : null}
          <MorePanel sheet={sheet} step={step} pending={pending} line={line} />
          <SignPast sheet={sheet} step={step} />
        </>
      }
      primary={
        scale.taken && !isTyping ? (
          <Primary onClick={() => void scale.tare()}>Tare for {line.name}</Primary>
        ) : (
          <Primary onClick={takeNow} disabled={!canTake || over}>
            Take {mass(valueMg)}
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
          <LineHead
            sheet={sheet}
            line={line}
            pour={pour}
            n={lines.findIndex((l) => l.id === line.id) + 1}
            m={lines.length}
          />
          <Box sx={{ display: 'flex', alignItems: 'center', gap: 5, flexWrap: 'wrap' }}>
            <BigNumber
              shown={
                isTyping
                  ? typed.shown
                  : scale.connected
                    ? showOnScale(units, onScaleMg, on, unit)
                    : { value: '–', unit: '' }
              }
              label={`On the scale: ${mass(valueMg)}`}
              quiet={!isTyping && scale.reading?.stable !== true}
            />
            {(over && still) || line.weighedMg > line.highMg ? (
              <OverPourPanel
                sheet={sheet}
                line={line}
                pouringMg={over ? valueMg : 0}
                overMg={over ? valueMg - pour.dueMg : line.weighedMg - line.dueMg}
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
                  overMg: over ? valueMg - band.highMg : 0,
                  mass,
                  auto,
                  isTyping,
                  runsOn: lag.stopAtMg !== undefined && valueMg >= lag.stopAtMg && valueMg < band.lowMg,
                  inBand: valueMg >= band.lowMg && valueMg <= band.highMg,
                  valueMg,
                })}
              </Box>
            )}
          </Box>
          <BandBar
            already={line.weighedMg}
            now={valueMg}
            low={line.weighedMg + pour.lowMg}
            due={line.weighedMg + pour.dueMg}
            high={line.weighedMg + pour.highMg}
            stopAt={lag.stopAtMg === undefined ? undefined : line.weighedMg + lag.stopAtMg}
            material={line.material}
            words={{
              low: `from ${mass(line.weighedMg + pour.lowMg)}`,
              high: `to ${mass(line.weighedMg + pour.highMg)}`,
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
