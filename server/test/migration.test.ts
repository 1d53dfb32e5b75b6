import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { gunzipSync } from 'node:zlib';
import mysql from 'mysql2/promise';
import { v7 as uuid } from 'uuid';
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest';
import {
  fold,
  type BatchView,
  type EntryView,
  type Gauge,
  type LineView,
  type RibbonStation,
  type StepView,
} from '@zest/core';
import { newMark } from '@zest/contract';
import { APP } from '@zest/ops';
import { shopFacts } from '../src/batches/read.js';
import { loadFacts } from '../src/batches/store/facts.js';
import { openDatabase, type Database } from '../src/platform/database.js';
import { migrate, pendingMigrations } from '../src/platform/migrate.js';
import { machines } from '../src/platform/settings.js';
import { verifyLedger } from '../src/ledger/index.js';
import { TODAY, onDatabase } from './template.js';

const fixture = (name: string) =>
  gunzipSync(readFileSync(fileURLToPath(new URL(`fixtures/${name}.gz`, import.meta.url))));

/** What the version that wrote the dump answered for the same batches. */
const before = JSON.parse(
  // It was said in other words then.
  fixture('demo-0007.figures.json').toString().replaceAll('has passed 1 times', 'has passed once'),
) as {
  sheets: (BatchView & { links: BatchView['pieces']; steps: (StepView & { say: string })[] })[];
};
const NAME = 'zest_migration';
const ownerUrl = onDatabase(inject('ownerUrl'), NAME);
let db: Database;
let ran: string[] = [];
let pending: string[] = [];

beforeAll(async () => {
  const owner = await mysql.createConnection({ uri: inject('ownerUrl') });
  await owner.query(`DROP DATABASE IF EXISTS ${NAME}`);
  await owner.query(`CREATE DATABASE ${NAME}`);
  await owner.end();
  const { hostname, port, username, password } = new URL(ownerUrl);
  execFileSync(
    'mariadb',
    ['--protocol=tcp', `-h${hostname}`, `-P${port}`, `-u${username}`, `-p${password}`, NAME],
    { input: fixture('demo-0007.sql') },
  );
  pending = await pendingMigrations(ownerUrl);
  ran = await migrate(ownerUrl, APP);
  db = openDatabase(onDatabase(inject('appUrl'), NAME), 3);
});

afterAll(() => db.close());

/** Cure is reckoned on the mix as it was made since then: its ppm and its room have moved by what was left out. */
const cureOf = ({ cure }: LineView) =>
  cure && [cure.nitritePct, cure.limitPpm, cure.basis, cure.book, cure.withinLimit];
const line = (l: LineView) => [
  l.id,
  l.name,
  l.dueMg,
  l.lowMg,
  l.highMg,
  l.weighedMg,
  l.scaleId,
  l.perLoadMg,
  l.accepted,
  cureOf(l),
];
const step = (s: StepView) => [s.id, s.title, s.inMg, s.outMg, s.balanceMg, s.stepYield, s.closedBy, s.loads];
const entry = (e: EntryView) => [e.id, e.from, e.to, e.amount, e.how, e.reversed];

const gauge = ({ substance, unit, basis, limit, book, level }: Gauge) => [
  substance,
  unit,
  basis,
  limit,
  book,
  level,
];

/** Casing as both versions know it; what is needed has followed what was stuffed since then. */
const casing = ({ casing: c }: Pick<BatchView, 'casing'>) =>
  c && [c.name, c.calibreMm, c.usedMm, c.leftMm, c.strands, c.soakMinutes, c.linkLengthMm];

const byName = ({ missing }: { missing: { what: string }[] }) =>
  [...missing].sort((a, b) => a.what.localeCompare(b.what));

