import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import type { StepView } from '@zest/contract';
import { usePerson } from '../../../data/session.js';
import { Triangle } from '../../../ui/Trouble.js';
import { useUnits } from '../../../ui/units.js';

const WHY = [
  'The tub of the step before was weighed short',
  'Meat was added and not weighed',
  'Rework went in',
];

interface MoreThanHeldProps {
  step: StepView;
  valueMg: number;
  /** Why the lead books it as found. */
  found: string | undefined;
  onFound: (why: string) => void;
}

/** More is on the scale than the step holds: weighed again, or booked as found by the lead with a reason. */
export function MoreThanHeld({ step, valueMg, found, onFound }: MoreThanHeldProps) {
  const units = useUnits();
  const { signs } = usePerson();
  return (
    <Box role="alert" sx={{ my: 1, fontSize: 22 }}>
      <Box sx={{ display: 'flex', gap: 1, alignItems: 'center', fontWeight: 700 }}>
        <Triangle /> {units.mass(valueMg - Math.max(0, step.balanceMg))} more than stands in this step. Tare,
        and weigh again.
      </Box>
      {signs ? (
        <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap', alignItems: 'center', mt: 1 }}>
          Or it is really there:
          {WHY.map((why) => (
            <Button
              key={why}
              variant={why === found ? 'contained' : 'outlined'}
              aria-pressed={why === found}
              onClick={() => onFound(why)}
              sx={{ minHeight: 64, fontSize: 18 }}
            >
              {why}
            </Button>
          ))}
        </Box>
      ) : (
        'Where more is really there, the lead books it as found.'
      )}
    </Box>
  );
}
