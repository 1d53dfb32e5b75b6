import Box from '@mui/material/Box';
import { useState } from 'react';
import { markEntry } from '../entries.js';
import { Choices } from './Choices.js';
import type { MoreProps } from './more-props.js';

const REASONS = ['Made tomorrow', 'Machine stopped', 'Not enough of it', 'Went to another product'];

/** A load that is not mixed here and now, with its reason. */
export function SkipLoad({ step, pending, onClose }: MoreProps) {
  const [load, setLoad] = useState<string>();
  const loads = Array.from({ length: step.loads }, (_, i) => String(i + 1));
  return (
    <>
      <Choices
        label="Load"
        choices={loads.map((key) => ({ key, name: `Load ${key}` }))}
        chosen={load}
        onChoose={setLoad}
      />
      {load === undefined ? null : (
        <>
          <Box sx={{ fontSize: 24, my: 2 }}>Why?</Box>
          <Choices
            label="Why"
            choices={REASONS.map((key) => ({ key, name: key }))}
            onChoose={(why) => {
              onClose();
              void pending.record(
                markEntry(
                  step.id,
                  { kind: 'load-skipped', load: Number(load), why },
                  `Load ${load} put aside`,
                ),
              );
            }}
          />
        </>
      )}
    </>
  );
}
