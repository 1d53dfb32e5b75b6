import Box from '@mui/material/Box';
import type { BatchView } from '@zest/contract';
import { SHORT } from '../../../ui/theme.js';
import { useUnits } from '../../../ui/units.js';
import { BandBar } from '../BandBar.js';
import { BigNumber } from '../BigNumber.js';
import { OverPourPanel } from '../OverPourPanel.js';
import { showOnScale } from '../scales.js';
import { hint } from './hint.js';
import type { Weighing } from './use-weighing.js';

/** The live weight against its band, with what the hand should do next or what was poured too much. */
export function LiveWeight({ sheet, weighing }: { sheet: BatchView; weighing: Weighing }) {
  const units = useUnits();
  const { line, on, scale, unit, mass, typed, pour, station, weight, stopAtMg, take } = weighing;
  const { phase, valueMg, onScaleMg, still } = weight;
  const isTyped = typed.massMg !== undefined;
  const isOver = phase === 'over';
  const isLive = scale.connected && !isTyped;
  return (
    <>
      <Box sx={{ display: 'flex', alignItems: 'center', gap: 5, flexWrap: 'wrap' }}>
        <BigNumber
          shown={
            typed.text !== ''
              ? typed.shown
              : isLive
                ? showOnScale(units, onScaleMg, on, unit)
                : { value: '–', unit: '' }
          }
          label={`On the scale: ${mass(valueMg)}`}
          quiet={!still}
        />
        {(isOver && still) || line.weighedMg > line.highMg ? (
          <OverPourPanel
            sheet={sheet}
            line={line}
            pouringMg={isOver ? valueMg : 0}
            overMg={isOver ? valueMg - pour.dueMg : line.weighedMg - line.dueMg}
            onTake={take}
          />
        ) : (
          <Box
            role="status"
            sx={{ fontSize: 30, maxWidth: 420, lineHeight: 1.2, [SHORT]: { fontSize: 18, maxWidth: 200 } }}
          >
            {hint({
              scale,
              overMg: isOver ? valueMg - pour.highMg : 0,
              mass,
              auto: station.takesItself,
              isTyping: isTyped,
              runsOn: stopAtMg !== undefined && valueMg >= stopAtMg && valueMg < pour.lowMg,
              inBand: valueMg >= pour.lowMg && valueMg <= pour.highMg,
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
        stopAt={stopAtMg === undefined ? undefined : line.weighedMg + stopAtMg}
        material={line.material}
        words={{
          low: `from ${mass(line.weighedMg + pour.lowMg)}`,
          high: `to ${mass(line.weighedMg + pour.highMg)}`,
        }}
      />
    </>
  );
}
