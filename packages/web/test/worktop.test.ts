import fc from 'fast-check';
import { fromQuery, toQuery } from '../src/chemistry/address';
import { answer, choiceIn, inSentence, isShown, optionsOf, unitsOf } from '../src/chemistry/given';
import type { Outcome, Tool, TypedFields } from '../src/chemistry/tool';
import { toolOf, tools } from '../src/chemistry/tools';

const typedIn = (tool: Tool, fields: Record<string, string>): TypedFields => fromQuery(tool, fields).typed;
const tool = (id: string): Tool => toolOf(id)!;
/** The answer to an address, as somebody who was sent it gets it. */
const ask = (id: string, fields: Record<string, string>) => answer(tool(id), typedIn(tool(id), fields));
const outcome = (id: string, fields: Record<string, string>): Outcome => {
  const { result, errors, wanting } = ask(id, fields);
  if (!result) throw new Error(`${id}: ${JSON.stringify({ errors, wanting })}`);
  return result;
};
const figure = (of: Outcome, label: string) => of.results.find((r) => r.label === label)?.figure;
const example = (t: Tool): TypedFields =>
  fromQuery(t, Object.fromEntries(t.fields.map((f) => [f.id, f.example]))).typed;

describe('every calculation of the worktop', () => {
  it.each(tools.map((t) => [t.id, t] as const))(
    '%s answers its own example, every figure with workings',
    (_, t) => {
      const { result, errors, wanting } = answer(t, example(t));
      expect({ errors, wanting }).toEqual({ errors: {}, wanting: [] });
      expect(result!.results.length).toBeGreaterThan(0);
      for (const shown of result!.results) {
        expect(shown.figure).not.toMatch(/NaN|Infinity|undefined/);
        if (!shown.workings) continue;
        const words = JSON.stringify(shown.workings);
        expect(words).not.toMatch(/NaN|Infinity|undefined|null/);
        expect(shown.workings.sources.length).toBeGreaterThan(0);
      }
      expect(JSON.stringify(result)).not.toMatch(/NaN|undefined/);
    },
  );

  it.each(tools.filter((t) => t.sentence).map((t) => [t.id, t] as const))(
    '%s says what it reckons with blanks that are always there',
    (_, t) => {
      const blanks = t.sentence!.flatMap((part) => (typeof part === 'string' ? [] : [part.field]));
      expect(new Set(blanks).size).toBe(blanks.length);
      expect(blanks).toEqual([...inSentence(t)]);
      for (const id of blanks) {
        const field = t.fields.find((f) => f.id === id);
        expect(field).toBeDefined();
        expect(field!.when).toBeUndefined();
      }
      const whole = t.sentence!.map((part) => (typeof part === 'string' ? part : '_')).join('');
      expect(whole).toMatch(/^[A-Z_].*\.$/);
      for (const id of Object.values(t.vessel ?? {})) expect(blanks).toContain(id);
    },
  );
  it('reads what is typed while the rest is wanting or wrong', () => {
    const { result, figures } = ask('water-change', { fraction: '30', liters: 'x' });
    expect(result).toBeNull();
    expect(figures.get('fraction')).toMatchObject({ value: { best: 30 }, unit: '%' });
    expect(figures.has('liters')).toBe(false);
    expect(figures.has('now')).toBe(false);
  });

  it.each(tools.map((t) => [t.id, t] as const))(
    '%s asks for what is empty and calls nothing wrong yet',
    (_, t) => {
      const { result, errors, wanting } = answer(t, fromQuery(t, {}).typed);
      expect(result).toBeNull();
      expect(errors).toEqual({});
      expect(wanting.length).toBeGreaterThan(0);
    },
  );

  it.each(tools.map((t) => [t.id, t] as const))(
    '%s travels in its address and comes back the same',
    (_, t) => {
      const typed = example(t);
      const query = toQuery(t, typed);
      const there = fromQuery(t, query);
      expect(there.lost).toEqual([]);
      expect(toQuery(t, there.typed)).toEqual(query);
      expect(JSON.stringify(answer(t, there.typed).result)).toBe(JSON.stringify(answer(t, typed).result));
    },
  );

  it.each(tools.map((t) => [t.id, t] as const))('%s says beside the field what is absurd in it', (_, t) => {
    const typed = example(t);
    for (const field of t.fields.filter(
      (f) => !f.options && typed[f.id]?.text && isShown(f, choiceIn(t, typed)),
    ))
      for (const absurd of ['abc', '-5', '9e9', '5-3']) {
        if (absurd === '-5' && field.kind === 'temperature') continue;
        const { result, errors } = answer(t, { ...typed, [field.id]: { ...typed[field.id]!, text: absurd } });
        expect([t.id, field.id, absurd, result]).toEqual([t.id, field.id, absurd, null]);
        expect(errors[field.id] ?? errors['']).toMatch(/\w{3,}.*\./);
      }
  });
});

