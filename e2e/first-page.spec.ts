import { atBench, expect, test, wholly } from './served';

test('a first page asks little, each thing once, and all of it compressed', async ({ page, demo }) => {
  const asked: string[] = [];
  const heard: Promise<[string, Record<string, string>, number]>[] = [];
  page.on('request', (request) => {
    if (request.url().startsWith('http')) asked.push(new URL(request.url()).pathname);
  });
  page.on('response', (response) => {
    if (!response.url().startsWith('http')) return;
    const size = async () => (await response.body().catch(() => Buffer.alloc(0))).length;
    heard.push(
      (async () =>
        [new URL(response.url()).pathname, await response.allHeaders(), await size()] as const)().then(
        ([path, headers, bytes]) => [path, headers, bytes],
      ),
    );
  });
  await page.goto(demo.url);
  await expect(page.getByRole('link', { name: 'Fern Window', exact: true })).toBeVisible();
  // What every page may need comes once this one stands.
  await expect.poll(() => asked.findIndex((path) => path.includes('/BenchAtHand-'))).toBeGreaterThan(0);
  const first = asked.slice(
    0,
    asked.findIndex((path) => path.includes('/BenchAtHand-')),
  );
  expect(first.length).toBeLessThanOrEqual(15);
  for (const path of ['/api/waters', '/api/today', '/api/parameters'])
    expect(
      first.filter((one) => one === path),
      path,
    ).toHaveLength(1);

  for (const [path, headers, bytes] of await Promise.all(heard)) {
    if (path.startsWith('/assets/')) expect(headers['cache-control'], path).toContain('immutable');
    if (bytes > 1400 && !path.endsWith('.woff2')) expect(headers['content-encoding'], path).toBe('br');
  }
  // What checks forms, draws charts and reckons colors comes where it is used.
  const scripts = await Promise.all(
    first.filter((path) => path.endsWith('.js')).map(async (path) => (await fetch(demo.url + path)).text()),
  );
  for (const sign of ['ZodError', 'chartjs', 'rebeccapurple']) expect(scripts.join('\n')).not.toContain(sign);
});

test('a page of a water asks no more than fifteen things before it stands, and none of them twice', async ({
  page,
  demo,
}) => {
  await page.goto(demo.url);
  const link = page.getByRole('link', { name: 'Nursery cube', exact: true });
  const water = /\/waters\/[^/]+/.exec((await link.getAttribute('href'))!)![0];
  const asked: string[] = [];
  page.on('request', (request) => {
    if (request.url().startsWith('http')) asked.push(request.url().replace(demo.url, ''));
  });
  for (const path of [
    `${water}/today`,
    `${water}/log`,
    '/worktop/free-ammonia',
    `${water}/trace`,
    `${water}/bench`,
  ]) {
    // What the page before was still fetching is none of this one.
    await page.goto('about:blank');
    asked.length = 0;
    await page.goto(demo.url + path);
    await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
    await expect.poll(() => asked.some((one) => one.includes('/BenchAtHand-'))).toBe(true);
    await expect.poll(() => asked.filter((one) => one === '/api/runs/open').length).toBe(1);
    await wholly(page);
    const first = asked.findIndex((one) => one.includes('/BenchAtHand-'));
    // What is needed at a bench belongs to its own page, and a trace asks for a year of four kinds.
    if (!/\/(bench|trace)$/.test(path))
      expect(first, asked.slice(0, first).join('\n')).toBeLessThanOrEqual(15);
    // Whether anything was written is asked again and again.
    const questions = asked.filter((one) => one.startsWith('/api/') && one !== '/api/revision');
    expect([...new Set(questions)], path).toEqual(questions);
  }
});

test('a question that the document asked in vain is asked again', async ({ page, demo }) => {
  let times = 0;
  await page.route('**/api/today', async (route) => {
    times += 1;
    await (times === 1 ? route.abort() : route.continue());
  });
  await page.goto(demo.url);
  await expect(page.getByRole('link', { name: 'Fern Window', exact: true })).toBeVisible();
  expect(times).toBe(2);
});

test('what needs no compression is served as it is, and gzip to whoever takes only that', async ({
  served,
}) => {
  const [, script] = /href="(\/assets\/[^"]+\.js)"/.exec(await (await fetch(served.url)).text())!;
  for (const [takes, expected] of [
    ['gzip', 'gzip'],
    ['br', 'br'],
    ['identity', null],
  ] as const) {
    const { headers } = await fetch(served.url + script!, { headers: { 'accept-encoding': takes } });
    // Node's fetch undoes it, and leaves the header.
    expect(headers.get('content-encoding'), takes).toBe(expected);
    expect(headers.get('vary')).toContain('accept-encoding');
  }
});

test('another release is taken up with the next page, but not while a run is live', async ({
  page,
  served,
}) => {
  const { water } = await served.countingKh(page);
  const other = 'f'.repeat(16);
  await page.route('**/api/revision', async (route) => {
    const answer = await route.fetch();
    await route.fulfill({ response: answer, json: { ...(await answer.json()), release: other } });
  });
  await page.goto(`${served.url}/waters/${water}/bench`);
  await atBench(page);
  // Between two documents there is no page to ask.
  const mark = () => page.evaluate(() => Reflect.get(window, 'opened') as unknown).catch(() => 'between two');
  await page.evaluate(() => Reflect.set(window, 'opened', 'before'));
  await page.getByRole('link', { name: 'Log', exact: true }).click();
  await expect(page.getByRole('heading', { level: 1 })).toContainText('Log');
  expect(await mark()).toBe('before');

  const [run] = await served.call<{ id: string; tests: { id: string }[] }[]>('GET', '/api/runs/open');
  await served.tell(run!.id, run!.tests[0]!.id, Date.now(), { type: 'set-aside' });
  await expect(page.getByRole('region', { name: 'Tubes on the bench' })).toBeHidden();
  await page.getByRole('link', { name: 'Worktop', exact: true }).click();
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
  await expect.poll(mark).toBeUndefined();
  // Once: the device may open the old one again.
  await page.evaluate(() => Reflect.set(window, 'opened', 'after'));
  await page.getByRole('link', { name: 'Kits', exact: true }).click();
  await expect(page.getByRole('heading', { name: 'Kits', level: 1 })).toBeVisible();
  expect(await mark()).toBe('after');
});

test('a page whose files went with an old release is opened anew', async ({ page, demo }) => {
  await page.goto(demo.url);
  await expect(page.getByRole('link', { name: 'Fern Window', exact: true })).toBeVisible();
  await page.evaluate(() => Reflect.set(window, 'opened', 'before'));
  let isGone = true;
  await page.route('**/assets/WorktopPage-*.js', (route) =>
    isGone ? route.fulfill({ status: 404, body: '' }) : route.continue(),
  );
  page.on('framenavigated', () => (isGone = false));
  await page.getByRole('link', { name: 'Worktop', exact: true }).click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Worktop');
  expect(await page.evaluate(() => Reflect.get(window, 'opened') as unknown)).toBeUndefined();
});

test('a page is not left for a server that is away, though a part of another cannot be fetched', async ({
  page,
  served,
}) => {
  await page.goto(served.url);
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
  await page.route('**/assets/WorktopPage-*.js', (route) => route.abort());
  await page.evaluate(() => Reflect.set(window, 'opened', 'before'));
  await served.kill();
  await page.getByRole('link', { name: 'Worktop', exact: true }).click();
  await page.waitForRequest('**/api/revision');
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
  expect(await page.evaluate(() => Reflect.get(window, 'opened') as unknown)).toBe('before');
});
