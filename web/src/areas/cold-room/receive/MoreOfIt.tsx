import Box from '@mui/material/Box';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { ALLERGENS, HEAT_STATES, LOT_FORMS, MEAT_STATES } from '@zest/core';
import { WEIGHT_KNOWN_AT_RECEIPT } from '@zest/contract';
import { useParties } from '../../../data/use-parties.js';
import { NameField } from '../../../ui/NameField.js';
import { WEIGHT_WORDS } from '../lot-words.js';
import type { DeliveryRow } from './rows.js';

/** Fields that are shown when asked for, or when something is wrong with them. */
export const MORE_FIELDS = [
  'useBy',
  'slaughteredOn',
  'frozenOn',
  'tested',
  'state',
  'knownBy',
  'salt',
  'nitrite',
] as const;

interface MoreOfItProps {
  row: DeliveryRow;
  issues: Record<string, string>;
  onChange: (next: Partial<DeliveryRow>) => void;
}

const DAYS = ['useBy', 'slaughteredOn', 'frozenOn'] as const;
type DayField = (typeof DAYS)[number];

function isDay(name: string): name is DayField {
  return DAYS.some((day) => day === name);
}

/** What not every delivery needs: date, state, owner, and what was done to it before it came. */
export function MoreOfIt({ row, issues, onChange }: MoreOfItProps) {
  const { customers } = useParties();
  const text = (
    name: 'supplierLot' | 'tested' | 'salt' | 'nitrite' | DayField,
    label: string,
    width: number,
  ) => (
    <TextField
      label={label}
      value={row[name]}
      onChange={(e) => onChange({ [name]: e.target.value })}
      error={issues[name] !== undefined}
      helperText={issues[name]}
      {...(isDay(name) ? { type: 'date', slotProps: { inputLabel: { shrink: true } } } : {})}
      sx={{ width }}
    />
  );
  const choice = (
    name: 'state' | 'form' | 'heat' | 'weighed',
    label: string,
    options: readonly (readonly [string, string])[],
    width: number,
  ) => (
    <TextField
      select
      label={label}
      value={row[name]}
      onChange={(e) => onChange({ [name]: e.target.value })}
      error={issues[name] !== undefined}
      helperText={issues[name]}
      sx={{ width }}
    >
      {options.map(([value, words]) => (
        <MenuItem key={value} value={value}>
          {words}
        </MenuItem>
      ))}
    </TextField>
  );
  const itself = (values: readonly string[]) => values.map((v) => [v, v] as const);
  return (
    <Box sx={{ display: 'flex', gap: 1, mt: 1, flexWrap: 'wrap' }}>
      {text('useBy', 'Use by', 170)}
      {choice('state', 'State', itself(MEAT_STATES), 116)}
      {choice('form', 'Comes', itself(LOT_FORMS), 116)}
      {choice(
        'weighed',
        'Its weight is',
        WEIGHT_KNOWN_AT_RECEIPT.map((k) => [k, WEIGHT_WORDS[k]] as const),
        236,
      )}
      {text('slaughteredOn', 'Slaughtered on', 170)}
      {text('frozenOn', 'Frozen on', 170)}
      {text('tested', 'Carcass tested: stamp or report', 270)}
      {text('supplierLot', 'Supplier’s lot', 140)}
      <NameField
        label="Belongs to a customer"
        value={row.owner}
        known={customers}
        onName={(owner) => onChange({ owner })}
        fault={issues['owner']}
        width={220}
      />
      {choice('heat', 'Bought', itself(HEAT_STATES), 140)}
      {text('salt', 'Salt, g/kg', 120)}
      {text('nitrite', 'Nitrite, mg/kg', 140)}
      <TextField
        select
        label="Allergens it brings"
        value={[...row.allergens]}
        onChange={(e) => onChange({ allergens: ALLERGENS.filter((one) => e.target.value.includes(one)) })}
        slotProps={{ select: { multiple: true } }}
        sx={{ width: 190 }}
      >
        {ALLERGENS.map((allergen) => (
          <MenuItem key={allergen} value={allergen}>
            {allergen}
          </MenuItem>
        ))}
      </TextField>
    </Box>
  );
}
