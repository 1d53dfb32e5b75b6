import { useQueryClient } from '@tanstack/react-query';
import { useReducer, type Dispatch } from 'react';
import { v7 as uuid } from 'uuid';
import { scaleAt, type AutoTakeEvent, type ShopScale } from '@zest/core';
import { ROUTES, type BatchView, type LineView } from '@zest/contract';
import { catchUp } from '../../../data/batch-facts.js';
import { command } from '../../../data/command.js';
import { deviceTime } from '../../../data/device-time.js';
import { useUnits } from '../../../ui/units.js';
import { isDone } from '../is-done.js';
import type { Pending } from '../pending.js';
import { usePracticeNeed } from '../practice/need.js';
import { lineWords, unitOfLine, type ScaleUnit } from '../scales.js';
import { useTypedMass, type TypedMass } from '../typed.js';
import { useScale, type LiveScale } from '../use-scale.js';
import { nextPour, type Pour } from './load-band.js';
import {
  FRESH,
  stationAfter,
  weightNow,
  type Station,
  type StationEvent,
  type WeightNow,
} from './machine.js';
import { useHandLag } from './use-hand-lag.js';

export interface WeighingProps {
  sheet: BatchView;
  pending: Pending;
  lines: readonly LineView[];
  line: LineView;
  onChoose: (id: string | undefined) => void;
}

/** A line on the scale, with everything that its screen shows and can do. */
export interface Weighing {
  /** On the scale that it is weighed on now. */
  line: LineView;
  on: ShopScale;
  scale: LiveScale;
  unit: ScaleUnit;
  mass: (massMg: number) => string;
  typed: TypedMass;
  pour: Pour;
  station: Station;
  tell: Dispatch<StationEvent>;
  weight: WeightNow;
  /** Where this hand stops pouring, mg. */
  stopAtMg: number | undefined;
  /** Takes what there is now, whatever it is; the id of its entry. */
  take: () => Promise<string>;
}

/** The state of a weigh-up: the station, the scale and the keys together, and what is taken from them. */
export function useWeighing({ sheet, pending, lines, line: written, onChoose }: WeighingProps): Weighing {
  const units = useUnits();
  const client = useQueryClient();
  const [station, tell] = useReducer(stationAfter, FRESH);
  const { elsewhere, source, takesItself } = station;
  const scaleId = elsewhere?.lineId === written.id ? elsewhere.scaleId : written.scaleId;
  const on = scaleAt(sheet.scales, scaleId);
  const { divisionMg } = on;
  const line = { ...written, scaleId, divisionMg };
  const unit = unitOfLine(units, line);
  const mass = lineWords(units, line);
  const typed = useTypedMass(unit);
  const pour = nextPour(sheet, line, station.byLoad);
  const watched = takesItself && typed.massMg === undefined && source.by !== 'jug' && !isDone(line);
  const onEvent = (event: AutoTakeEvent) => {
    if (event.kind === 'take') {
      lag.taken(event.massMg);
      void record(event.massMg, event.readingId);
    } else void reopen();
  };
  const taresOn = takesItself && lines.some((l) => l.id !== line.id && l.scaleId === scaleId && !isDone(l));
  const scale = useScale(scaleId, divisionMg, watched ? pour : undefined, onEvent, taresOn);
  const { reading, connected, taken, offZero } = scale;
  const pan = {
    netMg: connected ? (reading?.netMg ?? 0) : 0,
    stable: reading?.stable === true,
    taken,
    offZero,
  };
  const weight = weightNow(station, pan, typed.massMg, pour);
  const { valueMg } = weight;
  const lag = useHandLag({ material: line.material, ...pour, valueMg, stable: pan.stable });

  const record = async (massMg: number, readingId?: string) => {
    const id = uuid();
    tell({ is: 'taken', entryId: id, lineId: line.id });
    if (readingId) scale.markTaken(massMg);
    typed.clear();
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
    const { last } = station;
    if (!last) return;
    tell({ is: 'reopened' });
    onChoose(last.lineId);
    await command(ROUTES.reverseEntry, {
      params: { id: sheet.id },
      body: { transferId: last.entryId, reason: 'The weight moved after it was taken.' },
    }).catch(() => undefined);
    await catchUp(client, sheet.id).catch(() => undefined);
  };
  usePracticeNeed(
    `${line.id} ${line.weighedMg}`,
    isDone(line) || pour.dueMg <= 0
      ? undefined
      : { kind: 'pour', scaleId: line.scaleId, dueMg: pour.dueMg, divisionMg },
  );
  const isShown = typed.massMg === undefined && source.by !== 'jug';
  const take = () => record(valueMg, isShown ? reading?.id : undefined);
  return { line, on, scale, unit, mass, typed, pour, station, tell, weight, stopAtMg: lag.stopAtMg, take };
}
