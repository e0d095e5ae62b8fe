import { partSchemas } from '../../build/part-schemas';

const whole = `
import { z } from 'zod';
import { IdSchema } from './id';
import { liters, cups } from './units';
const kinds = ['tank', 'pond'];
export const label = { tank: 'Tank', pond: 'Pond' };
export const KindSchema = z.enum(kinds);
export const WaterSchema = z.object({ id: IdSchema, kind: KindSchema, volume: liters });
export const isPond = (kind) => kind === 'pond';
export const readWater = (said) => WaterSchema.parse(said);
export const brightness = ({ x, y, z }) => x + y + z + cups;
`;

describe('a module parted', () => {
  const { facts, schemas, whole: stands } = partSchemas(whole, '/core/src/waters/water.ts')!;

  it('keeps Zod, schemas and what uses them out of the facts', () => {
    expect(facts).not.toContain('zod');
    expect(facts).not.toContain('Schema');
    for (const name of ['label', 'isPond', 'brightness']) expect(facts).toContain(`export const ${name}`);
  });

  it('carries along only the imports that a part uses', () => {
    expect(facts).toContain('import { cups } from "./units"');
    expect(facts).not.toContain('liters');
    expect(schemas).toContain('import { liters } from "./units"');
    expect(schemas).not.toContain('cups');
  });

  it('lets the schemas have what the module keeps to itself, and nobody else', () => {
    expect(schemas).toContain('import { kinds } from "/core/src/waters/water.ts?facts"');
    expect(stands).not.toContain('kinds');
  });

  it('exports by the module’s own name all that it did', () => {
    const names = [...stands.matchAll(/export \{ (?<names>[^}]*) \}/g)].flatMap((m) =>
      m.groups!.names!.split(', '),
    );
    expect(names.sort()).toEqual(
      ['KindSchema', 'WaterSchema', 'brightness', 'isPond', 'label', 'readWater'].sort(),
    );
  });

  it('leaves alone what has no schemas, or only forwards', () => {
    expect(partSchemas(`export const two = 2;`, 'a.ts')).toBeNull();
    expect(
      partSchemas(`import { z } from 'zod'; export * from './b'; export const c = z.int();`, 'a.ts'),
    ).toBeNull();
  });
});
