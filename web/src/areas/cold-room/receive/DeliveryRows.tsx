import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { FAT_KNOWN_BY, isWarmer } from '@zest/core';
import type { Trim } from '@zest/contract';
import { COLOUR } from '../../../ui/theme.js';
import { useScaleReading } from '../../../data/live.js';
import { readTemperature } from '../../../ui/read-fields.js';
import { usePerson } from '../../../data/session.js';
import { Triangle } from '../../../ui/Trouble.js';
import { useUnits } from '../../../ui/units.js';
import { Looks } from './Looks.js';
import { MORE_FIELDS, MoreOfIt } from './MoreOfIt.js';
import type { DeliveryRow } from './rows.js';

interface DeliveryRowsProps {
  rows: readonly DeliveryRow[];
  trims: readonly Trim[];
  issuesOf: (row: DeliveryRow) => Record<string, string>;
  onChange: (id: string, next: Partial<DeliveryRow>) => void;
  onDrop: (id: string) => void;
}

/** The lots of a delivery, one under the other; each shows its limit and what is wrong with it. */
export function DeliveryRows(props: DeliveryRowsProps) {
  return (
    <Box component="ol" aria-label="Lots of this delivery" sx={{ listStyle: 'none', p: 0, m: 0 }}>
      {props.rows.map((row, i) => (
        <Row key={row.id} {...props} row={row} n={i + 1} />
      ))}
    </Box>
  );
}

/** What a lot cannot be taken in without. */
const NEEDED: ReadonlySet<string> = new Set(['price']);

function Row({
  row,
  n,
  trims,
  issuesOf,
  onChange,
  onDrop,
}: DeliveryRowsProps & { row: DeliveryRow; n: number }) {
  const units = useUnits();
  const way = usePerson();
  const [more, setMore] = useState(false);
  const issues = issuesOf(row);
  const set = (name: keyof DeliveryRow) => (e: { target: { value: string } }) =>
    onChange(row.id, { [name]: e.target.value });
  const trim = trims.find((t) => t.id === row.trimId);
  const limit = row.state === 'frozen' ? -18 : row.form === 'whole' ? trim?.maxC : trim?.groundMaxC;
  const temp = row.temp.trim() === '' ? undefined : readTemperature(row.temp, way).tempC;
  const tooWarm = limit !== undefined && temp !== undefined && isWarmer(temp, limit);
  const field = (name: keyof DeliveryRow & string, label: string, width: number, path: string = name) => (
    <TextField
      label={label}
      required={NEEDED.has(name)}
      value={row[name]}
      onChange={set(name)}
      error={issues[path] !== undefined}
      helperText={row.note === undefined ? issues[path] : ''}
      sx={{ width }}
    />
  );
  return (
    <Box component="li" aria-label={`Lot ${n}`} sx={{ py: 1, borderBottom: `1px solid ${COLOUR.edge}` }}>
      {row.note ? (
        <Box sx={{ fontSize: 15, mb: 0.8, display: 'flex', gap: 1, alignItems: 'center' }}>
          <Triangle size={18} />
          <span>
            The note had {row.note}. <b>{Object.values(row.issues).join(' ')}</b>
          </span>
        </Box>
      ) : null}
      <Box sx={{ display: 'flex', gap: 1, alignItems: 'flex-start', flexWrap: 'wrap' }}>
        <TextField
          select
          required
          label="Trim"
          value={row.trimId}
          onChange={set('trimId')}
          error={issues['trim'] !== undefined}
          helperText={issues['trim'] ? 'Choose the trim.' : ''}
          sx={{ width: 236 }}
        >
          {trims.map((t) => (
            <MenuItem key={t.id} value={t.id}>
              {t.name}
            </MenuItem>
          ))}
        </TextField>
        <TextField
          label="Weight"
          value={row.weight}
          onChange={(e) => onChange(row.id, { weight: e.target.value, readingId: undefined })}
          error={issues['weight'] !== undefined}
          helperText={row.note === undefined ? issues['weight'] : ''}
          sx={{ width: 112 }}
        />
        {field('boxes', 'or 4 × 10 kg', 136, 'boxWeight')}
        {field('price', 'Price per kg', 110)}
        <TextField
          required
          label={`Came at, limit ${limit === undefined ? '–' : units.temperature(limit)}`}
          value={row.temp}
          onChange={set('temp')}
          error={issues['temp'] !== undefined}
          helperText={issues['temp'] ?? (tooWarm ? 'Too warm: goes on hold.' : '')}
          sx={{ width: 156 }}
        />
        {field('fat', 'Fat %', 90)}
        <TextField select label="Known by" value={row.knownBy} onChange={set('knownBy')} sx={{ width: 132 }}>
          {FAT_KNOWN_BY.map((k) => (
            <MenuItem key={k} value={k}>
              {k}
            </MenuItem>
          ))}
        </TextField>
      </Box>
      {more || MORE_FIELDS.some((name) => issues[name]) ? (
        <MoreOfIt row={row} issues={issues} onChange={(next) => onChange(row.id, next)} />
      ) : null}
      <Box sx={{ display: 'flex', alignItems: 'center' }}>
        <Looks row={row} issue={issues['looks']} onChange={(looks) => onChange(row.id, { looks })} />
        <Box sx={{ ml: 'auto', whiteSpace: 'nowrap' }}>
          <FromScale onTake={(weight, readingId) => onChange(row.id, { weight, readingId })} />
          <Button size="small" onClick={() => setMore(!more)} aria-expanded={more}>
            {more ? 'Less' : 'More'}
          </Button>
          <Button size="small" onClick={() => onDrop(row.id)}>
            Drop
          </Button>
        </Box>
      </Box>
    </Box>
  );
}

/** What stands steady on the floor scale now, one touch from the row. */
function FromScale({ onTake }: { onTake: (weight: string, readingId: string) => void }) {
  const reading = useScaleReading('floor');
  if (!reading?.connected || !reading.stable || reading.netMg <= 0) return null;
  const weight = `${reading.netMg / 1e6} kg`;
  return (
    <Button size="small" onClick={() => onTake(weight, reading.id)}>
      Take {weight} from the scale
    </Button>
  );
}
