import { ROUTES, type Device } from '@zest/contract';
import { SCALES } from '@zest/core';
import { CommandDialog } from '../../ui/command/index.js';
import { DeviceFields } from './DeviceFields.js';

interface DeviceDialogProps {
  station: Device['station'];
  /** What the place is called. */
  title: string;
  /** Absent where none serves there yet. */
  device: Device | undefined;
  /** Serial adapters of the server's machine. */
  adapters: readonly string[];
  onClose: () => void;
}

/** A scale or a probe as it hangs on the network or on a serial adapter, tried before it is kept. */
export function DeviceDialog({ station, title, device, adapters, onClose }: DeviceDialogProps) {
  const usual = SCALES.find((s) => s.id === station);
  const known = device ? bodyOf(device) : undefined;
  const initial = known ?? {
    station,
    by: 'tcp' as const,
    baud: 9600,
    frame: '8N1' as const,
    ...(usual ? { capacityMg: usual.capacityMg, divisionMg: usual.divisionMg, unit: 'kg' as const } : {}),
  };
  const shared = { title, initial, topics: ['devices', 'batch'] as const, wide: true, onClose };
  const fields = (typed: { by?: 'tcp' | 'serial' }) => (
    <DeviceFields typed={typed} isScale={usual !== undefined} adapters={adapters} />
  );
  return device ? (
    <CommandDialog {...shared} route={ROUTES.changeDevice} params={{ id: device.id }} action="Keep it so">
      {fields}
    </CommandDialog>
  ) : (
    <CommandDialog {...shared} route={ROUTES.addDevice} action="Weigh and read with it">
      {fields}
    </CommandDialog>
  );
}

function bodyOf({ id: _id, connected: _connected, ...body }: Device) {
  return body;
}
