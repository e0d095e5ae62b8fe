import { expect, test } from './served';

test.use({ serviceWorkers: 'allow' });

test('every page loads from its own server alone, and the policy forbids the rest', async ({
  page,
  demo,
}) => {
  const elsewhere: string[] = [];
  const complaints: string[] = [];
  page.on('request', (request) => {
    const { origin, protocol } = new URL(request.url());
    if (origin !== demo.url && protocol !== 'data:' && protocol !== 'blob:') elsewhere.push(request.url());
  });
  page.on('console', (message) => {
    if (message.type() === 'error') complaints.push(message.text());
  });
  page.on('pageerror', (error) => complaints.push(error.message));

  const answer = await page.goto(demo.url);
  const policy = answer!.headers()['content-security-policy']!;
  expect(policy).toContain("default-src 'self'");
  expect(policy).not.toMatch(/unsafe|https?:/);

  const [water] = await demo.call<{ id: string }[]>('GET', '/api/waters');
  for (const place of ['today', 'signs', 'share', 'limits', 'bench', 'trace', 'log', 'edit']) {
    await page.goto(`${demo.url}/waters/${water!.id}/${place}`);
    await page.waitForLoadState('networkidle');
  }
  await page.goto(`${demo.url}/worktop/co2?alkalinity=4&ph=7&temperature=25`);
  await page.waitForLoadState('networkidle');
  expect(elsewhere).toEqual([]);
  expect(complaints).toEqual([]);
  const fonts = await page.evaluate(async () => {
    await document.fonts.ready;
    return [...document.fonts].filter((f) => f.status === 'loaded').map((f) => f.family.replaceAll('"', ''));
  });
  expect(fonts).toContain('Atkinson Hyperlegible Next Variable');
});
