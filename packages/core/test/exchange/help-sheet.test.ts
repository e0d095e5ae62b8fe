import {
  type HelpSheet,
  helpSheet,
  instantWords,
  sheetAsMarkdown,
  worthTelling,
} from '@hedge-lamp/core/exchange';
import { givenOf, scenarioNow, today } from '@hedge-lamp/core/guidelines';
import { shippedBook } from '@hedge-lamp/core/methods';
import type { Reading } from '@hedge-lamp/core/readings';

const given = givenOf({
  read: {
    ammonia: {
      says: '0.5 (0.4–0.6)',
      by: 'ammonia-salicylate-two-bottles',
      kit: true,
      doubts: ['shook-short'],
    },
    ph: '7.8',
    nitrate: { says: '30 (25–35)', by: 'nitrate-two-bottles' },
  },
  source: { nitrate: '5' },
  deeds: [{ kind: 'water-change', daysAgo: 2, detail: '30 % | tap' }],
});
const readings = Object.values(given.latest).filter((r): r is Reading => r !== null && r !== undefined);
const sheet: HelpSheet = helpSheet({
  water: given.water,
  readings,
  source: { water: given.source!.water, readings: [given.source!.latest.nitrate!] },
  deeds: given.deeds!,
  kits: given.kits!,
  today: today(given),
  book: shippedBook,
  at: scenarioNow,
  zone: 'Etc/UTC',
});

describe('the page for somebody who helps', () => {
  it('gives every reading with value, unit and basis, kit, method, time with zone, sample and doubt', () => {
    expect(sheet.rows.map((r) => r.what)).toEqual(['Total ammonia', 'Nitrate', 'pH']);
    expect(sheet.rows[0]).toEqual({
      what: 'Total ammonia',
      value: '0.5 (0.4–0.6) mg/L NH3-N',
      by: expect.stringMatching(/^Ammonia.*, Made-up box$/),
      when: '2026-05-20 17:59 Etc/UTC',
      sample: 'not noted',
      doubts: 'I shook it short',
    });
    expect(sheet.rows[2]!.by).toBe('method not noted');
  });

  it('says what was assumed for free ammonia, what was never read, and what was done', () => {
    expect(sheet.computed[0]).toMatch(/^Free ammonia: .* mg\/L NH3-N\. No temperature was measured/);
    expect(sheet.neverRead).toEqual(expect.arrayContaining(['Nitrite', 'KH (alkalinity)']));
    expect(sheet.done).toEqual(['2026-05-18 18:00 Etc/UTC: Water change, 30 % | tap']);
    expect(sheet.source!.rows[0]!.value).toBe('5 (4.5–5.5) mg/L NO3');
  });

  it('is sound Markdown: a table row has six cells whatever was typed', () => {
    const text = sheetAsMarkdown({ ...sheet, name: 'Tank *one* | <two>' });
    expect(text).toContain('# Tank \\*one\\* \\| \\<two\\>');
    expect(text).toContain('30 % \\| tap');
    const rows = text.split('\n').filter((line) => line.startsWith('| ') && !line.startsWith('| ---'));
    for (const row of rows) expect(row.replace(/\\\|/g, '').split('|')).toHaveLength(8);
    expect(text).not.toMatch(/undefined|NaN|null/);
    expect(text).toMatch(/not for drinking water/);
  });

  it('tells the plan with its times by the clock of the keeper, what hangs on a reading, and what was ticked', () => {
    expect(sheet.plan.length).toBeGreaterThan(2);
    for (const line of sheet.plan) expect(line).toMatch(/^(By |Later|Done )?.*: [A-Z]/);
    expect(sheet.plan.some((l) => /^2026-05-\d\d \d\d:\d\d: /.test(l))).toBe(true);
    expect(sheetAsMarkdown(sheet)).toContain('## The plan');
  });

  it('has no empty headings', () => {
    const bare = sheetAsMarkdown({
      ...sheet,
      rows: [],
      computed: [],
      source: null,
      done: [],
      findings: [],
      plan: [],
      neverRead: [],
    });
    expect(bare.match(/^## .*/gm)).toEqual(['## Readings', '## What Hedge Lamp makes of it']);
    expect(bare).toContain('Nothing was read yet.');
  });
});

describe('which readings are told', () => {
  const [day, base] = [86_400_000, readings[2]!];
  const at = (daysAgo: number, more: Partial<Reading> = {}): Reading => ({
    ...base,
    id: `${daysAgo}${more.methodId ?? ''}`,
    takenAt: scenarioNow - daysAgo * day,
    ...more,
  });
  it('are the newest by each kit and place, and an old one only where there is no newer', () => {
    const other = { methodId: 'nitrate-powder-and-drops' };
    expect(
      worthTelling([at(1), at(9), at(3, other), at(80, { methodId: null })], scenarioNow).map((r) => r.id),
    ).toEqual(['1', '3nitrate-powder-and-drops']);
    expect(worthTelling([at(80)], scenarioNow)).toHaveLength(1);
  });
});

describe('a time that anybody can read', () => {
  it('names its zone', () => {
    const at = Date.UTC(2026, 0, 2, 23, 30);
    expect(instantWords(at, 'Europe/Berlin')).toBe('2026-01-03 00:30 Europe/Berlin');
    expect(instantWords(at, 'Nowhere/At_all')).toBe('2026-01-02 23:30 UTC');
  });
});