describe('whatever is typed', () => {
  const odd =
    '0|1|7.4|0,25|1/4|<0.1|>160|0.25-0.5|trace|none|>0|<0|0-100|1e9|999999999|0.000001|>14|-2|50|~20|5 (4–5)|abc';
  /** A tool filled in: mostly its example, now and then something odd, in any unit that it offers. */
  const filledIn = (t: Tool) =>
    fc.infiniteStream(fc.nat(10_000)).map((dice) => {
      const throwDice = () => Number(dice.next().value);
      const one = <T>(of: readonly T[]): T => of[throwDice() % of.length]!;
      const typed: Record<string, TypedFields[string]> = {};
      for (const field of t.fields) {
        const choice = choiceIn(t, typed);
        const text = field.options
          ? one(optionsOf(field, choice)).value
          : throwDice() % 5 < 3
            ? field.example
            : one(odd.split('|'));
        typed[field.id] = { text, unit: one([...unitsOf(field, choice), '']), takenAt: null };
      }
      return typed;
    });

  it.each(tools.map((t) => [t.id, t] as const))(
    '%s ends in figures or in a sentence, never in a number that is none',
    (_, t) => {
      fc.assert(
        fc.property(filledIn(t), (typed) => {
          const { result, errors } = answer(t, typed);
          const shown = JSON.stringify(result?.results.map((r) => [r, r.workings]) ?? []);
          const said = JSON.stringify([
            errors,
            result?.remarks,
            result?.tables,
            result?.steps,
            result?.cautions,
          ]);
          // The formula of sodium nitrate is no NaN, and a figure of nine decimals is rounding that shows.
          for (const words of [shown, said])
            expect(words.replaceAll('NaNO3', '')).not.toMatch(/NaN|Infinity|undefined|\d\.\d{9}/);
        }),
        { numRuns: 150 },
      );
    },
  );

  it('a limit where an amount must be set is refused at its field, in words', () => {
    expect(
      ask('dosing', { target: 'chloride', salt: 'sodium-chloride', rise: '>5', liters: '100' }).errors,
    ).toEqual({
      rise: expect.stringContaining('needs an upper end'),
    });
    expect(ask('co2', { alkalinity: '>5~°dKH', ph: '7', temperature: '25' }).errors).toEqual({
      alkalinity: 'KH (alkalinity) needs an upper end here. Type a figure, or a range such as 4-6.',
    });
    expect(ask('co2', { alkalinity: '4', ph: '7', temperature: '>14~°F' }).errors['temperature']).toMatch(
      /lies between −2 and 50 °C; −10 °C cannot be/,
    );
  });

  it('an amount that cannot be is refused by the bound that it crosses', () => {
    const refused = (total: string) => ask('free-ammonia', { total, ph: '7' }).errors['total'];
    expect(refused('-1')).toBe(
      'Total ammonia must be 0 mg/L NH3-N or more; −1 mg/L NH3-N cannot be. Check the figure.',
    );
    expect(refused('2000000000')).toMatch(/^Total ammonia lies between 0 and 1,000,000,000 mg\/L NH3-N;/);
  });

  it('a limit where more only means more goes through: over 5 mg/L nitrite wants over so much salt', () => {
    const result = outcome('salt-and-nitrite', { nitrite: '>5~mg/L NO2', chloride: '5', liters: '180' });
    // Chloride typed as 5 may be 5.5: (10 × 5 − 5.5) mg/L × 180 L of chloride ÷ 0.6066 is 13.2 g of salt.
    expect(figure(result, 'Wanting, for ten times nitrite')).toBe('over 13.2');
  });

  it('nitrite read as 0, which may be some, is not said to be none', () => {
    const result = outcome('salt-and-nitrite', { nitrite: '0~mg/L NO2', chloride: '1', liters: '180' });
    expect(figure(result, 'Chloride to nitrite')).toBe('No nitrite read');
    // What is typed as 0 may be a little: so may the salt that is wanting.
    const wanting = result.results.find(({ label }) => label === 'Wanting, for ten times nitrite')!;
    expect(JSON.stringify(wanting)).toMatch(/0–\d/);
  });

  it('a source past its card leaves the water after a change without an upper end', () => {
    const result = outcome('water-change', {
      what: 'nitrate',
      now: '40~mg/L NO3',
      source: '>20~mg/L NO3',
      fraction: '50',
      target: '8~mg/L NO3-N',
    });
    expect(result.results[0]!.figure).toBe('over 29.75');
    // 8 mg/L as N is 35.41 mg/L as NO3, and is said so, in the unit of the water.
    expect(result.results.at(-1)!.workings!.title).toBe('Change for 35.41 mg/L NO3');
  });
});

