import { DateInput, MassInput, TemperatureInput } from './command/index.js';

/** What is asked of meat that becomes a lot of its own: its weight, temperature and last day. */
export function MadeLotInputs({ weight }: { weight: string }) {
  return (
    <>
      <MassInput name="massMg" label={weight} width={150} />
      <TemperatureInput name="tempC" label="Temperature now" width={170} />
      <DateInput name="useBy" label="Use by" />
    </>
  );
}
