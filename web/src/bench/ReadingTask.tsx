import { ConfirmTask } from './tasks/ConfirmTask.js';
import { CountTask } from './tasks/CountTask.js';
import { MinutesTask } from './tasks/MinutesTask.js';
import { NumberTask } from './tasks/NumberTask.js';
import { SampleTask } from './tasks/SampleTask.js';
import { TemperatureTask } from './tasks/TemperatureTask.js';
import { VerdictTask } from './tasks/VerdictTask.js';
import type { ReadingTaskProps } from './task-props.js';

/** A temperature, minutes, a test, a count, a sample weight or the metres of casing. */
export function ReadingTask(props: ReadingTaskProps) {
  switch (props.task.kind) {
    case 'tack':
      return <ConfirmTask {...props} kind="tack" {...tackWords(props)} />;
    case 'cleared':
      return <ConfirmTask {...props} kind="cleared" words={CLEARED} yes="Cleared" />;
    case 'addition':
      return <ConfirmTask {...props} kind="addition" {...additionWords(props)} />;
    case 'verdict':
      return <VerdictTask {...props} />;
    case 'sample':
      return <SampleTask {...props} />;
    case 'temperature':
    case 'before':
    case 'core':
      return <TemperatureTask {...props} />;
    case 'minutes':
      return <MinutesTask {...props} />;
    case 'count':
    case 'tally':
      return <CountTask {...props} />;
    case 'casing':
      return <NumberTask {...props} />;
  }
}

const CLEARED =
  'Another owner’s meat is made today. Head, plate and horn are empty and clean; what was left in them went back to its owner.';

function tackWords({ step, task }: ReadingTaskProps) {
  const words =
    step.bind === 'sticky'
      ? 'Press a handful flat on the palm and turn the hand over. It must hang on.'
      : 'Pull a handful apart. It should just hold together, with the pieces still to be seen.';
  const load = task.load > 0 ? ` for load ${task.load}` : '';
  return { words, yes: `Tack test passed${load}`, no: 'Failed, mix on' };
}

/** Hands spread cure less evenly than a paddle: it goes in dissolved, at two times. */
function additionWords({ task }: ReadingTaskProps) {
  const second = task.n > 0;
  const load = task.load > 0 ? ` of load ${task.load}` : '';
  return {
    words: second
      ? 'The other half of the dissolved cure, over all of the meat again. Then mix on.'
      : 'Cure dissolved in the cold liquid. Half of it now, over all of the meat; mix it under.',
    yes: second ? `Second half in${load}` : `First half in${load}`,
    value: second ? 2 : 1,
    stays: !second,
  };
}
