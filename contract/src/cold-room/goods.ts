import { z } from 'zod';
import { CASING_MATERIALS } from '@zest/core';
import { LINE_ROLES } from '@zest/core';
import { day } from '../wire/fields.js';
import { EVERYONE, LEAD, NONE, id, route } from '../wire/route.js';
import { kept } from '../people/visibility.js';

/** What a stock item is, when it could be salt. */
export const SALT_KINDS = ['not salt', 'plain salt', 'cure', 'not known yet'] as const;

export const goodsLot = z.object({
  id,
  code: z.string(),
  supplier: kept('supplier', z.string()),
  supplierLot: kept('supplier', z.string()),
  receivedOn: day,
  useBy: day.nullable(),
  urgency: z.enum(['past', 'today', 'soon', 'fine']),
  balance: z.int(),
  free: z.int(),
  priceMinor: kept('money', z.int().nullable()),
  status: z.enum(['available', 'hold', 'rejected']),
  holdReason: z.string().nullable(),
  version: z.int(),
});

/** Spices, cure, binders, packets in mg; casing in mm. */
export const stockItem = z.object({
  id,
  kind: z.enum(['ingredient', 'casing']),
  name: z.string(),
  form: z.string(),
  role: z.string(),
  measure: z.enum(['mg', 'mm']),
  /** Cure and packets: what they carry, percent. */
  nitritePct: z.number().nullable(),
  nitratePct: z.number().nullable(),
  saltPct: z.number(),
  /** Known to be plain salt, a cure, or free of both; else it cannot be weighed in. */
  typed: z.boolean(),
  /** A supply that does not run out, such as the tap. */
  isSupply: z.boolean(),
  balance: z.int(),
  free: z.int(),
  /** Used in the last 28 days. */
  used28: z.int(),
  daysLeft: z.number().nullable(),
  lots: z.array(goodsLot),
});
export type StockItem = z.infer<typeof stockItem>;

const strength = z
  .number({ error: 'The strength must be a number of percent.' })
  .min(0, { error: 'The strength must be 0 % or more.' })
  .max(100, { error: 'The strength must be 100 % or less.' });

/** Strengths are written to so much of a percent. */
const WRITTEN_TO = 0.05;

export const newIngredient = z
  .object({
    id,
    name: z.string().trim().min(2, { error: 'Name the ingredient.' }).max(80),
    form: z.string().trim().min(2, { error: 'Say its form: fine, ground, whole …' }).max(40),
    role: z.enum(LINE_ROLES),
    saltKind: z.enum(SALT_KINDS, { error: 'Say whether it is salt, a cure, or neither.' }),
    nitritePct: z.number().min(0).max(100).optional(),
    nitratePct: z.number().min(0).max(100).optional(),
    /** Salt in a packet or rub, or what carries a cure, percent. */
    saltPct: z.number().min(0).max(100).optional(),
    /** From the tap: it does not run out and costs nothing. */
    isSupply: z.boolean().default(false),
  })
  .superRefine((item, ctx) => {
    if (item.role === 'cure' && item.saltKind !== 'cure') {
      const message = 'A cure is typed as a cure, with its strength; until it is known it goes into nothing.';
      ctx.addIssue({ code: 'custom', path: ['saltKind'], message });
    }
    if (item.saltKind !== 'cure') return;
    if (item.nitritePct === undefined) {
      ctx.addIssue({
        code: 'custom',
        path: ['nitritePct'],
        message: 'A cure states its nitrite strength in percent.',
      });
    }
    if (item.nitratePct === undefined) {
      ctx.addIssue({
        code: 'custom',
        path: ['nitratePct'],
        message: 'A cure states its nitrate strength in percent; 0 is a statement.',
      });
    }
    if (item.saltPct === undefined) {
      ctx.addIssue({
        code: 'custom',
        path: ['saltPct'],
        message: 'A cure states the salt that carries it in percent; 0 is a statement.',
      });
    }
    const { nitritePct = 0, nitratePct = 0, saltPct = 0 } = item;
    if (item.nitritePct === 0 && item.nitratePct === 0) {
      ctx.addIssue({
        code: 'custom',
        path: ['nitritePct'],
        message: 'Without nitrite and nitrate it is no cure. Give its strength, or say that it is salt.',
      });
    }
    if (nitritePct + nitratePct + saltPct > 100 + WRITTEN_TO) {
      ctx.addIssue({
        code: 'custom',
        path: ['saltPct'],
        message: `Salt, nitrite and nitrate come to ${(nitritePct + nitratePct + saltPct).toFixed(1)} %: more than all of it. The salt is what is left of 100 %.`,
      });
    }
  });
export type NewIngredient = z.infer<typeof newIngredient>;

