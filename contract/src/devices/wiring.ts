import { z } from 'zod';
import { SCALE_IDS } from '@zest/core';
import { id } from '../wire/route.js';

export const PROBE_IDS = ['hand', 'core', 'core2', 'chamber'] as const;
export type ProbeId = (typeof PROBE_IDS)[number];

export const WEIGHT_UNITS = ['kg', 'g', 'lb', 'oz'] as const;
export type WeightUnit = (typeof WEIGHT_UNITS)[number];

/** How a scale talks, by what its lines look like. */
export const SCALE_FORMATS = [
  { id: 'headed', name: 'Says how it stands first', example: 'ST,NT,+  12.340kg' },
  { id: 'asked', name: 'Answers when it is asked', example: 'S S     12.340 kg' },
  { id: 'plain', name: 'Nothing but the figure', example: '  12.340 kg' },
  { id: 'framed', name: 'A frame of fixed length with status bytes', example: '⟨start⟩1 0 012340000000' },
  { id: 'own', name: 'The lines of the simulated scales', example: 'W a-17 12340.0 S' },
] as const;
export type ScaleFormatId = (typeof SCALE_FORMATS)[number]['id'];

export const PROBE_FORMATS = [
  { id: 'numbered', name: 'Channel and figure', example: 'CH2: 71.3 C' },
  { id: 'own', name: 'The lines of the simulated thermometer', example: 'T a-17 core 71.3 S' },
] as const;
export type ProbeFormatId = (typeof PROBE_FORMATS)[number]['id'];

export const BAUD_RATES = [1200, 2400, 4800, 9600, 19200, 38400, 57600, 115200] as const;
/** Data bits, parity, stop bits. */
export const SERIAL_FRAMES = ['8N1', '7E1', '7O1'] as const;
export type SerialFrame = (typeof SERIAL_FRAMES)[number];

/** Where a device hangs. */
export type Wiring =
  | { by: 'tcp'; host: string; port: number }
  | { by: 'serial'; path: string; baud: number; frame: SerialFrame };

const STATIONS = [...SCALE_IDS, ...PROBE_IDS] as const;
const FORMATS = [...SCALE_FORMATS, ...PROBE_FORMATS].map((f) => f.id);

const described = {
  station: z.enum(STATIONS, { error: 'Say where it serves.' }),
  name: z.string({ error: 'Name it.' }).trim().min(1, { error: 'Name it.' }).max(60),
  place: z.string().trim().max(60).default(''),
  by: z.enum(['tcp', 'serial'], { error: 'Say whether it hangs on the network or on an adapter.' }),
  host: z.string().trim().max(200).optional(),
  port: z.int({ error: 'The port is a whole number from 1 to 65535.' }).min(1).max(65_535).optional(),
  path: z
    .string()
    .trim()
    .regex(/^\/dev\/(?!.*\.\.)[\w./-]{1,100}$/, {
      error: 'The adapter is a path under /dev, such as /dev/ttyUSB0.',
    })
    .optional(),
  baud: z.coerce
    .number()
    .refine((rate) => BAUD_RATES.some((known) => known === rate), {
      error: 'The speed is one of the usual ones, such as 9600.',
    })
    .default(9600),
  frame: z.enum(SERIAL_FRAMES).default('8N1'),
  format: z.enum(FORMATS as [string, ...string[]], { error: 'Say how its lines look.' }),
  /** Which of a thermometer's channels, where it has several. */
  channel: z.string().trim().max(12).default(''),
  unit: z.enum(WEIGHT_UNITS).default('kg'),
  /** What it holds and in what steps it shows; of a scale only. */
  capacityMg: z
    .int({ error: 'What it holds is a weight.' })
    .min(100_000, { error: 'A scale here holds 100 g at least.' })
    .max(2_000_000_000, { error: 'A scale here holds 2000 kg at most.' })
    .optional(),
  divisionMg: z.int({ error: 'Its steps are a weight.' }).min(1).max(1_000_000).optional(),
};

type Described = z.output<z.ZodObject<typeof described>>;

/** What a device needs besides: by how it hangs, and by whether it weighs. */
function mustBeWhole(body: Described, ctx: z.RefinementCtx): void {
  const miss = (path: string, message: string) => ctx.addIssue({ code: 'custom', path: [path], message });
  if (body.by === 'tcp' && !body.host) miss('host', 'Give its address in your network.');
  if (body.by === 'tcp' && body.port === undefined) miss('port', 'Give its port.');
  if (body.by === 'serial' && !body.path) miss('path', 'Give its adapter, such as /dev/ttyUSB0.');
  const isScale = isScaleStation(body.station);
  const known: readonly { id: string }[] = isScale ? SCALE_FORMATS : PROBE_FORMATS;
  if (!known.some((f) => f.id === body.format)) miss('format', 'Say how its lines look.');
  if (!isScale) return;
  if (body.capacityMg === undefined) miss('capacityMg', 'Say what it holds at most.');
  if (body.divisionMg === undefined) miss('divisionMg', 'Say in what steps it shows.');
  if ((body.divisionMg ?? 0) * 100 > (body.capacityMg ?? Infinity))
    miss('divisionMg', 'Its steps are a hundredth of what it holds at most.');
}

/** A scale or a channel of a thermometer as the shop describes it. */
export const deviceBody = z.object(described).superRefine(mustBeWhole);
export type DeviceBody = z.output<typeof deviceBody>;

export const newDevice = z.object({ id, ...described }).superRefine(mustBeWhole);
export type NewDevice = z.output<typeof newDevice>;

/** Whether a station is a scale's, and not a probe's. */
export function isScaleStation(station: string): station is (typeof SCALE_IDS)[number] {
  return (SCALE_IDS as readonly string[]).includes(station);
}

/** What a device said when it was tried. */
export const tried = z.object({
  connected: z.boolean(),
  /** As they came; what cannot be printed is shown as a point. */
  lines: z.array(z.string()),
  /** Of the last line that was understood: grams or °C. */
  read: z.number().nullable(),
  understood: z.int(),
});
export type Tried = z.infer<typeof tried>;

export const device = z.object({
  id,
  station: z.enum(STATIONS),
  name: z.string(),
  place: z.string(),
  by: z.enum(['tcp', 'serial']),
  host: z.string().optional(),
  port: z.int().optional(),
  path: z.string().optional(),
  baud: z.number(),
  frame: z.enum(SERIAL_FRAMES),
  format: z.string(),
  channel: z.string(),
  unit: z.enum(WEIGHT_UNITS),
  capacityMg: z.int().optional(),
  divisionMg: z.int().optional(),
  connected: z.boolean(),
});
export type Device = z.infer<typeof device>;
