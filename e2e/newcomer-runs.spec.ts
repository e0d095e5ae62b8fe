import { Follower } from './follower';
import { type Served, expect, test } from './served';

/** Runs as newcomers make them, from an empty folder, by what is on the screen alone. */
const middling = { swatch: () => 2, drops: () => 4 };

interface KeptReading {
  readonly parameter: string;
  readonly methodId: string;
  readonly value: { readonly low: number | null; readonly best: number; readonly high: number | null } | null;
  readonly doubts: readonly string[];
}

for (const [size, viewport] of [
  ['laptop', { width: 1280, height: 800 }],
  ['phone', { width: 390, height: 844 }],
] as const)
  test(`the whole kit on a new tank: ${size}`, async ({ page, served }) => {
    await page.setViewportSize(viewport);
    const keeper = new Follower(page);
    await page.goto(served.url);
    await keeper.button('Test now');
    await keeper.button('The usual six');
    await keeper.button(/^Start/);
    await keeper.follow(middling);
    const [water] = await served.call<{ id: string }[]>('GET', '/api/waters');
    const { readings } = await served.call<{ readings: KeptReading[] }>(
      'GET',
      `/api/waters/${water!.id}/readings`,
    );
    expect(readings.map((r) => r.parameter).sort()).toEqual([
      'alkalinity',
      'ammonia',
      'hardness',
      'nitrate',
      'nitrite',
      'ph',
    ]);
    expect(readings.every((r) => r.value !== null)).toBe(true);
    expect(keeper.faults).toEqual([]);
    console.log(`whole kit, ${size}: ${keeper.presses} presses, ${keeper.steps.length} steps`);
  });

async function readingsOf(served: Served, waterId: string): Promise<KeptReading[]> {
  const { readings } = await served.call<{ readings: KeptReading[] }>(
    'GET',
    `/api/waters/${waterId}/readings`,
  );
  return readings;
}
async function onlyWater(served: Served): Promise<string> {
  const waters = await served.call<{ id: string }[]>('GET', '/api/waters');
  expect(waters).toHaveLength(1);
  return waters[0]!.id;
}
const widthOf = ({ value }: KeptReading) => (value?.high ?? Infinity) - (value?.low ?? 0);

test('ammonia of three bottles, which waits in two stages', async ({ page, served }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  const keeper = new Follower(page);
  await page.goto(served.url);
  await keeper.button('Test now');
  await keeper.press(page.getByRole('checkbox', { name: 'Ammonia, salicylate, three bottles' }));
  await keeper.button(/^Start/);
  await keeper.follow(middling);
  const [ammonia, ...more] = await readingsOf(served, await onlyWater(served));
  expect(more).toEqual([]);
  expect(ammonia).toMatchObject({ parameter: 'ammonia', methodId: 'ammonia-salicylate-three-bottles' });
  expect(ammonia!.value!.best).toBeGreaterThan(0);
  // All three bottles were asked for, each in its step.
  for (const bottle of [1, 2, 3])
    expect(keeper.steps.some((s) => s.includes(`from bottle ${bottle}`))).toBe(true);
  expect(keeper.steps.filter((s) => /stand/i.test(s)).length).toBeGreaterThanOrEqual(2);
  expect(keeper.faults).toEqual([]);
});

test('a strip first, then a drop test of what it showed', async ({ page, served }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  const keeper = new Follower(page);
  await page.goto(served.url);
  await keeper.button('Test now');
  await keeper.press(page.getByRole('checkbox', { name: 'Strip, five pads' }).first());
  await keeper.button(/^Start/);
  await keeper.follow(middling);
  const water = await onlyWater(served);
  const byStrip = await readingsOf(served, water);
  expect(byStrip.length).toBe(5);
  await keeper.button('Start another run');
  await keeper.press(page.getByText('One by one'));
  const only = page.getByRole('checkbox', { name: 'KH by drops', exact: true });
  await only.check();
  const others = page.locator('.tick-chip.chosen', { hasNot: page.getByLabel('KH by drops') });
  while ((await others.count()) > 0) await others.first().click();
  await keeper.button(/^Start/);
  await keeper.follow(middling);
  const all = await readingsOf(served, water);
  expect(all).toHaveLength(6);
  const kh = all.filter((r) => r.parameter === 'alkalinity');
  expect(kh.map((r) => r.methodId).sort()).toEqual(['kh-drops', 'strip-five-pads']);
  // Drops tell it closer than a pad does.
  const [drops, pad] = ['kh-drops', 'strip-five-pads'].map((id) => kh.find((r) => r.methodId === id)!);
  expect(widthOf(drops!)).toBeLessThan(widthOf(pad!));
  expect(keeper.faults).toEqual([]);
});

