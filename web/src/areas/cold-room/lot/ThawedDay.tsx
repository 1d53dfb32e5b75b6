import { THAWED_DAYS } from '@zest/core';
import { DateInput } from '../../../ui/command/index.js';

/** The last day of what is thawed: ice stopped the days that it had, thawing gives it few. */
export function ThawedDay() {
  return <DateInput name="useBy" label={`Use by, ${THAWED_DAYS} days at most`} />;
}
