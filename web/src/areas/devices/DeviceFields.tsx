import Box from '@mui/material/Box';
import { BAUD_RATES, PROBE_FORMATS, SCALE_FORMATS, SERIAL_FRAMES, WEIGHT_UNITS } from '@zest/contract';
import { ChoiceInput, MassInput, NumberInput, TextInput, ToggleInput, same } from '../../ui/command/index.js';
import { TryOut } from './TryOut.js';

const SAID: Record<(typeof SERIAL_FRAMES)[number], string> = {
  '8N1': '8 bits, no parity',
  '7E1': '7 bits, even parity',
  '7O1': '7 bits, odd parity',
};
const ROW = { display: 'flex', gap: 1.5 };

interface DeviceFieldsProps {
  /** What is typed so far. */
  typed: { by?: 'tcp' | 'serial' };
  isScale: boolean;
  /** Serial adapters of the server's machine. */
  adapters: readonly string[];
}

/** What a device is called, where it hangs, how its lines look; and what it says when it is tried. */
export function DeviceFields({ typed, isScale, adapters }: DeviceFieldsProps) {
  const formats: readonly { id: string; name: string; example: string }[] = isScale
    ? SCALE_FORMATS
    : PROBE_FORMATS;
  return (
    <>
      <Box sx={ROW}>
        <TextInput name="name" label="Its name" />
        <TextInput name="place" label="Where it stands" />
      </Box>
      <ToggleInput
        name="by"
        label="Hangs on"
        options={[
          ['tcp', 'the network'],
          ['serial', 'a serial adapter'],
        ]}
      />
      {typed.by === 'serial' ? (
        <Box sx={ROW}>
          {adapters.length > 0 ? (
            <ChoiceInput name="path" label="Adapter" width="50%" options={same(adapters)} />
          ) : (
            <TextInput name="path" label="Adapter, such as /dev/ttyUSB0" />
          )}
          <ChoiceInput
            name="baud"
            label="Speed"
            width={130}
            options={same(BAUD_RATES.map((rate) => String(rate)))}
          />
          <ChoiceInput
            name="frame"
            label="Bits"
            width={190}
            options={SERIAL_FRAMES.map((frame) => [frame, SAID[frame]] as const)}
          />
        </Box>
      ) : (
        <Box sx={ROW}>
          <TextInput name="host" label="Address, such as 192.168.1.40" />
          <NumberInput name="port" label="Port" width={130} />
        </Box>
      )}
      <ChoiceInput
        name="format"
        label="How its lines look"
        width="100%"
        options={formats.map((f) => [f.id, `${f.name}: ${f.example}`] as const)}
      />
      {isScale ? (
        <Box sx={ROW}>
          <MassInput name="capacityMg" label="Holds at most" width={180} />
          <MassInput name="divisionMg" label="In steps of" width={180} bare="g" />
          <ChoiceInput
            name="unit"
            label="Where a line names no unit"
            width={230}
            options={same(WEIGHT_UNITS)}
          />
        </Box>
      ) : (
        <TextInput name="channel" label="Its channel, where there are several" width={320} />
      )}
      <TryOut described={typed} isScale={isScale} />
    </>
  );
}
