import { type Scenario, givenOf, planFor, sentence, standingOf, today } from '@hedge-lamp/core/guidelines';

/** Chlorine, oxygen and CO2: what kills within hours, by limits that hold whatever was chosen. */
const well = { ammonia: '0 (0–0.1)', nitrite: '0 (0–0.1)', ph: '7.4', alkalinity: '5–6', temperature: '25' };
const lampOf = (read: Scenario['read'], given: Scenario = {}) =>
  standingOf(givenOf({ stock: ['community-fish'], ...given, read: { ...well, ...read } })).status;
const planSays = (read: Scenario['read']) =>
  planFor(givenOf({ stock: ['community-fish'], read: { ...well, ...read } })).lines.map((l) => l.says);

describe('what suffocates or burns', () => {
  it('is Clear without any of them read, so that the others can fail', () =>
    expect(lampOf({})).toBe('clear'));
  it.each<[string, NonNullable<Scenario['read']>, string]>([
    ['mains water’s 2 mg/L of chlorine', { chlorine: '2' }, 'urgent'],
    ['0.1 mg/L of chlorine', { chlorine: '0.1' }, 'urgent'],
    ['chlorine at twice EPA’s hourly value', { chlorine: '0.04' }, 'act'],
    ['chlorine at EPA’s lasting value and a little', { chlorine: '0.015' }, 'watch'],
    ['half of what fish need of oxygen', { 'dissolved-oxygen': '2.5' }, 'urgent'],
    ['no oxygen at all', { 'dissolved-oxygen': '0' }, 'urgent'],
    ['3.5 mg/L of oxygen', { 'dissolved-oxygen': '3.5' }, 'act'],
    ['5 mg/L of oxygen', { 'dissolved-oxygen': '5' }, 'watch'],
    ['8 mg/L of oxygen', { 'dissolved-oxygen': '8' }, 'clear'],
    ['25 mg/L of CO2', { 'carbon-dioxide': '25' }, 'clear'],
    ['35 mg/L of CO2', { 'carbon-dioxide': '35' }, 'watch'],
    ['100 mg/L of CO2', { 'carbon-dioxide': '100' }, 'urgent'],
  ])('%s', (_what, read, lamp) => expect(lampOf(read)).toBe(lamp));

  it('is judged whatever guidelines were chosen', () => {
    for (const sets of [[], ['planted-tank']])
      expect(lampOf({ chlorine: '2' }, { guidance: { sets } })).toBe('urgent');
  });
  it('is not lifted by a limit of one’s own', () => {
    const own = {
      own: [
        {
          subject: 'dissolved-oxygen',
          unit: 'mg/L O2',
          target: {},
          watch: { below: 0.1 },
          act: {},
          urgent: {},
          source: 'mine',
        },
      ],
    };
    expect(lampOf({ 'dissolved-oxygen': '1' }, { guidance: own })).toBe('urgent');
  });
  it('wants more for trout and for young ones', () => {
    const cold = { stock: ['trout'], read: { temperature: '12' } } as const;
    expect(lampOf({ 'dissolved-oxygen': '4.5', temperature: '12' }, cold)).toBe('act');
    expect(lampOf({ 'dissolved-oxygen': '4.5' })).toBe('watch');
    expect(lampOf({ 'dissolved-oxygen': '4.5' }, { guidance: { lifeStage: 'young' } })).toBe('act');
  });
  it('a zero of chlorine on a card that begins at 0.1 tells nothing, either way', () => {
    const given = givenOf({
      stock: ['community-fish'],
      read: { ...well, chlorine: { says: '0 (0–0.1)', by: 'chlorine-card' } },
    });
    const { status, gauges, findings } = today(given);
    expect(status).toBe('clear');
    expect(gauges.find((g) => g.subject === 'chlorine')).toMatchObject({ sure: false });
    expect(gauges.find((g) => g.subject === 'chlorine')?.status).not.toBe('clear');
    expect(findings.filter((f) => f.subject === 'chlorine').map(sentence)).toEqual([]);
  });
  it('mains water is judged by none of them: conditioner is for that', () => {
    const { findings } = today(givenOf({ kind: 'source', read: { chlorine: '1', ammonia: '0 (0–0.1)' } }));
    expect(findings.filter((f) => f.subject === 'chlorine')).toEqual([]);
  });
});

describe('the plan', () => {
  it('binds chlorine first, airs, and looks whether it is gone', () => {
    const says = planSays({ chlorine: '1' });
    expect(says.filter((s) => s.startsWith('Dose conditioner for the whole'))).toHaveLength(1);
    expect(says.filter((s) => s.startsWith('Air more'))).toHaveLength(1);
    expect(says.some((s) => s.startsWith('Test chlorine'))).toBe(true);
  });
  it('of a stream doses nothing and airs nothing', () => {
    const { lines } = planFor(
      givenOf({ kind: 'stream', read: { chlorine: '1', 'dissolved-oxygen': '2', ammonia: '0 (0–0.1)' } }),
    );
    expect(
      lines.map((l) => l.kind).filter((k) => ['bind', 'air', 'stop-feeding', 'gas-off'].includes(k)),
    ).toEqual([]);
    expect(lines.some((l) => /again above and below/.test(l.says))).toBe(true);
  });
  it('airs where oxygen is short', () => {
    const says = planSays({ 'dissolved-oxygen': '2' });
    expect(says[0]).toMatch(/^Air more/);
    expect(says.filter((s) => s.startsWith('Air more'))).toHaveLength(1);
    expect(says.some((s) => /^Test dissolved oxygen/.test(s))).toBe(true);
  });
  it('shuts CO2 off', () => {
    expect(planSays({ 'carbon-dioxide': '90' })[0]).toMatch(/^Shut the CO2 off/);
  });
});
