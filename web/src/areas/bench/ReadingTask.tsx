import { readingKind, type ReadingKind } from '@zest/core';
import type { ComponentType } from 'react';
import { ConfirmTask } from './tasks/ConfirmTask.js';
import { CountTask } from './tasks/CountTask.js';
import { LotTask } from './tasks/LotTask.js';
import { MinutesTask } from './tasks/MinutesTask.js';
import { SampleTask } from './tasks/SampleTask.js';
import { TemperatureTask } from './tasks/TemperatureTask.js';
import { VerdictTask } from './tasks/VerdictTask.js';
import type { ReadingTaskProps } from './task-props.js';

/** The screen for each way in which a hand gives a reading. */
const SCREENS: Record<ReadingKind['given'], ComponentType<ReadingTaskProps>> = {
  probe: TemperatureTask,
  clock: MinutesTask,
  counter: CountTask,
  scale: SampleTask,
  'load scale': LotTask,
  answer: ConfirmTask,
  judgement: VerdictTask,
};

/** A temperature, minutes, a test, a count or a sample weight. */
export function ReadingTask(props: ReadingTaskProps) {
  const Screen = SCREENS[readingKind(props.task.ask.kind).given];
  return <Screen {...props} />;
}
