import { SOAK_MINUTES, casingAhead, casingNeed, countMarks, link } from '@zest/core';
import type { BatchSheet } from '@zest/contract';
import { sumWhere, type MassFigures } from './figures.js';
import type { BatchRecord } from './record.js';

function linkLengthMm(record: BatchRecord): number | null {
  const { casing, linkLengthMm: length, linkMassG } = record.batch.recipe;
  if (length !== null) return length;
  return casing && linkMassG ? link({ calibreMm: casing.calibreMm, massG: linkMassG }).lengthMm : null;
}

export function linkMass(record: BatchRecord): number | null {
  const { casing, linkLengthMm: length, linkMassG } = record.batch.recipe;
  if (linkMassG !== null) return linkMassG;
  return casing && length ? link({ calibreMm: casing.calibreMm, lengthMm: length }).massG : null;
}

export function casingFigures(
  record: BatchRecord,
  figures: MassFigures,
  mixMg: number,
): BatchSheet['casing'] {
  const { casing } = record.batch.recipe;
  const length = linkLengthMm(record);
  if (!casing || !record.casing || length === null) return null;
  const need = casingNeed({ massKg: mixMg / 1e6, calibreMm: casing.calibreMm, lengthMm: length });
  const usedMm =
    sumWhere(record.transfers, (t) => t.from === record.casing?.accountId) -
    sumWhere(record.transfers, (t) => t.to === record.casing?.accountId);
  const stuff = record.steps.find((s) => s.document.kind === 'stuff' && !s.leftOut);
  const station = figures.ribbon.find((r) => r.accountId === stuff?.placeAccountId);
  const stuffedKg = (station?.outMg ?? 0) / 1e6;
  const leftKg = stuff?.closedAt
    ? 0
    : Math.max(0, station && station.inMg > 0 ? station.balanceMg : mixMg) / 1e6;
  const ahead = casingAhead({
    stuffedKg,
    leftKg,
    usedM: usedMm / 1000,
    atHandM: Math.max(0, record.casing.leftMm) / 1000,
    plannedM: need.metres,
  });
  return {
    name: casing.name,
    calibreMm: casing.calibreMm,
    soakMinutes: SOAK_MINUTES[casing.material as keyof typeof SOAK_MINUTES] ?? 0,
    aheadM: ahead.needM,
    shortM: ahead.shortM,
    lotId: record.casing.lotId,
    lotCode: record.casing.lotCode,
    links: need.links,
    needM: need.metres,
    usedMm,
    strands: countMarks(record.marks, 'strand'),
    leftMm: record.casing.leftMm,
    linkLengthMm: length,
  };
}
