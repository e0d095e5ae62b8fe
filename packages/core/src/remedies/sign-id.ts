import { z } from 'zod';

/** What a keeper sees, before any test. */
export const signIds = [
  'gasping',
  'red-gills',
  'brown-gills',
  'listless',
  'flashing',
  'death',
  'molt-stuck',
  'thin-shells',
  'plants-melting',
  'cloudy',
] as const;
export const SignIdSchema = z.enum(signIds, { error: 'Choose what you see.' });
export type SignId = z.infer<typeof SignIdSchema>;

export const signLabel: Readonly<Record<SignId, string>> = {
  gasping: 'Gasping at the surface, outside feeding time',
  'red-gills': 'Red, inflamed gills',
  'brown-gills': 'Brown or gray gills, brown blood',
  listless: 'Listless, clamped fins, not eating',
  flashing: 'Flashing: scraping along stones or gravel',
  death: 'A death',
  'molt-stuck': 'Shrimp stuck at a molt, or a white ring round the body',
  'thin-shells': 'Snail shells thin, white or pitted',
  'plants-melting': 'Plants melting or yellowing',
  cloudy: 'Cloudy water',
};

/** True where the sign is of an animal, and not of plants or of the water. */
export const isAnimalSign = (sign: SignId): boolean => sign !== 'plants-melting' && sign !== 'cloudy';
