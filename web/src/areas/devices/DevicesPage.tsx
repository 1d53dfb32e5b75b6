import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import FormControlLabel from '@mui/material/FormControlLabel';
import Switch from '@mui/material/Switch';
import Table from '@mui/material/Table';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableHead from '@mui/material/TableHead';
import TableRow from '@mui/material/TableRow';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { ROUTES, type CalibrationState, type Device } from '@zest/contract';
import { call } from '../../data/api.js';
import { Loading } from '../../ui/Loading.js';
import { CommandDialog, NumberInput, TemperatureInput, TextInput } from '../../ui/command/index.js';
import { usePerson } from '../../data/session.js';
import { NUMERALS } from '../../ui/theme.js';
import { Triangle, Trouble } from '../../ui/Trouble.js';
import { queries } from '../../data/queries.js';
import { useShopTime } from '../../ui/shop-time.js';
import { useUnits, type Units } from '../../ui/units.js';
import { ShopPlaces } from '../people/index.js';
import { DeviceDialog } from './DeviceDialog.js';
import { PedalAndScanner } from './PedalAndScanner.js';
import { readHow } from './read-how.js';

/** Scales and probes with their checks against a reference, and how the shop wants its bench to work. */
export default function DevicesPage() {
  const time = useShopTime();
  const units = useUnits();
  const person = usePerson();
  const states = useQuery(queries.calibrations);
  const devices = useQuery(queries.devices);
  const [checking, setChecking] = useState<CalibrationState>();
  const [doing, setDoing] = useState<{ what: 'describe' | 'remove'; state: CalibrationState }>();
  if (states.error) return <Trouble error={states.error} again={() => void states.refetch()} />;
  if (!states.data) return <Loading what="Looking for the devices" />;
  const lead = person.role === 'lead';
  const own = devices.data && !devices.data.isSimulated ? devices.data.devices : [];
  const at = (state: CalibrationState) => own.find((d) => d.station === stationOf(state));
  const mayFit = lead && devices.data?.isSimulated === false;
  return (
    <Box>
      <ShopPlaces />
      <Table aria-label="Checks of scales and probes">
        <TableHead>
          <TableRow>
            <TableCell>Device</TableCell>
            <TableCell>Read from</TableCell>
            <TableCell>Last held against a reference</TableCell>
            <TableCell align="right">Reference</TableCell>
            <TableCell align="right">Showed</TableCell>
            <TableCell>State</TableCell>
            <TableCell />
          </TableRow>
        </TableHead>
        <TableBody>
          {states.data.map((state) => (
            <TableRow key={state.device}>
              <TableCell sx={{ fontWeight: 700 }}>{state.name}</TableCell>
              <TableCell>{readHow(at(state), devices.data?.isSimulated ?? false)}</TableCell>
              <TableCell>
                {state.last ? `${time.day(state.last.at)} by ${state.last.person}` : 'never noted'}
                {state.last?.note ? ` · ${state.last.note}` : ''}
              </TableCell>
              <TableCell align="right" sx={NUMERALS}>
                {state.last ? figure(units, state, state.last.reference) : '–'}
              </TableCell>
              <TableCell align="right" sx={NUMERALS}>
                {state.last ? figure(units, state, state.last.shown) : '–'}
              </TableCell>
              <TableCell>
                <Box sx={{ display: 'flex', gap: 1, alignItems: 'center' }}>
                  {state.due ? <Triangle /> : null}
                  {state.due ? 'check is due' : 'checked'}
                  {state.unit === '°C' && state.offset !== 0
                    ? `, corrected by ${units.degrees(state.offset)}`
                    : ''}
                </Box>
              </TableCell>
              <TableCell align="right">
                <Box sx={{ display: 'flex', gap: 1, justifyContent: 'flex-end', whiteSpace: 'nowrap' }}>
                  {mayFit ? (
                    <Button onClick={() => setDoing({ what: 'describe', state })}>
                      {at(state) ? 'Change' : 'Add one'}
                    </Button>
                  ) : null}
                  {mayFit && at(state) ? (
                    <Button onClick={() => setDoing({ what: 'remove', state })}>Take out</Button>
                  ) : null}
                  {lead ? (
                    <Button variant="outlined" onClick={() => setChecking(state)}>
                      Check
                    </Button>
                  ) : null}
                </Box>
              </TableCell>
            </TableRow>
          ))}
        </TableBody>
      </Table>
      <PedalAndScanner />
      <CureRule lead={lead} />
      {doing?.what === 'describe' ? (
        <DeviceDialog
          station={stationOf(doing.state)}
          title={at(doing.state)?.name ?? doing.state.name}
          device={at(doing.state)}
          adapters={devices.data?.adapters ?? []}
          onClose={() => setDoing(undefined)}
        />
      ) : null}
      {doing?.what === 'remove' ? (
        <CommandDialog
          route={ROUTES.removeDevice}
          params={{ id: at(doing.state)?.id ?? '' }}
          title={`Take ${doing.state.name} out?`}
          action="Take it out"
          topics={['devices', 'batch']}
          onClose={() => setDoing(undefined)}
        >
          <Box>What it weighed and read stays on record. From now on it is typed.</Box>
        </CommandDialog>
      ) : null}
      {checking ? <CheckDialog state={checking} onClose={() => setChecking(undefined)} /> : null}
    </Box>
  );
}

function CureRule({ lead }: { lead: boolean }) {
  const client = useQueryClient();
  const rules = useQuery(queries.benchRules);
  const change = async (cureSecondCheck: boolean) => {
    client.setQueryData(
      queries.benchRules.queryKey,
      await call(ROUTES.setBenchRules, { body: { cureSecondCheck } }),
    );
  };
  return (
    <FormControlLabel
      sx={{ mt: 3 }}
      control={
        <Switch
          checked={rules.data?.cureSecondCheck ?? false}
          disabled={!lead || !rules.data}
          onChange={(e) => void change(e.target.checked)}
        />
      }
      label="The weight of cure is confirmed by a second person with a PIN of their own"
    />
  );
}

/** Where a device serves, of the name its checks are kept under. */
function stationOf({ device }: CalibrationState): Device['station'] {
  return device.replace(/^(scale|probe)-/, '') as Device['station'];
}

function figure(units: Units, { unit }: CalibrationState, value: number): string {
  return unit === '°C' ? units.temperature(value) : `${value} ${unit}`;
}

function CheckDialog({ state, onClose }: { state: CalibrationState; onClose: () => void }) {
  const probe = state.unit === '°C';
  return (
    <CommandDialog
      route={ROUTES.calibrate}
      title={`Check of the ${state.name.toLowerCase()}`}
      action="Note the check"
      initial={{
        device: state.device,
        note: probe ? 'ice water' : 'test weight',
        ...(probe ? { reference: 0 } : {}),
      }}
      topics={['devices']}
      onClose={onClose}
    >
      {probe ? (
        <>
          <TemperatureInput name="reference" label="Reference" width="100%" />
          <TemperatureInput name="shown" label="It showed" width="100%" />
        </>
      ) : (
        <>
          <NumberInput name="reference" label={`Reference, ${state.unit}`} width="100%" />
          <NumberInput name="shown" label={`It showed, ${state.unit}`} width="100%" />
        </>
      )}
      <TextInput name="note" label="Against what" />
    </CommandDialog>
  );
}
