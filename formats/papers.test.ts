import sharp from 'sharp';
import ICAL from 'ical.js';
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';
import { describe, expect, test } from 'vitest';
import { demoBuild } from '../tests/example';
import { assess } from '../core/assess';
import { gradeChance } from '../core/clearance/gradeChance';
import { planWeek, type PlannedJob } from '../core/planning/week';
import { minuteOf, wallTimeAt } from '../core/time/wallClock';
import { customerCopy } from '../core/paper/customerCopy';
import { takenInto } from '../core/work/jobWork';
import { workOf } from '../core/work/needs';
import { quoteLines, totalsOf } from '../core/quote/quote';
import { quotePaper } from '../core/paper/quotePaper';
import { SHIPPED_WORK } from '../core/work/shippedWork';
import { differingFigures, sideBySide } from '../core/paper/sideBySide';
import { workOrder } from '../core/paper/workOrder';
import { comparisonCsv, comparisonJson } from './comparison';
import { PAPERS } from './paper';
import { paperPdf, wrapped } from './paperPdf';
import { planIcs } from './planIcs';
import { readWorkRules, writeWorkRules } from './workRulesJson';
import { NO_WORK } from '../core/work/noWork';
import type { Quote } from '../core/format/quote';
import { SHIPPED_CALENDAR } from '../core/format/shopCalendar';

const HEADING = {
  shop: 'Moss & Anvil Upfitters',
  job: 'J-0005',
  vehicle: 'Orrin Halyard crew cab',
  stage: 'Full build',
  customer: 'Dunmarrow Forestry',
  date: '2026-11-25',
};
const build = demoBuild('halyard-2-full-build');
const work = takenInto(NO_WORK, 1, workOf(build, SHIPPED_WORK), '2026-11-25');

async function readPdf(bytes: Uint8Array) {
  const pdf = await getDocument({ data: bytes, useSystemFonts: true }).promise;
  const pages = await Promise.all(
    Array.from({ length: pdf.numPages }, async (_, i) => {
      const page = await pdf.getPage(i + 1);
      const { items } = await page.getTextContent();
      return {
        size: page.getViewport({ scale: 1 }),
        items: items.flatMap((item) => ('str' in item && item.str.trim() ? [item] : [])),
      };
    }),
  );
  return { pages, text: pages.flatMap(({ items }) => items.map(({ str }) => str)).join(' ') };
}

describe('papers as PDF, read back', () => {
  test('a photograph before and after leaves the customer’s copy on two pages', async () => {
    const jpeg = await sharp({ create: { width: 900, height: 675, channels: 3, background: '#446688' } })
      .jpeg()
      .toBuffer();
    const items = ['Before', 'After'].map((caption) => ({ caption, jpeg: jpeg.toString('base64') }));
    const sheet = customerCopy(HEADING, build, assess(build), [], 'metric', {
      photograph: { kind: 'pictures', items },
      chance: gradeChance(build),
    });
    const { pages, text } = await readPdf(await paperPdf(sheet, 'letter'));
    expect(pages.length).toBeLessThanOrEqual(2);
    expect(text).toContain('After');
    expect(text).toMatch(/graded .\w+., (over |under )?\d+ % sure/);
  });

  test.each(['a4', 'letter'] as const)(
    'the customer’s copy on %s is two pages at the most, with nothing beyond the margins',
    async (paper) => {
      const sheet = customerCopy(HEADING, build, assess(build), [], 'metric');
      const { pages, text } = await readPdf(await paperPdf(sheet, paper));
      expect(pages.length).toBeLessThanOrEqual(2);
      expect(text).toContain('What it costs');
      expect(text).toContain('an inspector');
      for (const { size, items } of pages) {
        expect([size.width, size.height].map(Math.round)).toEqual(PAPERS[paper].map(Math.round));
        for (const { transform, width, str } of items) {
          const [, , , , x = 0, y = 0] = transform as number[];
          expect(x, str).toBeGreaterThanOrEqual(40);
          expect(x + width, str).toBeLessThanOrEqual(size.width - 38);
          expect(y, str).toBeGreaterThan(25);
        }
      }
    },
  );

  test('the work order carries every step and every check, and says what nobody stated', async () => {
    const sheet = workOrder(HEADING, build, assess(build), work, 'metric');
    const { text } = await readPdf(await paperPdf(sheet, 'a4'));
    const plain = (words: string): string => words.replace(/[’]/g, "'").replace(/\s+/g, ' ');
    for (const block of sheet.blocks)
      if (block.kind === 'checks')
        for (const { words } of block.items) expect(plain(text)).toContain(plain(words).slice(0, 40));
    expect(text).toContain('not stated');
  });

  test('a quote adds up on paper as it does in the book', async () => {
    const lines = quoteLines(workOf(build, SHIPPED_WORK)).map((line) => ({
      ...line,
      price: line.count ? 12.5 : null,
    }));
    const terms = { currency: 'cr', hourlyRate: 84, taxPct: 19, validDays: 30 };
    const option = {
      stageId: 1,
      label: 'Full build',
      summary: '',
      lines,
      gains: ['More room.'],
      costs: ['Heavier.'],
    };
    const quote: Quote = {
      madeOn: '2026-11-25',
      validUntil: '2026-12-25',
      terms,
      options: [option],
      note: '',
    };
    const { text } = await readPdf(await paperPdf(quotePaper(HEADING, 'J-0005-1', quote, null), 'letter'));
    expect(text).toContain((totalsOf(option, terms).totalCents / 100).toFixed(2).slice(-6));
    expect(text).toContain('valid until 25 Dec 2026');
    const taken = quotePaper(HEADING, 'J-0005-1', quote, {
      option: 'Full build',
      by: 'Somebody',
      on: '2026-11-30',
    });
    expect(JSON.stringify(taken)).toContain('Accepted by Somebody on 30 Nov 2026: Full build.');
  });

  test('text is broken between words, never inside, and nothing is lost', () => {
    const words = 'one two three four five';
    const lines = wrapped(words, 9, (text) => text.length);
    expect(lines).toEqual(['one two', 'three', 'four five']);
    expect(lines.join(' ')).toBe(words);
    expect(wrapped('unbreakablelongword', 5, (text) => text.length)).toEqual(['unbreakablelongword']);
  });
});

