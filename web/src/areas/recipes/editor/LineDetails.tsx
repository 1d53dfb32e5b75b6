import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import {
  holdsMass,
  stepTitle,
  basisShift,
  doseFraction,
  onBasis,
  writeDose,
  type DoseReading,
  type Ingredient,
} from '@zest/core';
import { COLOUR, NUMERALS } from '../../../ui/theme.js';
import { useUnits } from '../../../ui/units.js';
import type { EditorDocument } from '../new-document.js';
import type { EditorLine } from './line-edits.js';

interface LineDetailsProps {
  line: EditorLine;
  document: EditorDocument;
  ingredient: Ingredient | undefined;
  perMeat: number | undefined;
  /** The dose as it reads now; a doubt may carry its range. */
  reading: DoseReading | undefined;
  onEdit: (edit: (line: EditorLine) => EditorLine, topic?: string) => void;
  onSubstitute: () => void;
  onChoose: () => void;
  onRemove: () => void;
}

/** What else can be said of a line: where it goes in, its basis, its limits, a note, a substitute. */
export function LineDetails(props: LineDetailsProps) {
  const { line, document, ingredient, perMeat, reading, onEdit, onSubstitute, onChoose, onRemove } = props;
  const units = useUnits();
  const holding = document.steps.filter(holdsMass);
  const limits = ingredient?.dose;
  return (
    <Box
      sx={{
        bgcolor: COLOUR.sheet,
        pl: 6,
        pr: 1,
        pb: 1.5,
        display: 'flex',
        flexDirection: 'column',
        gap: 1.25,
      }}
    >
      {reading?.kind === 'doubt' && reading.rangeGPerKg ? (
        <Box sx={{ display: 'flex', gap: 1, alignItems: 'center', flexWrap: 'wrap' }}>
          Settle it:
          {reading.rangeGPerKg.map((g, i) => (
            <Button
              key={g}
              variant="outlined"
              onClick={() =>
                onEdit(({ doubt: _doubt, ...rest }) => ({
                  ...rest,
                  dose: { gPerKgMeat: Number(g.toPrecision(6)) },
                }))
              }
            >
              {i === 0 ? 'the least' : 'the most'}, {units.number(g, 2)} g/kg
            </Button>
          ))}
          or weigh it once and type the grams.
        </Box>
      ) : null}
      <Box sx={{ display: 'flex', gap: 1.5, flexWrap: 'wrap', alignItems: 'center' }}>
        <TextField
          select
          label="Goes in at"
          value={holding.some((s) => s.key === line.entersAt) ? line.entersAt : ''}
          onChange={(e) => onEdit((l) => ({ ...l, entersAt: e.target.value }))}
          sx={{ width: 190 }}
        >
          {holding.map((step) => (
            <MenuItem key={step.key} value={step.key}>
              {stepTitle(step)}
            </MenuItem>
          ))}
        </TextField>
        <TextField
          label="Tolerance, %"
          value={line.tolerancePct ?? ''}
          onChange={(e) => {
            const value = Number(e.target.value.replace(',', '.'));
            onEdit(
              ({ tolerancePct: _old, ...l }) => (value > 0 ? { ...l, tolerancePct: value } : l),
              `tolerance ${line.key}`,
            );
          }}
          sx={{ width: 140 }}
        />
        <FormControlLabel
          control={
            <Checkbox checked={line.required} onChange={(_, on) => onEdit((l) => ({ ...l, required: on }))} />
          }
          label="Must be weighed"
        />
        {document.hotness.length > 0 ? (
          <FormControlLabel
            control={
              <Checkbox
                checked={line.hot ?? false}
                onChange={(_, on) => onEdit(({ hot: _old, ...l }) => (on ? { ...l, hot: true } : l))}
              />
            }
            label="Follows the heat"
          />
        ) : null}
        {line.ingredientId && line.dose ? (
          // Another ingredient or form is seldom gram for gram: its factor is asked.
          <Button onClick={onSubstitute}>Another ingredient</Button>
        ) : (
          <Button onClick={onChoose}>
            {line.ingredientId ? 'Another ingredient' : 'Choose the ingredient'}
          </Button>
        )}
        <Button onClick={onRemove}>Take the line out</Button>
      </Box>
      <TextField
        label="Note, comes up at the scale"
        value={line.note ?? ''}
        onChange={(e) =>
          onEdit(
            ({ note: _old, ...l }) => (e.target.value ? { ...l, note: e.target.value } : l),
            `note ${line.key}`,
          )
        }
        slotProps={{ htmlInput: { maxLength: 300 } }}
      />
      {line.dose && perMeat !== undefined && !('packet' in line.dose) ? (
        <BasisLine dose={line.dose} perMeat={perMeat} onEdit={onEdit} />
      ) : null}
      <Box sx={{ ...NUMERALS, fontSize: 16 }}>
        {limits
          ? `Usual ${limits.minGPerKg}–${limits.maxGPerKg} g/kg (${limits.source})`
          : 'No usual dose is written down; the spice shelf takes one.'}
        {ingredient?.density ? ` · ${ingredient.density.gPerMl} g/mL (${ingredient.density.source})` : ''}
        {ingredient && ingredient.allergens.length > 0
          ? ` · allergens: ${ingredient.allergens.join(', ')}`
          : ''}
      </Box>
    </Box>
  );
}

function BasisLine({
  dose,
  perMeat,
  onEdit,
}: {
  dose: NonNullable<EditorLine['dose']>;
  perMeat: number;
  onEdit: LineDetailsProps['onEdit'];
}) {
  const units = useUnits();
  const { basis } = doseFraction(dose);
  const other = basis === 'meat' ? 'mix' : 'meat';
  const shift = basisShift(dose, perMeat);
  const same = onBasis(dose, other, perMeat);
  return (
    <Box sx={{ display: 'flex', gap: 1, alignItems: 'center', flexWrap: 'wrap', fontSize: 15 }}>
      Dosed on the {basis}. The same number on the {other} would be {units.number(shift.afterGPerKg, 2)} g/kg
      of meat ({shift.changePct > 0 ? '+' : '−'}
      {units.number(Math.abs(shift.changePct), 1)} %).
      <Button size="small" onClick={() => onEdit(({ asWritten: _typed, ...l }) => ({ ...l, dose: same }))}>
        Write it as {writeDose(roundDose(same))}, same grams
      </Button>
    </Box>
  );
}

function roundDose(dose: NonNullable<EditorLine['dose']>): NonNullable<EditorLine['dose']> {
  const entries = Object.entries(dose).map(([key, value]) => [
    key,
    typeof value === 'number' ? Number(value.toPrecision(4)) : value,
  ]);
  return Object.fromEntries(entries) as NonNullable<EditorLine['dose']>;
}
