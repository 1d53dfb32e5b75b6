import type { Device } from '@zest/contract';

/** Where a device's figures come from, in words. */
export function readHow(device: Device | undefined, isSimulated: boolean): string {
  if (isSimulated) return 'simulated';
  if (!device) return 'typed by hand';
  const line = device.by === 'tcp' ? `${device.host}:${device.port}` : `${device.path}`;
  return `${line}${device.place ? `, ${device.place}` : ''}${device.connected ? '' : ' – not heard'}`;
}
