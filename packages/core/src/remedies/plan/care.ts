import { day, hour, minute } from '../../wire';
import type { PlanLine } from './action';
import { degreesAnHour } from './caps';
import { morningAfter, nextHour, rounded } from './clock';
import { type Context, type Section, nothing } from './context';
import { line } from './line';
import { testWaste } from './test-waste';

const severeSigns = ['gasping', 'brown-gills', 'red-gills', 'death'] as const;

/** What animals show comes before any figure. */
export function signsSection(context: Context): Section {
  const { given } = context;
  const { signs, at, dying, zone, water } = given;
  if (signs.length === 0 && !dying) return nothing;
  const serves = given.concerns.filter((c) => c.rule === 'signs').map((c) => c.findingId);
  const lines: PlanLine[] = [];
  const severe = dying || severeSigns.some((s) => signs.includes(s));
  const gasping = signs.includes('gasping');
  if (given.muchCo2)
    lines.push(
      line({
        kind: 'gas-off',
        at,
        says: 'Shut the CO2 off. Open the lid.',
        details: ['pH rises as it leaves.'],
        serves,
      }),
    );
  lines.push(
    line({
      kind: 'air',
      at,
      says: 'Air more: a stone, or the outlet up so that it breaks the surface.',
      details: gasping
        ? ['No stone? Scoop with a jug and pour it back from a hand above, again and again.']
        : [],
      serves,
    }),
    line({ kind: 'stop-feeding', at, says: 'Feed nothing today.', serves }),
  );
  if (dying || signs.includes('death'))
    lines.push(line({ kind: 'remove-dead', at, says: 'Take out what is dead.', serves }));
  if (signs.includes('listless') || signs.includes('flashing'))
    lines.push(
      line({
        kind: 'find-cause',
        nth: 'warmth',
        at,
        says: 'Dim the light. Check the thermometer and what heats it.',
        serves,
      }),
    );
  if (signs.includes('molt-stuck'))
    lines.push(
      line({
        kind: 'hold',
        hold: 'tap',
        nth: 'molt',
        at,
        says: 'Hold: no large change of water and no minerals all at once.',
        serves,
      }),
    );
  if (signs.includes('plants-melting'))
    lines.push(
      line({ kind: 'plants', at, says: 'Take out melting leaves: they rot and make ammonia.', serves }),
    );
  if (signs.includes('cloudy'))
    lines.push(
      line({
        kind: 'hold',
        hold: 'filter',
        at,
        says: 'Hold: leave the filter alone; it is what clears the water.',
        serves,
      }),
    );
  if (severe && !signs.includes('thin-shells'))
    lines.push(
      line({
        kind: 'hold',
        hold: 'medicine',
        at,
        says: 'Hold: no medicine before the tests are read.',
        serves,
      }),
    );
  lines.push(
    line({
      kind: 'look',
      at: at + (gasping ? 20 * minute : 2 * hour),
      says: gasping ? 'Look at them. No better? Go on without waiting.' : 'Look at them again.',
      serves,
    }),
  );
  if (given.muchCo2) {
    lines.push(
      line({
        kind: 'test',
        subjects: ['ph'],
        nth: 'co2',
        at: at + hour,
        says: 'Test pH: it rises as CO2 leaves.',
        serves,
      }),
    );
    if (water.liters !== null)
      lines.push(
        line({
          kind: 'change',
          nth: 'co2',
          at: at + 20 * minute,
          onlyIf: 'Only if they are no better.',
          says: `Change half, ${given.volume(water.liters / 2)}, with conditioner in it.`,
          serves,
          writes: [
            {
              kind: 'water-change',
              detail: '',
              amount: {
                by: 'part',
                percent: '50',
                sourceWaterId: given.source?.id ?? null,
                conditioned: true,
              },
            },
          ],
        }),
      );
  }
  lines.push(
    line({
      kind: 'look',
      nth: 'morning',
      at: morningAfter(at, zone),
      says: 'Look again in the morning; if worse, ask a fish-health professional.',
      serves,
    }),
  );
  return { lines };
}

