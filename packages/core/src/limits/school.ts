import { z } from 'zod';

/**
 * Where practitioners disagree: the questions, and the view that each school takes. A keeper chooses one for a water.
 * Common practice, all of them.
 */
export type SchoolId = 'ammonia' | 'nitrate' | 'alkalinity' | 'hardness';

export const views = {
  ammonia: ['under-one', 'any-trace', 'free-only', 'acid-nitrite'],
  nitrate: ['twenty', 'forty', 'planted'],
  alkalinity: ['four-to-eight', 'three-up'],
  hardness: ['either', 'four-to-eight', 'ten-to-twelve'],
} as const;
export type ViewOf<S extends SchoolId> = (typeof views)[S][number];

/** The views chosen; null takes the usual one. */
export const SchoolChoiceSchema = z
  .object({
    ammonia: z.enum(views.ammonia).nullable().default(null),
    nitrate: z.enum(views.nitrate).nullable().default(null),
    alkalinity: z.enum(views.alkalinity).nullable().default(null),
    hardness: z.enum(views.hardness).nullable().default(null),
  })
  .meta({ id: 'SchoolChoice' });
export type SchoolChoice = z.infer<typeof SchoolChoiceSchema>;

interface View {
  readonly id: string;
  readonly label: string;
  /** What this school says and why, in a sentence. */
  readonly says: string;
}
export interface School {
  readonly id: SchoolId;
  readonly question: string;
  readonly views: readonly View[];
}

export const schools: readonly School[] = [
  {
    id: 'ammonia',
    question: 'When is total ammonia too much?',
    views: [
      {
        id: 'under-one',
        label: 'Under 1 mg/L is watched',
        says: 'A trace is watched and over 1 mg/L total is acted on; free ammonia is judged beside it.',
      },
      {
        id: 'any-trace',
        label: 'Any trace is acted on',
        says: 'A grown-in filter leaves none, so any trace means something broke: change water at once.',
      },
      {
        id: 'free-only',
        label: 'Only the free part counts',
        says: 'Ammonium harms little; what burns gills is free ammonia, so total is noted and free ammonia judged.',
      },
      {
        id: 'acid-nitrite',
        label: 'In acid water, nitrite counts',
        says: 'Below pH 7 nearly all of it is ammonium: total is noted there, and nitrite is judged the stricter. From pH 7 up total is judged as usual.',
      },
    ],
  },
  {
    id: 'nitrate',
    question: 'How much nitrate may stand?',
    views: [
      {
        id: 'twenty',
        label: 'Up to 20 mg/L NO3',
        says: 'At or under 20 is good, under 40 will do, and at 40 a quarter of the water is changed.',
      },
      {
        id: 'forty',
        label: 'Up to 40 mg/L NO3',
        says: 'Grown fish live well at 40: it is watched above that and acted on above 80.',
      },
      {
        id: 'planted',
        label: 'Planted, 10 to 20 mg/L NO3',
        says: 'Plants starve under about 5 and do best at 10 to 20: too little is worth a look as well as too much.',
      },
    ],
  },
  {
    id: 'alkalinity',
    question: 'How much KH does a tank need?',
    views: [
      {
        id: 'four-to-eight',
        label: '4 to 8 °dKH',
        says: 'Under 4 there is little in hand, under 2 pH can crash overnight, and over 8 pH is hard to move.',
      },
      {
        id: 'three-up',
        label: '3 °dKH and up',
        says: 'Three degrees hold the pH of a tank that is tended; more is as good, and high KH harms nobody.',
      },
    ],
  },
  {
    id: 'hardness',
    question: 'How hard for a mixed tank?',
    views: [
      {
        id: 'either',
        label: '4 to 12 °dGH',
        says: 'Both schools below have healthy fish: anything from 4 to 12 is left alone.',
      },
      {
        id: 'four-to-eight',
        label: '4 to 8 °dGH',
        says: 'Most community fish come from soft water; over 8 is harder than they like.',
      },
      {
        id: 'ten-to-twelve',
        label: '10 to 12 °dGH',
        says: 'Harder water steadies a mixed tank and gives snails and shrimp their shells.',
      },
    ],
  },
];

/** The views that hold, the usual one where none was chosen: planted for a water with plants. */
export function viewsInForce(choice: SchoolChoice, planted: boolean): { [S in SchoolId]: ViewOf<S> } {
  return {
    ammonia: choice.ammonia ?? 'under-one',
    nitrate: choice.nitrate ?? (planted ? 'planted' : 'twenty'),
    alkalinity: choice.alkalinity ?? 'four-to-eight',
    hardness: choice.hardness ?? 'either',
  };
}
