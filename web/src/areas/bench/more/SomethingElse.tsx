import { scaleAt } from '@zest/core';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { ROUTES } from '@zest/contract';
import { command } from '../../../data/command.js';
import { useUnits } from '../../../ui/units.js';
import { Keypad } from '../../../kit/keypad/Keypad.js';
import { BigNumber } from '../BigNumber.js';
import { showOnScale } from '../scales.js';
import { useTypedMass } from '../typed.js';
import { useScale } from '../use-scale.js';
import { scaleTrouble } from '../weigh/hint.js';
import { Choices } from './Choices.js';
import type { MoreProps } from './more-props.js';
import { Refused } from './Refused.js';
import { useBatchCommand } from './use-batch-command.js';
import { queries } from '../../../data/queries.js';

/** Something unwritten goes in, in two touches: what it is, and the weight as it stands on the scale. */
export function SomethingElse({ sheet, step, onClose }: MoreProps) {
  const units = useUnits();
  const sending = useBatchCommand(sheet.id, onClose);
  const { run, busy } = sending;
  const [ingredientId, setIngredientId] = useState<string>();
  const typed = useTypedMass('g');
  const bench = scaleAt(sheet.scales, 'bench');
  const scale = useScale('bench', bench.divisionMg, undefined, () => undefined);
  const lots = useQuery(queries.batchLots(sheet.id));
  const goods = [
    ...new Map(
      (lots.data ?? [])
        .filter((l) => l.kind === 'ingredient' && l.role !== 'cure')
        .map((l) => [l.ingredientId, l]),
    ).values(),
  ];
  const chosen = goods.find((g) => g.ingredientId === ingredientId);
  const typedMg = typed.massMg;
  const netMg = scale.connected ? Math.max(0, scale.reading?.netMg ?? 0) : 0;
  const massMg = typedMg ?? netMg;
  const isWeight = typedMg !== undefined || (scale.reading?.stable === true && !scale.offZero);
  const water = sheet.gauges.find((g) => g.substance === 'added water');
  const go = () =>
    run((signed) =>
      command(ROUTES.addExtra, {
        params: { id: sheet.id },
        body: {
          stepId: step.id,
          ingredientId: ingredientId ?? '',
          massMg,
          reason: 'added at the bench',
          signed,
          ...(typedMg === undefined && scale.reading ? { readingId: scale.reading.id } : {}),
        },
      }),
    );
  return (
    <>
      <Choices
        label="What goes in"
        choices={goods.map((g) => ({ key: g.ingredientId ?? '', name: g.name, about: g.role }))}
        chosen={ingredientId}
        onChoose={setIngredientId}
      />
      <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 300px', gap: 3, mt: 2 }}>
        <Box>
          <BigNumber
            shown={typed.text ? typed.shown : showOnScale(units, netMg, bench, 'g')}
            label={`On the scale: ${units.mass(massMg)}`}
          />
          {chosen?.role === 'liquid' && water?.roomMg !== null && water !== undefined ? (
            <Box sx={{ fontSize: 22 }}>
              {units.mass(water.roomMg)} more before {water.limit} % added water.
            </Box>
          ) : null}
          <Button
            variant="contained"
            disabled={!chosen || massMg <= 0 || busy || !isWeight}
            onClick={() => void go()}
            sx={{ minHeight: 88, fontSize: 28, px: 4, mt: 1 }}
          >
            Take {units.mass(massMg)} {chosen?.name ?? ''}
          </Button>
          <Box role="status" sx={{ fontSize: 22 }}>
            {scaleTrouble(scale)}
          </Box>
          <Refused command={sending} />
        </Box>
        <Keypad onKey={typed.press} />
      </Box>
    </>
  );
}
