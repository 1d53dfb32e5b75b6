import { z } from 'zod';
import { SCALE_IDS } from '@zest/core';
import { EVERYONE, HANDS, LEAD, NONE, byId, id, route } from '../wire/route.js';
import { instant } from '../wire/fields.js';
import { PROBE_IDS, device, deviceBody, newDevice, tried } from './wiring.js';

export const scaleId = z.enum(SCALE_IDS, { error: 'The scale must be floor, bench or dose.' });
const byScale = z.object({ id: scaleId });

export const scale = z.object({
  id: scaleId,
  name: z.string(),
  capacityMg: z.int(),
  divisionMg: z.int(),
  tubMg: z.int(),
  connected: z.boolean(),
});
export type Scale = z.infer<typeof scale>;

/** What a scale shows now, as streamed to screens. */
export interface ScaleReadingMessage {
  scaleId: Scale['id'];
  id: string;
  netMg: number;
  stable: boolean;
  overload: boolean;
  connected: boolean;
}

const probeId = z.enum(PROBE_IDS, { error: 'The probe must be hand, core, core2 or chamber.' });

export const probe = z.object({
  id: probeId,
  name: z.string(),
  connected: z.boolean(),
  /** Added to what it shows, from the last check against a reference. */
  offsetC: z.number(),
  /** Not held against a reference for too long. */
  due: z.boolean(),
});
export type Probe = z.infer<typeof probe>;

/** What a channel of the thermometer shows now, as streamed to screens; before its offset. */
export interface ProbeReadingMessage {
  probeId: Probe['id'];
  id: string;
  tempC: number;
  steady: boolean;
  connected: boolean;
}

const calibration = z.object({
  id,
  device: z.string(),
  reference: z.number(),
  shown: z.number(),
  at: instant,
  person: z.string(),
  note: z.string(),
});
export type Calibration = z.infer<typeof calibration>;

const calibrationState = z.object({
  device: z.string(),
  name: z.string(),
  unit: z.enum(['g', '°C']),
  last: calibration.nullable(),
  offset: z.number(),
  due: z.boolean(),
});
export type CalibrationState = z.infer<typeof calibrationState>;

export const newCalibration = z.object({
  id,
  device: z.string().max(40),
  reference: z.number({ error: 'The reference must be a number.' }).min(-50).max(200_000),
  shown: z.number({ error: 'What it showed must be a number.' }).min(-50).max(200_000),
  note: z.string().trim().max(300).default(''),
});
export type NewCalibration = z.infer<typeof newCalibration>;

export const deviceRoutes = {
  listDevices: route({
    method: 'GET',
    path: '/devices',
    summary: 'The scales and probes of the shop, and how each hangs on the network or an adapter',
    roles: EVERYONE,
    params: NONE,
    body: NONE,
    response: z.object({
      devices: z.array(device),
      /** In the demonstration they are simulated. */
      isSimulated: z.boolean(),
      /** Serial adapters of this machine. */
      adapters: z.array(z.string()),
    }),
  }),
  addDevice: route({
    method: 'POST',
    path: '/devices',
    summary: 'Add a scale or a probe',
    roles: LEAD,
    params: NONE,
    body: newDevice,
    response: NONE,
  }),
  changeDevice: route({
    method: 'PUT',
    path: '/devices/:id',
    summary: 'Describe a scale or a probe otherwise',
    roles: LEAD,
    params: byId,
    body: deviceBody,
    response: NONE,
  }),
  removeDevice: route({
    method: 'POST',
    path: '/devices/:id/remove',
    summary: 'Take a scale or a probe out',
    roles: LEAD,
    params: byId,
    body: NONE,
    response: NONE,
  }),
  tryDevice: route({
    method: 'POST',
    path: '/devices/try',
    summary: 'Listen for three seconds to what a device says, and what of it is understood',
    roles: LEAD,
    params: NONE,
    body: deviceBody,
    response: tried,
  }),
  listProbes: route({
    method: 'GET',
    path: '/probes',
    summary: 'The channels of the thermometer with their offsets',
    roles: EVERYONE,
    params: NONE,
    body: NONE,
    response: z.array(probe),
  }),
  playProbe: route({
    method: 'POST',
    path: '/probes/:id/play',
    summary: 'Demonstration only: set a channel of the simulated thermometer, or pull its plug',
    roles: HANDS,
    params: z.object({ id: probeId }),
    body: z.discriminatedUnion('action', [
      z.object({ action: z.literal('set'), tempC: z.number().min(-40).max(150) }),
      z.object({ action: z.literal('unplug') }),
      z.object({ action: z.literal('plug') }),
    ]),
    response: NONE,
  }),
  listCalibrations: route({
    method: 'GET',
    path: '/calibrations',
    summary: 'When each scale and probe was last held against a reference',
    roles: EVERYONE,
    params: NONE,
    body: NONE,
    response: z.array(calibrationState),
  }),
  calibrate: route({
    method: 'POST',
    path: '/calibrations',
    summary: 'Note that a scale or probe was held against a reference',
    roles: LEAD,
    params: NONE,
    body: newCalibration,
    response: z.array(calibrationState),
  }),
  listScales: route({
    method: 'GET',
    path: '/scales',
    summary: 'The scales of the shop',
    roles: EVERYONE,
    params: NONE,
    body: NONE,
    response: z.array(scale),
  }),
  tareScale: route({
    method: 'POST',
    path: '/scales/:id/tare',
    summary: 'Set what stands on a scale as its zero',
    roles: HANDS,
    params: byScale,
    body: NONE,
    response: NONE,
  }),
  playScale: route({
    method: 'POST',
    path: '/scales/:id/play',
    summary: 'Demonstration only: put a load on a simulated scale, or pull its plug',
    roles: HANDS,
    params: byScale,
    body: z.discriminatedUnion('action', [
      z.object({ action: z.literal('put'), massMg: z.int().min(0).max(200_000_000) }),
      z.object({ action: z.literal('add'), massMg: z.int().min(-200_000_000).max(200_000_000) }),
      z.object({ action: z.literal('unplug') }),
      z.object({ action: z.literal('plug') }),
    ]),
    response: NONE,
  }),
};
