import { DateInput, MassInput, NumberInput, TemperatureInput } from '../../../ui/command/index.js';

/** What is asked of meat that becomes a lot of its own: its weight, temperature, salt, cure and last day. */
export function ProducedLot({ weight }: { weight: string }) {
  return (
    <>
      <MassInput name="massMg" label={weight} width={150} />
      <TemperatureInput name="tempC" label="Temperature now" width={170} />
      <NumberInput name="saltGPerKg" label="Salt, g/kg" digits={1} width={120} />
      <NumberInput name="nitritePpm" label="Nitrite, ppm" digits={0} width={130} />
      <DateInput name="useBy" label="Use by" />
    </>
  );
}
