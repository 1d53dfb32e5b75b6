import type { PracticeState } from '@zest/contract';

/** What the program that started this one does when it is asked. */
export interface Launcher {
  practice: (what: 'look' | 'open' | 'close') => Promise<PracticeState>;
}

interface Answer {
  answers: number;
  practice: PracticeState;
}

const NEVER: PracticeState = { state: 'never', port: null, httpsPort: null, why: null };
/** An answer that does not come is none. */
const PATIENCE_MS = 3_000;

/** Asks over the channel by which this process was started; where there is none nobody answers. */
export function launcherOf(parent: Pick<NodeJS.Process, 'send' | 'on'>): Launcher {
  let asked = 0;
  const waiting = new Map<number, (state: PracticeState) => void>();
  parent.on('message', (message: unknown) => {
    if (!isAnswer(message)) return;
    waiting.get(message.answers)?.(message.practice);
    waiting.delete(message.answers);
  });
  return {
    practice: (what) =>
      new Promise((resolve) => {
        asked += 1;
        const id = asked;
        if (!parent.send?.({ asks: id, practice: what })) {
          resolve(NEVER);
          return;
        }
        const timer = setTimeout(() => {
          waiting.delete(id);
          resolve(NEVER);
        }, PATIENCE_MS);
        waiting.set(id, (state) => {
          clearTimeout(timer);
          resolve(state);
        });
      }),
  };
}

/** Where nobody started this process who could open a second shop. */
export const NO_LAUNCHER: Launcher = { practice: () => Promise.resolve(NEVER) };

function isAnswer(message: unknown): message is Answer {
  return typeof message === 'object' && message !== null && 'answers' in message && 'practice' in message;
}
