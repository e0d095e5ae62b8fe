import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { createMemoryHistory, createRouter } from 'vue-router';
import { expressionOf, placesOf } from '../../build/first-page';
import { firstQuestions } from '../../src/wire/first-questions';

const written = readFileSync(join(__dirname, '../../src/router.ts'), 'utf8');
const places = placesOf(written);
/** The same places, told by the router's own reading of their addresses. */
const router = createRouter({
  history: createMemoryHistory(),
  routes: places.map(({ path, name }) => ({ path, name, component: {} })),
});

const water = '4c463e7b-0415-4912-831d-df5ba3f3f4cd';
const addresses = [
  '/',
  '/waters/new',
  '/kits',
  '/kits/new',
  '/rules',
  '/cards/learn',
  '/cards/learn/own-1',
  '/worktop/free-ammonia',
  '/methods/kh-drops',
  '/runs/12',
  '/removed',
  ...[
    'today',
    'bench',
    'log',
    'trace',
    'trace/nitrate',
    'cycle',
    'cycle/start',
    'edit',
    'limits',
    'share',
  ].map((end) => `/waters/${water}/${end}`),
];

describe('the script that has a page begin', () => {
  it('knows every place of the router', () => {
    expect(places).toHaveLength([...written.matchAll(/component: \(\) => import/g)].length);
  });

  it.each(addresses)('finds the place of %s as the router does', (address) => {
    const found = places.find(({ path }) => new RegExp(expressionOf(path)).test(address));
    expect(found?.name).toBe(router.resolve(address).name);
  });

  it('takes the water out of an address', () => {
    const { path } = places.find(({ name }) => name === 'trace')!;
    expect(new RegExp(expressionOf(path)).exec(`/waters/${water}/trace/nitrate`)?.[1]).toBe(water);
  });

  it('asks only for places that there are', () => {
    const names = places.map(({ name }) => name);
    expect(names).toEqual(expect.arrayContaining(Object.keys(firstQuestions.of)));
  });
});
