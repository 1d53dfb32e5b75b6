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

/** An entry as it lies on the device: in its place in the line, for its batch, with what became of it. */
export interface KeptEntry {
  seq: number;
  batchId: string;
  entry: Entry;
  /** The hand that made it. */
  madeBy: string;
  /** It could not be sent at once. */
  offline: boolean;
  /** The server's sentence, when it was refused. */
  refused: string | null;
}