test('four tests, one with a doubtful drop: only that one is wider', async ({ page, served }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  const four = [
    'Ammonia, salicylate, two bottles',
    'Nitrite, one bottle',
    'Nitrate, two bottles',
    'pH, wide range',
  ];
  const take = async (doubtful: boolean) => {
    const keeper = new Follower(page);
    let doubted = !doubtful;
    await page.goto(served.url);
    await keeper.button('Test now');
    for (const name of four) await keeper.press(page.getByRole('checkbox', { name, exact: true }));
    await keeper.button(/^Start/);
    await keeper.follow({
      ...middling,
      before: async (step, heading) => {
        const test = await step.getAttribute('aria-label');
        if (doubted || test !== 'Ammonia, salicylate, two bottles' || !/drops? from/.test(heading))
          return false;
        doubted = true;
        await keeper.button(/^A doubt/);
        await page.getByRole('checkbox', { name: /A drop ran down the side/ }).check();
        await page.getByRole('button', { name: 'Done', exact: true }).click();
        await expect(page.getByRole('dialog')).toHaveCount(0);
        return true;
      },
    });
    expect(keeper.faults).toEqual([]);
    const waters = await served.call<{ id: string; createdAt?: number }[]>('GET', '/api/waters');
    return waters.at(-1)!.id;
  };
  const id = await take(true);
  const readings = await readingsOf(served, id);
  expect(readings.map((r) => r.parameter).sort()).toEqual(['ammonia', 'nitrate', 'nitrite', 'ph']);
  const doubted = readings.filter((r) => r.doubts.includes('drop-ran'));
  expect(doubted.map((r) => r.parameter)).toEqual(['ammonia']);
});

test('two tanks in one sitting: each reading goes to its own', async ({ page, served }) => {
  const [reed, fern] = [await served.water({ name: 'Reed tank' }), await served.water({ name: 'Fern tank' })];
  const keeper = new Follower(page);
  await page.goto(served.url);
  await keeper.press(page.getByRole('link', { name: /Reed tank/ }).first());
  await keeper.press(page.getByRole('link', { name: 'Bench', exact: true }).first());
  await keeper.press(page.getByText('The same tests of other waters too'));
  await keeper.press(page.getByRole('checkbox', { name: 'Fern tank' }));
  const ticked = page.getByRole('group', { name: /./ }).getByRole('checkbox', { checked: true });
  for (const name of await ticked.evaluateAll((all) => all.map((c) => c.getAttribute('aria-label') ?? '')))
    if (name) await page.getByRole('checkbox', { name, exact: true }).uncheck();
  await page.getByRole('checkbox', { name: 'pH, wide range' }).check();
  await keeper.button(/^Start/);
  // The first is read while the other stands, or after it; the page says which water it is about.
  const heading = page.getByRole('heading', { level: 1 });
  let atFern = false;
  const answers = {
    // What is read in one tank differs from the other.
    swatch: () => (atFern ? 6 : 2),
    drops: () => 4,
    before: async () => {
      atFern = (await heading.innerText()).includes('Fern');
      return false;
    },
  };
  await keeper.follow(answers);
  await keeper.press(page.getByRole('link', { name: /^Go on with/ }));
  await keeper.follow(answers);
  const of = async (id: string) => (await readingsOf(served, id)).map((r) => [r.parameter, r.value?.best]);
  const [first, second] = [await of(reed), await of(fern)];
  expect([first.length, second.length].sort()).toEqual([1, 1]);
  expect(first).not.toEqual(second);
  expect(keeper.faults).toEqual([]);
});

test('everything in the wrong order: nothing is told for a test that was not run', async ({
  page,
  served,
}) => {
  await page.setViewportSize({ width: 390, height: 844 });
  const keeper = new Follower(page);
  await page.goto(served.url);
  await keeper.button('Test now');
  for (const name of ['Ammonia, salicylate, two bottles', 'Nitrite, one bottle', 'pH, wide range'])
    await keeper.press(page.getByRole('checkbox', { name, exact: true }));
  await keeper.button(/^Start/);
  let turn = 0;
  let doubled = 0;
  await keeper.follow({
    ...middling,
    before: async (step) => {
      turn += 1;
      const without = step.getByRole('button', { name: /^No: go on without a value/ });
      if (await without.isVisible()) {
        await keeper.press(without);
        return true;
      }
      const back = step.getByRole('button', { name: 'Back a step' });
      if (turn % 7 === 3 && (await back.isVisible())) {
        await keeper.press(back);
        return true;
      }
      const skip = step.getByRole('button', { name: /^Step done|now anyway$/ });
      if ((await step.getByRole('radiogroup').count()) === 0 && (await skip.first().isVisible())) {
        // A double press is no answer to what it asks.
        const heading = await step.locator('h2').first().innerText();
        const asks = step.getByRole('alert').filter({ hasText: 'no value is taken from it' });
        if (!/drops from/.test(heading)) await keeper.press(skip.first());
        else {
          await skip.first().dblclick();
          await expect(asks).toBeVisible();
          await expect(step.locator('h2').first()).toHaveText(heading);
          doubled += 1;
        }
        return true;
      }
      return false;
    },
  });
  expect(doubled).toBeGreaterThanOrEqual(3);
  const readings = await readingsOf(served, await onlyWater(served));
  expect(readings.length).toBe(3);
  expect(readings.filter((r) => r.value !== null)).toEqual([]);
  const summary = page.locator('.summary');
  await expect(summary).not.toContainText(/Clear/);
  await expect(summary).toContainText(/never read|no value|Cannot say/);
  expect(keeper.faults).toEqual([]);
});
