import type { DeedKind } from '@hedge-lamp/core/remedies';

/** The shapes that deeds are told by, each with its word. */
export const deedSigns = {
  change: 'water changed',
  dose: 'dosed',
  added: 'animals or plants added',
  death: 'animals died or left',
  filter: 'filter',
  signs: 'animals looked wrong',
  note: 'something else',
} as const;
export type DeedSign = keyof typeof deedSigns;

const signs: Partial<Record<DeedKind, DeedSign>> = {
  'water-change': 'change',
  rain: 'change',
  'ammonia-dose': 'dose',
  challenge: 'dose',
  feed: 'dose',
  buffer: 'dose',
  treatment: 'dose',
  medicine: 'dose',
  conditioner: 'dose',
  acid: 'dose',
  mineral: 'dose',
  stocked: 'added',
  planting: 'added',
  loss: 'death',
  departure: 'death',
  harvest: 'death',
  'filter-rinse': 'filter',
  'filter-wash': 'filter',
  'media-change': 'filter',
  'filter-stopped': 'filter',
  'power-cut': 'filter',
  sign: 'signs',
  'sign-over': 'signs',
};

export const signOfDeed = (kind: DeedKind): DeedSign => signs[kind] ?? 'note';