/** No flow: air by hand, media wet and open, and what to do when it is back. */
export function powerSection(context: Context): Section {
  const { given } = context;
  const { at, water, zone } = given;
  const cut = given.deeds.find(
    (d) => (d.kind === 'power-cut' || d.kind === 'filter-stopped') && at - d.at <= 3 * day,
  );
  if (!cut || water.lives === 'nobody') return nothing;
  const told = cut.amount?.by === 'hours' ? Number.parseFloat(cut.amount.hours.replace(',', '.')) : null;
  const stillOff =
    told === null &&
    at - cut.at <= day &&
    !given.deeds.some((d) => d.kind === 'other' && d.at > cut.at && d.detail.startsWith('Start the filter'));
  const serves = given.concerns.map((c) => c.findingId);
  const evening = nextHour(20, at, zone, hour);
  if (stillOff) {
    const restart = line({
      kind: 'media',
      nth: 'restart',
      says: 'Start the filter when power is back: first pour the stale canister water away, rinse media in tank water.',
      details: [`Warm by at most ${given.apart(degreesAnHour)} an hour.`],
      serves,
      writes: [{ kind: 'other', detail: 'Start the filter again, media rinsed in tank water', amount: null }],
    });
    return {
      lines: [
        line({
          kind: 'air',
          at,
          says: 'Scoop a jug and pour it back each 10 minutes, or run a battery pump.',
          serves,
        }),
        line({ kind: 'stop-feeding', at, says: 'Feed nothing today.', serves }),
        line({
          kind: 'warm',
          nth: 'keep',
          at,
          says: 'Close the lid; lay a blanket round three sides of the glass.',
          details: ['A slow fall of warmth is borne: pour nothing hot in.'],
          serves,
        }),
        line({
          kind: 'media',
          nth: 'out',
          at: rounded(at + 15 * minute),
          says: 'Open the canister: media into a bucket of tank water, wet and open to air.',
          details: ['Shut in without flow it dies, and then poisons the tank.'],
          serves,
        }),
        restart,
        testWaste(context, evening, 'evening', 'Test ammonia and nitrite that evening.'),
        testWaste(context, evening + day, 'day-1'),
        testWaste(context, evening + 3 * day, 'day-3'),
      ],
    };
  }
  if (told === null || told <= 2) return nothing;
  // Once both were read on the third day it is over.
  const read = Math.min(given.readAt('ammonia') ?? 0, given.readAt('nitrite') ?? 0);
  const back = cut.at + told * hour;
  const wanted = [evening, cut.at + 1.5 * day, cut.at + 3 * day].filter(
    (t) => t > read + 6 * hour && t >= at - hour,
  );
  const lines: PlanLine[] = [];
  if (at - back < day)
    lines.push(
      line({ kind: 'stop-feeding', at, says: 'Feed nothing today.', serves }),
      line({
        kind: 'media',
        nth: 'restart',
        at,
        says: 'Pour out stale canister water, rinse the media in tank water, then start it.',
        serves,
        writes: [
          { kind: 'other', detail: 'Start the filter again, media rinsed in tank water', amount: null },
        ],
      }),
    );
  const names = ['evening', 'day-1', 'day-3'];
  wanted
    .slice(0, 3)
    .forEach((t, k) =>
      lines.push(testWaste(context, Math.max(at, t), names[k]!, k === 0 ? 'Test ammonia and nitrite.' : '')),
    );
  return { lines: lines.map((l) => (l.says === '' ? { ...l, says: 'Test ammonia and nitrite again.' } : l)) };
}

/** A frozen pond is left in peace. */
export function frostSection(context: Context): Section {
  const { given } = context;
  const { temperature } = given.figures;
  if (given.water.kind !== 'pond' || !temperature || temperature.best >= 4 || given.water.lives === 'nobody')
    return nothing;
  const serves = context.servedBy('temperature');
  return {
    lines: [
      line({
        kind: 'air',
        nth: 'ice',
        at: given.at,
        says: 'Keep a hole or a bubbler near the surface; do not stir the deep.',
        details: ['Melt it open with warm water in a pot. Never break ice by blows.'],
        serves,
      }),
      line({
        kind: 'stop-feeding',
        subjects: [],
        at: given.at,
        says: 'Feed nothing while it is this cold.',
        serves,
      }),
    ],
  };
}

/** Nobody lives there: the filter grows, and nothing is changed for fish. */
export function nobodySection(context: Context): Section {
  const { given } = context;
  const { at, figures, water } = given;
  if (water.lives !== 'nobody' || water.kind === 'source' || water.kind === 'stream') return nothing;
  const lines: PlanLine[] = [];
  if ((figures.ammonia?.best ?? 0) > 0 || water.cycling) {
    lines.push(
      line({
        kind: 'hold',
        hold: 'dosing',
        at,
        says: `Hold: dose no ammonia over ${given.rough('ammonia', 2)}.`,
        details: ['It is not ready for animals until a dose is gone in a day, ammonia and nitrite both.'],
      }),
    );
    const read = Math.max(given.readAt('ammonia') ?? 0, given.readAt('nitrite') ?? 0);
    if (read > 0)
      lines.push(
        line({
          kind: 'test',
          subjects: ['ammonia', 'nitrite'],
          nth: 'routine',
          at: Math.max(at, read + 2 * day),
          says: 'Test ammonia and nitrite.',
          details:
            figures.nitrite && !Number.isFinite(figures.nitrite.high)
              ? ['Dilute nitrite 1:10, if you want to know how much there is.']
              : [],
        }),
      );
  } else
    lines.push(
      line({
        kind: 'test',
        subjects: ['ammonia', 'nitrite', 'ph'],
        nth: 'before-animals',
        says: 'Test ammonia, nitrite and pH before animals move in.',
      }),
    );
  return { lines };
}