describe('the figures on the worktop', () => {
  it('free ammonia: half a milligram at pH 8 and 25 °C is 5.366 % of it free (Emerson and others 1975)', () => {
    const { results, remarks } = outcome('free-ammonia', {
      total: '1/2~mg/L NH3-N',
      ph: '8.00',
      temperature: '25.0',
    });
    expect(Number(results[1]?.figure)).toBeCloseTo(0.5 * 0.05366, 3);
    expect(remarks?.join(' ')).toMatch(/It reaches EIFAC’s 0.025 mg\/L NH3 at pH/);
  });

  it('free ammonia without a pH says that, and how wide it makes it', () => {
    const { remarks } = outcome('free-ammonia', { total: '0.5', temperature: '25' });
    expect(remarks?.[0]).toMatch(/No pH was measured, so 6 to 9 is assumed. That makes free ammonia/);
  });

  it('free ammonia with a pH taken a day before the total takes it wider', () => {
    const day = 86_400_000;
    const at = 1_764_000_000_000;
    const { remarks } = outcome('free-ammonia', {
      total: `0.5~mg/L NH3-N~${at}`,
      ph: `7.5~~${at - day}`,
      temperature: `25~°C~${at}`,
    });
    expect(remarks?.[0]).toMatch(/pH was taken 24 hours apart/);
  });

  it('units: 50 mg/L nitrate is 11.29 as nitrogen; 9 grains are 154 mg/L; 50 °F is 10 °C', () => {
    const row = (fields: Record<string, string>, unit: string) =>
      outcome('units', fields).tables![0]!.rows.find((r) => r[0]!.split(' = ').includes(unit))![1]!;
    expect(row({ what: 'nitrate', value: '50.00~mg/L NO3' }, 'mg/L NO3-N')).toMatch(/^11\.29/);
    expect(row({ what: 'nitrate', value: '50.0~mg/L NO3' }, 'ppm NO3')).toMatch(/^50/);
    expect(row({ what: 'hardness', value: '9.00~gr/gal' }, 'mg/L CaCO3')).toMatch(/^154/);
    expect(row({ what: 'temperature', value: '50~°F' }, '°C')).toMatch(/^10/);
  });

  it('units: two teaspoons of baking soda are about ten grams, and a spoon is called a guess', () => {
    const of = outcome('units', { what: 'powder', salt: 'sodium-bicarbonate', powder: '2~tsp' });
    expect(Number(figure(of, 'Weight'))).toBeGreaterThan(8);
    expect(Number(figure(of, 'Weight'))).toBeLessThan(12);
    expect(of.cautions?.[0]).toMatch(/A spoon is a guess/);
  });

  it('drops: the ninth of 17.1 mg/L is 136.8 to 153.9 (common practice), twice the sample halves it, ten times diluted is tenfold', () => {
    const nine = { what: 'hardness', drops: '9', perDrop: '17.1~mg/L CaCO3' };
    const first = (fields: Record<string, string>) => outcome('drops', fields).results[0]!;
    expect(first(nine)).toMatchObject({ figure: '154', range: '136–154' });
    expect(outcome('drops', nine).remarks![0]).toContain('more than 136.8 and at most 153.9 mg/L CaCO3');
    expect(first({ ...nine, sampleTimes: '2' })).toMatchObject({ figure: '77', range: '68–77' });
    expect(first({ ...nine, dilution: '10' })).toMatchObject({ figure: '1540', range: '1360–1540' });
    // The other school: 8.5 drops.
    expect(outcome('drops', nine).tables![0]!.rows[1]![1]).toBe('145.4 mg/L CaCO3');
    expect(ask('drops', { ...nine, drops: '2.5' }).errors['drops']).toMatch(/whole numbers from 1/);
    expect(ask('drops', { ...nine, perDrop: '0~mg/L CaCO3' }).errors['perDrop']).toMatch(/more than 0/);
  });

  it('dilution: 1 mL into 9 mL with a 5 mL syringe, and 1–2 read is some ten times that', () => {
    const of = outcome('dilution', {
      syringe: '5',
      mark: '0.2',
      tube: '5',
      times: '10',
      what: 'nitrite',
      reading: '1-2~mg/L NO2',
    });
    expect(of.steps?.join(' ')).toMatch(/1 mL of the sample.*9 mL of distilled/);
    expect(of.results[0]).toMatchObject({ label: 'In the water itself', figure: '15', unit: 'mg/L NO2' });
  });

  it('mixing: as much of each as went in, and a warning where the mix sets ammonia free', () => {
    const of = outcome('mixing', {
      liters1: '30',
      temperature1: '10.0',
      ph1: '6.5',
      kh1: '3.00',
      ammonia1: '12.00',
      liters2: '90',
      temperature2: '26.0',
      ph2: '8.2',
      kh2: '7.00',
      ammonia2: '0.00',
    });
    expect(figure(of, 'Temperature')).toBe('22');
    expect(figure(of, 'KH')).toBe('6');
    expect(figure(of, 'Total ammonia')).toBe('3');
    expect(of.cautions?.[0]).toMatch(/lifts pH, and with it free ammonia/);
  });

  it('water change: a half change with ten made settles at 20 and 10, and a target under the source is refused', () => {
    const fields = { what: 'nitrate', now: '40~mg/L NO3', source: '0', fraction: '50', made: '10' };
    const of = outcome('water-change', { ...fields, source: 'none' });
    expect(figure(of, 'Settles, before a change')).toBe('20');
    expect(figure(of, 'Settles, after a change')).toBe('10');
    expect(ask('water-change', { ...fields, source: '25', target: '20' }).errors.target).toMatch(
      /what the source brings in/,
    );
  });

  it('water change: figures in different bases are brought together before they are reckoned with', () => {
    const of = outcome('water-change', {
      what: 'nitrate',
      now: '40~mg/L NO3',
      source: '11.29~mg/L NO3-N',
      fraction: '50',
    });
    expect(Number(figure(of, 'After one change'))).toBeCloseTo(45, 0);
  });

  it('dosing: one °dKH in 100 L takes 2.996 g of baking soda; four are spread over two days', () => {
    const fields = { target: 'alkalinity', salt: 'sodium-bicarbonate', rise: '1~°dKH', liters: '100~L' };
    expect(Number(outcome('dosing', fields).results[0]?.figure)).toBeCloseTo(2.996, 2);
    expect(outcome('dosing', { ...fields, rise: '4~°dKH' }).remarks?.[0]).toMatch(/spread it over 2 days/);
  });

  it('dosing: a salt that does not raise what is wanted falls back to one that does, and the address says so', () => {
    const { typed, lost } = fromQuery(tool('dosing'), {
      target: 'hardness',
      salt: 'sodium-bicarbonate',
      rise: '1',
      liters: '10',
    });
    expect(typed.salt?.text).toBe('calcium-hydroxide');
    expect(lost[0]).toMatch(/“sodium-bicarbonate” is no choice of With/);
  });

  it('CO2: 4 °dKH at pH 7 and 25 °C is 13 to 15 mg/L, 12 by the rule of thumb', () => {
    const of = outcome('co2', { alkalinity: '4.00', ph: '7.00', temperature: '25.0' });
    expect(Number(of.results[0]?.figure)).toBeGreaterThan(13);
    expect(Number(of.results[0]?.figure)).toBeLessThan(15);
    expect(Number(figure(of, 'Rule of thumb'))).toBeCloseTo(12, 0);
  });

  it('two pH tests that cannot both be right are told so plainly', () => {
    const of = outcome('two-ph', { low: '6.2-6.6', high: '8-8.4', pink: 'not-used' });
    expect(of.results[0]?.figure).toBe('None fits both');
    expect(of.remarks?.[0]).toMatch(/cannot both be right/);
  });
});

describe('an address', () => {
  it('of another time is read as far as it goes, and what is lost is said', () => {
    const { typed, lost } = fromQuery(tool('free-ammonia'), {
      total: '0.5~mg/L XX',
      ph: ['7', '8'],
      somebody: 'x',
      temperature: '25~°F~nonsense',
    });
    expect(typed.total).toEqual({ text: '0.5', unit: 'mg/L NH3-N', takenAt: null });
    expect(typed.ph?.text).toBe('');
    expect(typed.temperature).toEqual({ text: '25', unit: '°F', takenAt: null });
    expect(lost.join(' ')).toMatch(
      /“mg\/L XX” is no unit of Total ammonia.*“somebody”, which this calculation does not know/,
    );
  });

  it('keeps nothing longer than a figure can be', () => {
    expect(fromQuery(tool('free-ammonia'), { total: '9'.repeat(5000) }).typed.total?.text).toHaveLength(40);
  });
});
