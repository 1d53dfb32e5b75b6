import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { MACHINE_KINDS, machineKind, machinesOf, type Machine, type MachineKind } from '@zest/core';
import { usePerson } from '../../data/session.js';
import { MassField } from '../../ui/fields.js';
import { readNumberField } from '../../ui/read-fields.js';
import { useUnits } from '../../ui/units.js';

const KINDS = Object.keys(MACHINE_KINDS) as MachineKind[];

interface MachinesPartProps {
  machines: readonly Machine[];
  canChange: boolean;
  fault: (path: string) => string | undefined;
  onSet: (machines: Machine[]) => void;
}

/** Every machine of the shop on a line of its own: what it is called, what it holds, its plates or horns. */
export function MachinesPart({ machines, canChange, fault, onSet }: MachinesPartProps) {
  // A line keeps what is being typed in it when one above is taken out.
  const [keys, setKeys] = useState(() => machines.map((_, i) => i));
  const change = (at: number, more: Partial<Machine>) =>
    onSet(machines.map((m, i) => (i === at ? { ...m, ...more } : m)));
  const add = (kind: MachineKind) => {
    setKeys([...keys, Math.max(-1, ...keys) + 1]);
    onSet([...machines, { name: nameFor(kind, machines), kind, holdsKg: null, sizesMm: [] }]);
  };
  return (
    <Box sx={{ display: 'grid', gap: 1.5, width: '100%' }}>
      {machines.map((machine, i) => (
        <MachineLine
          key={keys[i]}
          machine={machine}
          canChange={canChange}
          fault={(part) => fault(`machines[${i}].${part}`) ?? fault(`machines.${i}.${part}`)}
          onChange={(more) => change(i, more)}
          onOut={() => {
            setKeys(keys.filter((_, k) => k !== i));
            onSet(machines.filter((_, k) => k !== i));
          }}
        />
      ))}
      {canChange ? (
        <Box
          role="group"
          aria-label="Add a machine"
          sx={{ display: 'flex', gap: 1, alignItems: 'center', flexWrap: 'wrap' }}
        >
          <span>Add:</span>
          {KINDS.map((kind) => (
            <Button key={kind} variant="outlined" onClick={() => add(kind)}>
              {MACHINE_KINDS[kind].listed}
            </Button>
          ))}
        </Box>
      ) : null}
    </Box>
  );
}

/** The name of its kind, numbered where the shop has one of it. */
function nameFor(kind: MachineKind, machines: readonly Machine[]): string {
  const { listed } = MACHINE_KINDS[kind];
  const taken = new Set(machines.map((m) => m.name.toLowerCase()));
  let name: string = listed;
  for (let n = machinesOf(machines, kind).length + 1; taken.has(name.toLowerCase()); n += 1)
    name = `${listed} ${Math.max(2, n)}`;
  return name;
}

interface MachineLineProps {
  machine: Machine;
  canChange: boolean;
  fault: (part: string) => string | undefined;
  onChange: (more: Partial<Machine>) => void;
  onOut: () => void;
}

function MachineLine({ machine, canChange, fault, onChange, onOut }: MachineLineProps) {
  const units = useUnits();
  const { holds, sizes } = machineKind(machine.kind);
  return (
    <Box
      role="group"
      aria-label={machine.name}
      sx={{ display: 'flex', gap: 1.5, flexWrap: 'wrap', alignItems: 'flex-start' }}
    >
      <TextField
        select
        label="Kind"
        sx={{ width: 240 }}
        value={machine.kind}
        disabled={!canChange}
        onChange={(e) => onChange({ kind: e.target.value as MachineKind, sizesMm: [] })}
      >
        {KINDS.map((kind) => (
          <MenuItem key={kind} value={kind}>
            {MACHINE_KINDS[kind].listed}
          </MenuItem>
        ))}
      </TextField>
      <TextField
        label="Called"
        required
        sx={{ width: 200 }}
        value={machine.name}
        disabled={!canChange}
        error={fault('name') !== undefined}
        helperText={fault('name')}
        onChange={(e) => onChange({ name: e.target.value })}
      />
      {holds ? (
        <MassField
          label="Holds"
          width={150}
          disabled={!canChange}
          fault={fault('holdsKg')}
          initial={machine.holdsKg === null ? '' : units.mass(machine.holdsKg * 1e6)}
          onValue={(mg) => onChange({ holdsKg: mg === undefined ? null : mg / 1e6 })}
        />
      ) : null}
      {sizes ? (
        <Widths
          label={`${sizes.many[0]?.toUpperCase()}${sizes.many.slice(1)}, mm`}
          sizesMm={machine.sizesMm}
          disabled={!canChange}
          fault={fault('sizesMm')}
          onSizes={(sizesMm) => onChange({ sizesMm })}
        />
      ) : null}
      {canChange ? (
        <Button aria-label={`Take out ${machine.name}`} sx={{ height: 44 }} onClick={onOut}>
          Take out
        </Button>
      ) : null}
    </Box>
  );
}

interface WidthsProps {
  label: string;
  sizesMm: readonly number[];
  disabled: boolean;
  fault: string | undefined;
  onSizes: (sizesMm: number[]) => void;
}

/** Several widths in one field, parted by blanks or semicolons; a number that cannot be read is said. */
function Widths({ label, sizesMm, disabled, fault, onSizes }: WidthsProps) {
  const way = usePerson();
  const [text, setText] = useState(() => sizesMm.map((mm) => readable(mm, way.numberStyle)).join('  '));
  const read = (typed: string) => typed.split(/[\s;/]+|,\s+/).filter((part) => part !== '');
  const wrong = read(text).find((part) => readNumberField(part, way).value === undefined);
  return (
    <TextField
      label={label}
      sx={{ width: 240 }}
      value={text}
      disabled={disabled}
      error={wrong !== undefined || fault !== undefined}
      helperText={wrong === undefined ? (fault ?? 'parted by blanks') : `“${wrong}” is no width in mm.`}
      onChange={(e) => {
        setText(e.target.value);
        onSizes(read(e.target.value).flatMap((part) => readNumberField(part, way).value ?? []));
      }}
    />
  );
}

const readable = (mm: number, style: string | null | undefined) =>
  style === 'comma' ? String(mm).replace('.', ',') : String(mm);