describe('a database made by the version before', () => {
  it('is brought up to date once, and refuses a migration that reads differently', async () => {
    expect(ran).toEqual([
      '008_facts.sql',
      '009_names.sql',
      '010_guards.sql',
      '011_who_sent.sql',
      '012_lots_as_they_are.sql',
      '013_tubes.sql',
      '014_known_devices.sql',
      '015_late_and_seen.sql',
      '016_audit.sql',
      '017_addresses.sql',
      '018_tablets.sql',
      '019_devices.sql',
      '020_years.sql',
      '021_passes.sql',
      '022_machines.sql',
      '023_money_and_names.sql',
      '024_signing.sql',
      '025_several_servers.sql',
      '026_proven_versions.sql',
      '027_people_notes.sql',
      '028_lots_of_a_kind.sql',
      '029_matter.sql',
      '030_portions.sql',
      '031_marks_say.sql',
      '032_lot_dates.sql',
      '033_contact.sql',
      '034_reading_back.sql',
      '035_clock.sql',
      '036_grown.sql',
      '037_becomes.sql',
      '038_two_for_cure.sql',
      '039_parasites.sql',
    ]);
    expect(pending).toEqual(ran);
    expect(await pendingMigrations(ownerUrl)).toEqual([]);
    expect(await migrate(ownerUrl, APP)).toEqual([]);
    const owner = await mysql.createConnection({ uri: ownerUrl });
    await owner.query("UPDATE migration SET checksum = REPEAT('0', 64) WHERE name LIKE '001%'");
    await expect(migrate(ownerUrl, APP)).rejects.toThrow('ran with another text');
    await owner.query("UPDATE migration SET checksum = NULL WHERE name LIKE '001%'");
    expect(await migrate(ownerUrl, APP)).toEqual([]);
    await owner.end();
  });

  it('makes a list of the one mixer and the one stuffer that a shop had said', async () => {
    const owner = await mysql.createConnection({ uri: ownerUrl, multipleStatements: true });
    const text = readFileSync(new URL('../migrations/022_machines.sql', import.meta.url), 'utf8');
    await owner.query(
      `REPLACE INTO setting (name, value) VALUES ('machines', '{"mixerKg": 22.5, "stufferKg": 6}')`,
    );
    const list = [
      { name: 'Mixer', kind: 'mixer', holdsKg: 22.5, sizesMm: [] },
      { name: 'Stuffer', kind: 'stuffer', holdsKg: 6, sizesMm: [] },
    ];
    await owner.query(text);
    expect(await machines(db)).toEqual(list);
    // A list stays as it is.
    await owner.query(text);
    expect(await machines(db)).toEqual(list);
    await owner.query(`DELETE FROM setting WHERE name = 'machines'`);
    await owner.end();
  });

  it('shows the same figures of every batch', async () => {
    const shop = await shopFacts(db, TODAY);
    const all = await loadFacts(
      db,
      before.sheets.map((s) => s.id),
    );
    expect(all).toHaveLength(before.sheets.length);
    for (const old of before.sheets) {
      const now = fold(
        all.find((f) => f.batch.id === old.id)!,
        shop,
      );
      expect(now.lines.map(line), `lines of ${old.number}`).toEqual(old.lines.map(line));
      for (const [i, { cure }] of now.lines.entries()) {
        const was = old.lines[i]?.cure;
        if (cure && was) expect(Math.abs(cure.ppm / was.ppm - 1), `cure of ${old.number}`).toBeLessThan(0.01);
      }
      expect(now.steps.map(step), `steps of ${old.number}`).toEqual(old.steps.map(step));
      expect(now.entries.map(entry), `entries of ${old.number}`).toEqual(old.entries.map(entry));
      // The sample is asked before the count now; what is missing is the same.
      expect(now.steps.map(byName)).toEqual(old.steps.map(byName));
      for (const key of [
        'product',
        'state',
        'stepTitle',
        'waitsFor',
        'trouble',
        'meatMg',
        'outMg',
        'unaccountedMg',
        'meatBasis',
        'mixMg',
        'loads',
        'label',
        'openedFatPct',
        'plannedFatPct',
        'fatSd',
        'inWindow',
        'fatTest',
        'linkMassG',
        'cost',
        'taste',
      ] as const) {
        if (key === 'trouble' && now.uncured) expect(now.trouble).toContain('UNCURED');
        // It says what the goods are by their record since then, and not what they were to become.
        else if (key === 'label')
          expect([now.label?.text, now.label?.allergens]).toEqual([old.label?.text, old.label?.allergens]);
        // What was kept of it takes along what it cost since then, so that the rest is not dearer for it.
        else if (key === 'cost')
          expect([now.cost.totalMinor, now.cost.parts], `cost of ${old.number}`).toEqual([
            old.cost.totalMinor,
            old.cost.parts,
          ]);
        else expect(now[key], `${key} of ${old.number}`).toEqual(old[key]);
      }
      // What was kept as a lot of its own is no loss of the product since then.
      expect(now.packedYield ?? 0, `yield of ${old.number}`).toBeGreaterThanOrEqual(old.packedYield ?? 0);
      expect(now.packedYield === null).toBe(old.packedYield === null);
      expect(now.gauges.map(gauge), `gauges of ${old.number}`).toEqual(old.gauges.map(gauge));
      for (const [i, { value, basis }] of now.gauges.entries()) {
        const was = old.gauges[i]?.value ?? NaN;
        // A limit on the product is held against the product as it stands since then.
        if (basis !== 'product')
          expect(
            value / was,
            `a gauge of ${old.number} ${now.gauges[i]?.title} ${value} ${was} ${basis}`,
          ).toBeCloseTo(1, 6);
      }
      expect(casing(now), `casing of ${old.number}`).toEqual(casing(old));
      expect(now.pieces).toEqual(old.links);
      // What came in by account was drawn nowhere, and is told no more.
      const was = old.ribbon.map(({ added: _added, ...r }: RibbonStation & { added?: unknown }) => r);
      expect(now.ribbon.map(({ stream: _stream, portion: _portion, parted: _parted, ...r }) => r)).toEqual(
        was,
      );
    }
  });

  it('tells the same hand the same, and keeps its ledger', async () => {
    const all = await loadFacts(
      db,
      before.sheets.map((s) => s.id),
    );
    const shop = await shopFacts(db, TODAY);
    for (const old of before.sheets) {
      const now = fold(
        all.find((f) => f.batch.id === old.id)!,
        shop,
      );
      expect(now.steps.map((s) => s.instruction)).toEqual(
        old.steps.map((s) => (s as unknown as { say: string }).say),
      );
    }
    expect(await verifyLedger(db)).toEqual([]);
  });

  it('keeps what was said and ticked, in fields of its kind', async () => {
    const owner = await mysql.createConnection({ uri: ownerUrl, multipleStatements: true });
    const text = readFileSync(new URL('../migrations/031_marks_say.sql', import.meta.url), 'utf8');
    await owner.query(`ALTER TABLE bench_mark DROP said, ADD subject VARCHAR(80) NOT NULL DEFAULT '',
      ADD note VARCHAR(300) NOT NULL DEFAULT '', ADD value DOUBLE NULL`);
    const [[one]] = (await owner.query(
      'SELECT batch_id AS batchId, person_id AS personId FROM bench_mark',
    )) as [{ batchId: string; personId: string }[], unknown];
    const line = '00000000-0000-7000-8000-0000000000aa';
    const SAID = [
      ['ready', 'machine', 'Knife sharp.', null, { checks: 'Knife sharp.' }],
      ['timer', 'Soak the casing', '', 60, { timer: 'soak', minutes: 60 }],
      ['chill', '', '', 1, { isIn: true }],
      ['cure', line, '', 351_000, { lineId: line, massMg: 351_000 }],
      ['label', '7-1', 'tub.pdf', null, { code: '7-1', file: 'tub.pdf', massMg: null }],
      ['scan', '7-1', '', null, { code: '7-1' }],
      ['load-skipped', '2', 'no time', null, { load: 2, why: 'no time' }],
      ['pilot', '', 'Too dry', 72.5, { coreC: 72.5, answer: 'Too dry' }],
      ['attribute', 'salt', 'right', null, { attribute: 'salt', answer: 'right' }],
      ['fill', '', '', -1, { count: -1 }],
      ['strand', '', '', null, { count: 1 }],
      [
        'defect',
        'burst',
        'Weak casing. Kept as rework.',
        2,
        { defect: 'burst', cause: 'Weak casing', became: 'rework', count: 2 },
      ],
      ['given-up', line, 'not any more', null, { lineId: line, why: 'not any more' }],
      ['signed', 'uncured', 'sold as fresh', null, { guard: 'uncured', why: 'sold as fresh' }],
    ] as const;
    const NEVER_WAIT: string[] = ['cure', 'label', 'signed'];
    await owner.query('DELETE FROM bench_mark');
    const about = [one!.batchId, one!.personId];
    for (const [kind, subject, note, value] of SAID) {
      const mark = { id: uuid(), kind, batchId: one!.batchId, subject, note, value };
      await owner.query(
        `INSERT INTO bench_mark (id, kind, batch_id, subject, note, value, at, recorded_at, person_id)
         VALUES (?, ?, ?, ?, ?, ?, NOW(3), NOW(3), ?)`,
        [...Object.values(mark), about[1]],
      );
      if (NEVER_WAIT.includes(kind)) continue;
      const { subject: s, note: n, value: v, id, kind: k } = mark;
      const body = JSON.stringify({ id, stepId: null, kind: k, subject: s, note: n, value: v });
      await owner.query(
        `INSERT INTO late_entry (id, batch_id, kind, body, person_id, proven, received_at) VALUES (?, ?, 'mark', ?, ?, 0, NOW(3))`,
        [id, one!.batchId, body, about[1]],
      );
    }
    await owner.query(text);
    const [facts] = await loadFacts(db, [one!.batchId]);
    const [waiting] = (await owner.query("SELECT body FROM late_entry WHERE kind = 'mark'")) as unknown as [
      { body: string | object }[],
    ];
    for (const [kind, , , , said] of SAID) {
      expect(facts!.marks.filter((m) => m.kind === kind)).toMatchObject([said]);
      // Labels, confirmations and signatures never wait; what a piece became is not read out of a sentence there.
      if (NEVER_WAIT.includes(kind)) continue;
      const kept = waiting
        .map(({ body }) => newMark.parse(typeof body === 'string' ? JSON.parse(body) : body))
        .find((m) => m.kind === kind);
      expect(kept).toMatchObject(kind === 'defect' ? { ...said, became: null } : said);
    }
    await owner.end();
  });
});
