import { type Scenario, givenOf, today } from '@hedge-lamp/core/guidelines';
import { type Status } from '@hedge-lamp/core/limits';
import { saidBy } from './said-by';

/** Made-up waters as a seasoned keeper would judge them: one sentence each, the lamp, and what must be said. */
type Case = readonly [
  sentence: string,
  given: Scenario,
  lamp: Status,
  says: readonly (string | RegExp)[],
  silent?: readonly RegExp[],
];

const tapAt8 = { ph: '8.0', alkalinity: '6', ammonia: '0', nitrate: '5', hardness: '8' } as const;
/** A reading of what can kill, all of it as it should be. */
const well = { ammonia: '0 (0–0.1)', nitrite: '0 (0–0.1)', ph: '7.4', temperature: '25' } as const;
const daily = (says: string, by: string, days: readonly number[]) =>
  days.map((daysAgo) => ({ says, by, daysAgo }));

const cases: readonly Case[] = [
  [
    '0.9 mg/L total, pH 6.4, 24 °C: watch, because 0.13 % is free; warns before a change with pH 8 tap water',
    { read: { ammonia: '0.9 (0.8–0.9)', ph: '6.4', temperature: '24', alkalinity: '4–5' }, source: tapAt8 },
    'watch',
    ['0.13 (', '% of it is free', 'A change with Made-up tap lifts pH', 'burned by the new'],
  ],
  [
    '1 mg/L total, pH 8.4, 27 °C: act on the free part, for sure',
    { read: { ammonia: '1.0 (0.9–1.0)', ph: '8.4', temperature: '27' } },
    'act',
    [/Free ammonia is .*Certain: too high even at the lowest/],
  ],
  [
    '8 mg/L total at pH 8.4 and 28 °C: urgent, now',
    { read: { ammonia: '8', ph: '8.4', temperature: '28' } },
    'urgent',
    ['Air more', 'Feed nothing', 'Change half', 'Test ammonia and pH'],
  ],
  [
    'ammonia without a pH: cannot tell, and the pH would settle it',
    { read: { ammonia: '0.5 (0.4–0.6)', temperature: '25' } },
    'watch',
    [/Free ammonia .*Cannot tell yet.*fresh pH to the tenth/],
  ],
  [
    'everything as it should be: clear, nothing to do',
    {
      read: {
        ammonia: '0 (0–0.1)',
        nitrite: '0 (0–0.1)',
        nitrate: '12 (10–14)',
        ph: '7.2',
        alkalinity: '5',
        hardness: '8',
        temperature: '25',
      },
    },
    'clear',
    [],
    [/Watch|Today|Change/],
  ],
  [
    'nitrate past the top of the card: act, and a change by halves at most',
    { read: { nitrate: { says: 'over 160', by: 'nitrate-two-bottles' } }, source: { nitrate: '5' } },
    'act',
    [
      'Too high for certain; how far is not clear yet',
      'Dilute nitrate 1:4 and test: it tells how many changes it takes',
      'Change a quarter, 25 L; test pH of both waters first',
    ],
  ],
  [
    'nitrate 45 with tap of 5: act; the change is told with what it comes to',
    {
      read: { ...well, nitrate: '45 (42–48)', alkalinity: '5' },
      source: { nitrate: '5 (4–6)', ph: '7.2', alkalinity: '5' },
    },
    'act',
    ['Change 30 %, 30 L of Made-up tap.', 'It cannot go under the 5 mg/L NO3'],
  ],
  [
    'nitrate 30 with tap of 35: no change can bring it down',
    { read: { nitrate: '30 (28–32)' }, source: { nitrate: '35 (33–37)' } },
    'watch',
    [
      'A change with Made-up tap cannot bring nitrate under',
      'No change with it can bring this water into the clear',
    ],
  ],
  [
    'nitrate 28, tap soft against a hard tank: the change is kept small by KH',
    {
      read: { nitrate: '28 (26–30)', alkalinity: '12', hardness: '10' },
      source: { nitrate: '0 (0–1)', alkalinity: '1', hardness: '9' },
    },
    'watch',
    ['Change 15 %'],
    [/Change a quarter/],
  ],
  [
    'nitrate at 35 by the school of 40: clear',
    { read: { ...well, nitrate: '35 (33–37)' }, guidance: { schools: { nitrate: 'forty' } } },
    'clear',
    ['inside at either end'],
  ],
  [
    'nitrate at 2 in a planted tank: plants starve',
    { stock: ['community-fish', 'water-plants'], read: { nitrate: '2 (1–3)' } },
    'watch',
    ['Plants starve for nitrogen'],
  ],
  [
    'nitrate zero without plants: shake the bottle',
    { read: { ...well, nitrate: '0 (0–2)' } },
    'clear',
    ['unshaken bottle', 'shake bottle 2'],
  ],
  [
    'nitrite at 1 mg/L beside fish: act; chloride would tell how shielded they are',
    { read: { nitrite: '1.0 (0.8–1.0)' } },
    'act',
    ['Nitrite keeps the blood from carrying oxygen', 'chloride reading would settle it'],
  ],
  [
    'nitrite at 0.3 with 100 mg/L chloride: still watched, and said to be shielded',
    { read: { nitrite: '0.3 (0.25–0.35)', chloride: '100' } },
    'watch',
    ['ten times the nitrite-N or more'],
  ],
  [
    'nitrite at 0.5 mg/L with hardly any chloride: past EIFAC’s value for it',
    { read: { nitrite: '0.5 (0.45–0.55)', chloride: '1.0' } },
    'act',
    ['Nitrite against EIFAC’s value for this chloride is', 'With this little chloride'],
  ],
  [
    'a cycling tank without fish, 4 mg/L ammonia and 5 nitrite: nobody is harmed',
    {
      cycling: true,
      stock: [],
      start: { fishless: true, live: true, readyAt: null, startedAt: 0 },
      read: { ammonia: '4', nitrite: '5', ph: '7.6', alkalinity: '5', temperature: '26' },
    },
    'clear',
    [],
    [/\b(Act|Urgent)\b/],
  ],
  [
    'a cycling tank whose nitrite fell to zero in a day after much ammonia: a false zero',
    {
      cycling: true,
      stock: [],
      read: { nitrite: { says: '0 (0–0.1)', by: 'nitrite-one-bottle' }, ammonia: '0.5' },
      before: { ammonia: [{ says: '4', daysAgo: 5 }] },
    },
    'watch',
    ['may be far over the card', '9 mL distilled water'],
  ],
  [
    'a cycling tank with fish and 1 mg/L nitrite: act, since somebody lives in it',
    { cycling: true, stock: ['community-fish'], read: { nitrite: '1.0 (0.8–1.0)' } },
    'act',
    ['Air more', /Test .*\bpH\b/],
  ],
  [
    'KH of one while pH slid: act, raise it slowly',
    { read: { alkalinity: '0.5–1', ph: '6.5' }, before: { ph: [{ says: '7.2', daysAgo: 14 }] } },
    'act',
    ['pH slid from 7.2', 'pH can crash overnight'],
  ],
  [
    'KH of one with ammonia in the water: bring the ammonia down before buffering',
    { read: { alkalinity: '0.5–1', ph: '6.3', ammonia: '2.0', temperature: '25' } },
    'act',
    ['Raising KH or pH now would free ammonia'],
  ],
  [
    'a pond after rain: KH and pH are to be tested',
    {
      kind: 'pond',
      stock: ['goldfish'],
      read: { alkalinity: { says: '6', daysAgo: 10 }, ph: { says: '7.4', daysAgo: 10 } },
      deeds: [{ kind: 'rain', daysAgo: 1 }],
    },
    'unread',
    ['nobody knows how much', 'Test total ammonia, nitrite, pH and KH'],
  ],
  [
    'a pond filled from the rain butt at 4 °dKH: what it brings in holds no pH',
    { kind: 'pond', stock: ['goldfish'], read: { alkalinity: '3–4' }, source: { alkalinity: '0–0.5' } },
    'watch',
    ['carries next to no KH'],
  ],
  [
    'pH 7.1 at dawn and 8.3 in the afternoon: act on the swing, not on the number',
    {
      kind: 'pond',
      stock: ['goldfish'],
      read: { ph: '8.3' },
      before: { ph: [{ says: '7.1', hoursAgo: 9 }] },
    },
    'act',
    ['within 9 hours', 'Steady beats ideal'],
  ],
  [
    'KH 6 at pH 5.8: one of the tests is off',
    { read: { alkalinity: '5–6', ph: '5.8', temperature: '25' } },
    'act',
    ['do not go together', 'Repeat pH from a fresh sample'],
  ],
  [
    'phenolphthalein pink at pH 7: contradicts it',
    { read: { alkalinity: { says: '8', firstTurn: 1 }, ph: '7.0' } },
    'watch',
    ['Pink means a pH above about 8.3'],
  ],
  [
    'two pH ranges that cannot both be right: repeat both from one sample',
    {
      read: { ph: { says: '6.8 (6.7–6.9)', by: 'ph-low-range', sameRun: true } },
      phPartner: { says: '8.4 (8.3–8.5)', by: 'ph-high-range', sameRun: true },
    },
    'watch',
    ['cannot both be right'],
  ],
  [
    'two nitrate kits apart by a factor of two: keep to one',
    {
      read: { ...well, nitrate: { says: '18 (16–20)', by: 'nitrate-two-bottles' } },
      before: { nitrate: [{ says: '38 (34–42)', by: 'nitrate-powder-and-drops', hoursAgo: 1 }] },
    },
    'clear',
    ['Two kits disagree on nitrate', 'one reports the ion and the other nitrogen'],
  ],
  [
    'a strip alone says 50 mg/L nitrate: confirm with drops',
    { read: { nitrate: { says: '50 (25–75)', by: 'strip-five-pads' } } },
    'act',
    ['Confirm nitrate with drops'],
  ],
  [
    'KH that jumped from 5 to 12 with nothing noted: run it again before acting',
    {
      read: { alkalinity: { says: '11–12', by: 'kh-drops' } },
      before: { alkalinity: daily('4–5', 'kh-drops', [7, 14, 21, 28, 35]) },
    },
    'watch',
    ['out of line', 'Repeat KH from a fresh sample'],
  ],
  [
    'nitrogen from nowhere in three days: repeat nitrate first',
    {
      stock: ['community-fish'],
      read: { ammonia: '0.2 (0–0.3)', nitrite: '0 (0–0.1)', nitrate: '90 (80–100)' },
      before: {
        ammonia: [{ says: '0.2 (0–0.3)', daysAgo: 3 }],
        nitrite: [{ says: '0 (0–0.1)', daysAgo: 3 }],
        nitrate: [{ says: '10 (8–12)', daysAgo: 3 }],
      },
    },
    'act',
    ['mg/L of nitrogen more than 3 days ago', 'shake bottle 2'],
  ],
  [
    'livebearers with soft-water fish: no GH suits both, before anything is read',
    { stock: ['livebearers', 'soft-water-fish'] },
    'unread',
    ['No GH suits both Livebearers (8–20 °dGH) and Soft-water fish (2–7 °dGH)', 'Keep those apart'],
  ],
  [
    'rift-lake cichlids at 3 °dKH and pH 7.4: low for them, and said so',
    { stock: ['rift-lake-fish'], read: { alkalinity: '2–3', ph: '7.4' } },
    'act',
    ['KH (alkalinity) is 2.5 (2–3) °dKH'],
  ],
  [
    'crystal shrimp at 2 °dKH: just right for them',
    {
      stock: ['crystal-shrimp'],
      read: { ...well, temperature: '22', ph: '6.5', alkalinity: '2 (1.5–2.5)', hardness: '5' },
    },
    'clear',
    ['inside at either end'],
    [/coral/],
  ],
  [
    'a loop at 120 mg/L nitrate and pH 6.5: clear there, where a tank would be acted on',
    {
      kind: 'aquaponics',
      stock: ['goldfish', 'leafy-greens'],
      read: { ...well, nitrate: '120 (110–130)', ph: '6.6', alkalinity: '5' },
    },
    'clear',
    [],
  ],
  [
    // EPA 2013: 0.56 mg/L is the monthly criterion at pH 8 and 25 °C, 2.58 the hourly one.
    'a stream with 0.7 mg/L total at pH 8 and 25 °C: over EPA’s monthly criterion, under the hourly one',
    { kind: 'stream', stock: [], read: { ammonia: '0.70', ph: '8.0', temperature: '25.0' } },
    'act',
    [
      /against EPA’s monthly criterion is 12\d/,
      /hourly criterion is 27.*inside at either end/,
      'Tell the local authority',
    ],
  ],
  [
    'ammonia of five weeks ago: good as it was, it says nothing of today',
    { read: { ...well, ammonia: { says: '0 (0–0.1)', daysAgo: 35 } } },
    'unread',
    ['was read 35 days ago; a reading holds 14 days here'],
  ],
  [
    'nitrate that was far too high four months ago and never read since: test it',
    { read: { nitrate: { says: '80 (70–90)', daysAgo: 120 } } },
    'act',
    ['Read 120 days ago; it holds 30 days', /Test .*nitrate/],
  ],
  [
    'fry: any nitrite is acted on',
    { guidance: { lifeStage: 'young' }, read: { nitrite: '0.3 (0.25–0.35)' } },
    'act',
    [],
  ],
  [
    'tap with half a milligram of ammonia, tank with one: no change brings it below the tap',
    {
      read: { ammonia: '0.9 (0.8–0.9)', ph: '7.2', temperature: '25' },
      source: { ammonia: '0.5 (0.4–0.6)', ph: '7.2', alkalinity: '4' },
    },
    'watch',
    ['A change cannot bring this water below what the source brings in'],
  ],
  [
    'a kit’s bottle out of date under a nitrite of zero: repeat with a fresh one',
    {
      read: { ...well, nitrite: { says: '0 (0–0.1)', by: 'nitrite-one-bottle', kit: true } },
      bottles: [{ methodId: 'nitrite-one-bottle', expiresOn: '2026-01-31' }],
    },
    'unread',
    ['bottle out of date (Made-up box)', 'Use a fresh bottle'],
  ],
  [
    'GH far under KH: softened water',
    { read: { ...well, alkalinity: '7–8', hardness: '4–5' } },
    'clear',
    ['softener'],
  ],
];

describe('a seasoned keeper would say', () => {
  it('of at least thirty waters something', () => {
    expect(cases.length).toBeGreaterThanOrEqual(30);
  });
  it.each(cases.map(([says, given, lamp, words, silent = []]) => ({ says, given, lamp, words, silent })))(
    '$says',
    ({ given, lamp, words, silent }) => {
      const t = today(givenOf(given));
      const text = saidBy(t);
      expect(t.status).toBe(lamp);
      for (const word of words) {
        if (typeof word === 'string') expect(text).toContain(word);
        else expect(text).toMatch(word);
      }
      for (const word of silent) expect(text).not.toMatch(word);
      expect(text).not.toMatch(/NaN|undefined|Infinity|null/);
      // Worst first, and the lamp is that of the worst.
      const [worst] = t.findings.filter((f) => !f.note);
      if (worst) expect(worst.status).toBe(lamp);
    },
  );
});
