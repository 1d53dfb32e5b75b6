import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { v7 as uuid } from 'uuid';
import { ROUTES, type Trim } from '@zest/contract';
import { ApiProblem, call } from '../../../data/api.js';
import { Loading } from '../../../ui/Loading.js';
import { PRIMARY, PrimaryBar } from '../../../ui/PrimaryBar.js';
import { usePerson } from '../../../data/session.js';
import { Triangle, Trouble } from '../../../ui/Trouble.js';
import { useUnits } from '../../../ui/units.js';
import { ColdRoomPlaces } from '../ColdRoomPlaces.js';
import { DeliveryRows } from './DeliveryRows.js';
import { ALL_PASSED, allPassed } from './Looks.js';
import { NewTrimDialog } from './NewTrimDialog.js';
import { NoteReader } from './NoteReader.js';
import { blankRow, readRow, rowsOfNote, type DeliveryRow } from './rows.js';
import { queries, refresh } from '../../../data/queries.js';
import { useParties } from '../../../data/use-parties.js';
import { NameField } from '../../../ui/NameField.js';

/** A delivery note's worth of lots: typed, pasted or read from a file, looked over, taken in together. */
export default function ReceivePage() {
  const trims = useQuery(queries.trims);
  if (trims.error) return <Trouble error={trims.error} again={() => void trims.refetch()} />;
  if (!trims.data) return <Loading what="Fetching the trims" />;
  return <Receive trims={trims.data} />;
}

function Receive({ trims }: { trims: readonly Trim[] }) {
  const units = useUnits();
  const person = usePerson();
  const client = useQueryClient();
  const navigate = useNavigate();
  const { suppliers } = useParties();
  const [supplier, setSupplier] = useState('');
  const [rows, setRows] = useState<DeliveryRow[]>([blankRow()]);
  const [checked, setChecked] = useState(false);
  const [error, setError] = useState<unknown>();
  const [busy, setBusy] = useState(false);
  const [newTrim, setNewTrim] = useState(false);
  const [deliveryId, setDeliveryId] = useState(() => uuid());
  const filled = rows.filter((r) => !isBlank(r));
  const read = filled.map((row) => ({ row, ...readRow(row, supplier, trims, person) }));
  const good = read.flatMap((r) => ('lot' in r ? [r.lot] : []));
  const bad = read.flatMap((r) => ('issues' in r ? [r] : []));
  const noSupplier = supplier.trim() === '' && filled.some((r) => r.owner.trim() === '');
  const total = good.reduce((sum, lot) => sum + lot.massMg, 0);
  const change = (id: string, next: Partial<DeliveryRow>) => {
    setRows((now) => now.map((r) => (r.id === id ? { ...r, ...next, issues: {} } : r)));
    setDeliveryId(uuid());
  };
  const take = async () => {
    setChecked(true);
    if (bad.length > 0 || good.length === 0 || noSupplier) return;
    setBusy(true);
    setError(undefined);
    try {
      await call(ROUTES.receiveDelivery, { body: { id: deliveryId, lots: good } });
      await refresh(client, ['lots']);
      await navigate('/cold-room');
    } catch (problem) {
      setError(problem instanceof ApiProblem ? problem.message : problem);
      setBusy(false);
    }
  };
  const issuesOf = (row: DeliveryRow): Record<string, string> => {
    const found = bad.find((b) => b.row === row);
    return checked || row.note !== undefined ? { ...(found?.issues ?? {}), ...row.issues } : {};
  };
  return (
    <Box sx={{ pb: 2 }}>
      <ColdRoomPlaces />
      <Box sx={{ display: 'flex', gap: 1.5, mb: 1.5, alignItems: 'flex-start', flexWrap: 'wrap' }}>
        <NameField
          label="Supplier"
          value={supplier}
          known={suppliers}
          onName={(name) => {
            setSupplier(name);
            setDeliveryId(uuid());
          }}
          fault={checked && noSupplier ? 'Name the supplier.' : undefined}
          width={260}
        />
        <NoteReader
          supplier={supplier}
          onRead={(lines) => {
            setRows([...rows.filter((r) => !isBlank(r)), ...rowsOfNote(lines)]);
            const named = lines.find((l) => l.lot)?.lot?.supplier;
            if (supplier === '' && named) setSupplier(named);
            setChecked(lines.some((l) => l.issues.some((i) => i.path !== 'supplier')));
          }}
        />
        <Button variant="outlined" onClick={() => setNewTrim(true)}>
          A trim we do not know yet
        </Button>
      </Box>
      {bad.length > 0 && checked ? (
        <Box role="alert" sx={{ display: 'flex', gap: 1.5, alignItems: 'center', mb: 1.5, fontWeight: 700 }}>
          <Triangle /> {bad.length === 1 ? 'One row needs mending' : `${bad.length} rows need mending`};
          nothing has been taken in yet.
        </Box>
      ) : null}
      <DeliveryRows
        rows={rows}
        trims={trims}
        issuesOf={issuesOf}
        onChange={change}
        onDrop={(id) => setRows((now) => now.filter((r) => r.id !== id))}
      />
      <Box sx={{ display: 'flex', gap: 1.5, mt: 1 }}>
        <Button variant="outlined" onClick={() => setRows([...rows, blankRow()])}>
          Another lot
        </Button>
        {filled.length > 1 && filled.some((r) => !allPassed(r.looks)) ? (
          <Button variant="outlined" onClick={() => setRows(rows.map((r) => ({ ...r, looks: ALL_PASSED })))}>
            All six are fine at all {filled.length} lots
          </Button>
        ) : null}
      </Box>
      <Box sx={{ mt: 2, fontSize: 15, color: 'text.secondary' }}>
        What comes warmer than its limit, or fails a look, is put on hold until the lead releases it. Limits
        are from memory: your authority and your own plan decide.
      </Box>
      {error ? <Trouble error={error} /> : null}
      {newTrim ? <NewTrimDialog onClose={() => setNewTrim(false)} /> : null}
      <PrimaryBar>
        <Button
          variant="contained"
          sx={PRIMARY}
          disabled={busy || filled.length === 0}
          onClick={() => void take()}
        >
          {filled.length === 0
            ? 'Receive …'
            : checked && bad.length > 0
              ? `Mend ${bad.length} ${bad.length === 1 ? 'row' : 'rows'} first`
              : `Receive ${filled.length} ${filled.length === 1 ? 'lot' : 'lots'}${bad.length > 0 ? '' : `, ${units.mass(total, 10_000)}`}`}
        </Button>
      </PrimaryBar>
    </Box>
  );
}

function isBlank(row: DeliveryRow): boolean {
  return row.trimId === '' && row.weight === '' && row.boxes === '' && row.note === undefined;
}