test('the plan as iCalendar, read back: every task at its own wall time', () => {
  const jobs: PlannedJob[] = [{ id: 1, number: 'J-0005', vehicle: HEADING.vehicle, work }];
  const week = planWeek(jobs, SHIPPED_CALENDAR, minuteOf('2026-11-25T09:07'));
  const component = new ICAL.Component(ICAL.parse(planIcs(week, jobs, HEADING.shop)) as unknown[]);
  const events = component.getAllSubcomponents('vevent').map((one) => new ICAL.Event(one));
  expect(events).toHaveLength(week.plan.placed.length);
  expect(new Set(events.map(({ uid }) => uid)).size).toBe(events.length);
  for (const { id, startMin, endMin, bay } of week.plan.placed) {
    const event = events.find(({ uid }) => uid === `${id.replace('/', '-').toLowerCase()}@vexlo`);
    expect(event?.startDate.toString().slice(0, 16)).toBe(wallTimeAt(startMin));
    expect(event?.endDate.toString().slice(0, 16)).toBe(wallTimeAt(endMin));
    // Floating: the shop's own clock, in no zone.
    expect(event?.startDate.zone.tzid).toBe('floating');
    expect(event?.location).toBe(bay ?? 'outside of a bay');
  }
  const none = planIcs(week, jobs, HEADING.shop, { bay: 'No such bay', person: null });
  expect(none).not.toContain('BEGIN:VEVENT');
});

describe('work rules as a file', () => {
  test('come back as they went', () => {
    expect(readWorkRules(writeWorkRules({ rules: SHIPPED_WORK }))).toEqual({
      ok: true,
      value: { rules: SHIPPED_WORK },
    });
  });

  test('are refused with the place of the fault', () => {
    const faults = (text: string) => {
      const read = readWorkRules(text);
      return read.ok ? '' : read.faults.map(({ path, message }) => `${path} ${message}`).join();
    };
    expect(faults('{')).toContain('line 1, column');
    expect(faults('{}')).toContain('vexlo/work-rules');
    expect(faults(writeWorkRules({ rules: SHIPPED_WORK }).replace('"take-in"', '"Take In"'))).toContain(
      'rules.0.id',
    );
  });
});

test.each(['a4', 'letter'] as const)(
  'four stages side by side stand on one page of %s, and go out as CSV and JSON',
  async (paper) => {
    const stages = [
      'halyard-1-tall-and-narrow',
      'halyard-2-full-build',
      'halyard-3-wide-and-tall',
      'halyard-2-full-build',
    ].map((name) => {
      const one = demoBuild(name);
      return { label: name, build: one, assessment: assess(one), chance: gradeChance(one), cost: null };
    });
    const terms = { currency: 'cr', hourlyRate: 60, taxPct: 20, validDays: 30 };
    const rows = differingFigures(stages, 'metric', terms);
    const { pages, text } = await readPdf(await paperPdf(sideBySide(HEADING, stages, rows, 'metric'), paper));
    expect(pages).toHaveLength(1);
    expect(pages[0]?.size.width).toBeCloseTo(PAPERS[paper][0], 0);
    expect(text).toContain('halyard-3-wide-and-tall');
    const labels = stages.map(({ label }) => label);
    expect(comparisonCsv(labels, rows).split('\n')[0]).toBe(`figure,${labels.join(',')}`);
    expect(JSON.parse(comparisonJson('J-1', labels, rows))).toMatchObject({
      format: 'vexlo/comparison',
      figures: rows,
    });
  },
);
