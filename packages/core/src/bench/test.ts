import { z } from 'zod';
import { IdSchema } from '../wire/identifier';
import { DoubtIdSchema } from '../readings/doubt';

/** What a tube is there for: a test, the same again, a second sample, or distilled water as a blank. */
export const testRoles = ['test', 'repeat', 'second-sample', 'blank'] as const;
export const TestRoleSchema = z.enum(testRoles);
export type TestRole = z.infer<typeof TestRoleSchema>;
export const testRoleLabel: Readonly<Record<TestRole, string>> = {
  test: 'Test',
  repeat: 'Repeat',
  'second-sample': 'Second sample',
  blank: 'Blank',
};

/** One tube of a run. */
export const TestSchema = z.object({
  id: IdSchema,
  methodId: z.string().max(80),
  /** The version that the run goes by; null for the newest when it starts. */
  methodVersion: z.int().positive().nullable().default(null),
  kitId: IdSchema.nullable().default(null),
  /** Where its water comes from, when not from where the run says. */
  samplingPointId: IdSchema.nullable().default(null),
  /** Parts in all for one part of sample; 1 for undiluted. */
  dilution: z
    .number({ error: 'Type how many times the sample is diluted, for example 5.' })
    .min(1, 'A sample is diluted once or more; 1 means not diluted.')
    .max(1000, 'At most 1000 times.')
    .default(1),
  /** The sample, as many times what the leaflet asks for; a drop is then worth that much less. */
  sampleTimes: z
    .number({ error: 'Type how many times the usual sample is taken, for example 2.' })
    .min(0.1, 'At least a tenth of the usual sample.')
    .max(20, 'At most 20 times the usual sample.')
    .default(1),
  role: TestRoleSchema.default('test'),
  /** The tube that this one repeats. */
  ofTestId: IdSchema.nullable().default(null),
  /** Doubts that were known before it began, such as a bottle that is out of date. */
  doubts: z.array(DoubtIdSchema).max(20).default([]),
});
export type Test = z.infer<typeof TestSchema>;
