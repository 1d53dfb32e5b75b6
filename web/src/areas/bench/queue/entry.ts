import type { CasingUse, MassOut, NewMark, NewReading, Weighing } from '@zest/contract';

/** A request to close a step that was made while the line was down. */
interface CloseRequest {
  id: string;
  stepId: string;
  version: number;
}

/** An entry on its way to the server. It keeps its id, so sending it again never doubles it. */
export type Entry = { label: string } & (
  | { kind: 'weighing'; body: Weighing }
  | { kind: 'out'; body: MassOut }
  | { kind: 'reading'; body: NewReading }
  | { kind: 'casing'; body: CasingUse }
  | { kind: 'mark'; body: NewMark }
  | { kind: 'close'; body: CloseRequest }
);

/** An entry as it lies on the device, under its own id, with what became of it. */
export interface KeptEntry {
  /** The id of the entry itself; ids are made in the order of time. */
  id: string;
  batchId: string;
  entry: Entry;
  /** Id of who made it. */
  madeBy: string;
  /** The name to show until the server has it; entries of an earlier version have none. */
  makerName?: string;
  /** When, ISO in UTC. */
  madeAt: string;
  /** It could not be sent at once. */
  offline: boolean;
  /** The server's sentence, when it was refused. */
  refused: string | null;
}