export const newCasing = z
  .object({
    id,
    name: z.string().trim().min(2, { error: 'Name the casing.' }).max(80),
    material: z.enum(CASING_MATERIALS, { error: 'Say what it is made of.' }),
    /** Stuffed diameter; flat width is not it. */
    calibreMm: z
      .number({ error: 'Give the stuffed diameter in mm.' })
      .min(8, { error: 'The stuffed diameter must be from 8 to 200 mm.' })
      .max(200, { error: 'The stuffed diameter must be from 8 to 200 mm.' })
      .optional(),
    flatWidthMm: z
      .number({ error: 'Give the flat width in mm.' })
      .min(12, { error: 'The flat width must be from 12 to 310 mm.' })
      .max(310, { error: 'The flat width must be from 12 to 310 mm.' })
      .optional(),
    gPerM: z.number().min(0, { error: 'Grams per metre must be 0 or more.' }).max(500),
    /** Length of a tube, where it is bought cut, and what one takes by its maker. */
    tubeMm: z
      .number()
      .min(50, { error: 'A tube must be from 50 to 5000 mm long.' })
      .max(5000, { error: 'A tube must be from 50 to 5000 mm long.' })
      .optional(),
    tubeTakesG: z
      .number()
      .min(10, { error: 'A tube must take from 10 g to 20 kg.' })
      .max(20_000, { error: 'A tube must take from 10 g to 20 kg.' })
      .optional(),
  })
  .refine((c) => (c.calibreMm === undefined) !== (c.flatWidthMm === undefined), {
    error: 'Give the stuffed diameter or the flat width, one of them.',
    path: ['calibreMm'],
  })
  .refine((c) => c.tubeTakesG === undefined || c.tubeMm !== undefined, {
    error: 'Give the length of the tube that takes so much.',
    path: ['tubeMm'],
  });
export type NewCasing = z.infer<typeof newCasing>;

export const receiveGoods = z.object({
  id,
  itemId: id,
  kind: z.enum(['ingredient', 'casing']),
  /** mg, or mm of casing. */
  amount: z
    .int({ error: 'The amount must be a whole number.' })
    .positive({ error: 'The amount must be above 0.' })
    .max(10_000_000_000),
  supplier: z.string().trim().min(1, { error: 'Name the supplier.' }).max(80),
  supplierLot: z.string().trim().max(60).default(''),
  /** Where it is not known yet: null, and costs say so. */
  priceMinor: z.int().min(0).max(1_000_000).nullable().default(null),
  useBy: day.nullable().default(null),
  /** Of a cure: what its bag says. */
  nitritePct: strength.optional(),
  nitratePct: strength.optional(),
});
export type ReceiveGoods = z.infer<typeof receiveGoods>;

/** What the cold room should be asked today. */
export const outlook = z.object({
  oldest: z.array(
    z.object({ lotId: id, name: z.string(), code: z.string(), freeMg: z.int(), ageDays: z.int() }),
  ),
  mustGo: z.array(
    z.object({
      lotId: id,
      name: z.string(),
      code: z.string(),
      freeMg: z.int(),
      useBy: day,
      past: z.boolean(),
    }),
  ),
  /** What the batches planned for the next seven days need and the shop does not have. */
  short: z.array(
    z.object({ name: z.string(), measure: z.enum(['mg', 'mm']), needed: z.int(), free: z.int() }),
  ),
});
export type Outlook = z.infer<typeof outlook>;

export const goodsRoutes = {
  listGoods: route({
    method: 'GET',
    path: '/goods',
    summary: 'Spices, cure, packets and casing with their lots and when they run out',
    roles: EVERYONE,
    params: NONE,
    body: NONE,
    response: z.array(stockItem),
  }),
  listCasings: route({
    method: 'GET',
    path: '/casings',
    summary: 'Casings that a recipe can be stuffed into',
    roles: EVERYONE,
    params: NONE,
    body: NONE,
    response: z.array(
      z.object({
        casingId: id,
        name: z.string(),
        material: z.string(),
        calibreMm: z.number(),
        gPerM: z.number(),
        tubeMm: z.number().nullable(),
        tubeTakesG: z.number().nullable(),
        /** Of the newest lot, minor units per metre. */
        minorPerM: z.number().nullable(),
      }),
    ),
  }),
  addCasing: route({
    method: 'POST',
    path: '/casings',
    summary: 'A new kind of casing',
    roles: LEAD,
    params: NONE,
    body: newCasing,
    response: z.object({ id }),
  }),
  addIngredient: route({
    method: 'POST',
    path: '/goods/ingredients',
    summary: 'A new ingredient, typed as salt, cure or neither',
    roles: LEAD,
    params: NONE,
    body: newIngredient,
    response: stockItem,
  }),
  receiveGoods: route({
    method: 'POST',
    path: '/goods',
    summary: 'Receive a lot of an ingredient or a casing',
    roles: LEAD,
    params: NONE,
    body: receiveGoods,
    response: stockItem,
  }),
  getOutlook: route({
    method: 'GET',
    path: '/outlook',
    summary: 'What is oldest, what must go, what is short for the week',
    roles: EVERYONE,
    params: NONE,
    body: NONE,
    response: outlook,
  }),
};
