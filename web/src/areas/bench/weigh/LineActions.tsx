import { type BatchView, type StepView } from '@zest/contract';
import type { ShopScale } from '@zest/core';
import { Secondary } from '../BenchButtons.js';
import { SignPast } from '../CloseStepButton.js';
import { MorePanel } from '../more/MorePanel.js';
import type { Pending } from '../pending.js';
import type { Weighing } from './use-weighing.js';

interface LineActionsProps {
  sheet: BatchView;
  step: StepView;
  pending: Pending;
  weighing: Weighing;
  onSay: () => void;
  /** There is a weight that can be taken back. */
  canTakeBack: boolean;
}

/** What can be done at the scale besides taking what is on it. */
export function LineActions({ sheet, step, pending, weighing, onSay, canTakeBack }: LineActionsProps) {
  const { line, on, scale, station, tell, mass } = weighing;
  const { source, takesItself, byLoad } = station;
  const bigger = line.role === 'cure' ? undefined : biggerThan(sheet.scales, on);
  return (
    <>
      <Secondary onClick={() => void scale.tare()} disabled={!scale.connected}>
        Tare
      </Secondary>
      <Secondary onClick={() => tell({ is: 'keys pressed' })} pressed={source.by === 'keys'}>
        Type it
      </Secondary>
      <Secondary onClick={() => tell({ is: 'taking pressed' })} pressed={takesItself}>
        {takesItself ? 'Takes by itself' : 'Takes when told'}
      </Secondary>
      {line.perLoadMg.length > 1 ? (
        <Secondary onClick={() => tell({ is: 'loads pressed' })} pressed={byLoad}>
          {byLoad ? 'Load by load' : 'All at once'}
        </Secondary>
      ) : null}
      {line.role === 'liquid' ? (
        <Secondary
          onClick={() => tell({ is: 'jug pressed', onPanMg: scale.reading?.netMg ?? 0 })}
          pressed={source.by === 'jug'}
          disabled={!scale.connected}
        >
          {source.by === 'jug' ? `Jug was ${mass(source.jugMg)}` : 'Jug before'}
        </Secondary>
      ) : null}
      {bigger ? (
        <Secondary onClick={() => tell({ is: 'scale chosen', lineId: line.id, scaleId: bigger.id })}>
          Use {bigger.name.toLowerCase()}
        </Secondary>
      ) : null}
      <Secondary onClick={onSay}>Say it</Secondary>
      {canTakeBack ? <Secondary onClick={() => tell({ is: 'take-back asked' })}>Take back</Secondary> : null}
      <MorePanel sheet={sheet} step={step} pending={pending} line={line} />
      <SignPast sheet={sheet} step={step} />
    </>
  );
}

/** The scale that holds the next more, for a jug or a tub that is too heavy for this one. */
function biggerThan(scales: readonly ShopScale[], { capacityMg }: ShopScale) {
  const [next] = scales.filter((s) => s.capacityMg > capacityMg).sort((a, b) => a.capacityMg - b.capacityMg);
  return next;
}
