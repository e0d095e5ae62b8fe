import type { MethodDraft } from './method';

type StepDraft = MethodDraft['steps'][number];

/** How every tube test begins. Common practice. */
export const rinseAndFill = (milliliters: number): StepDraft[] => [
  {
    do: 'rinse',
    say: 'Rinse the tube with the water you are testing',
    why: 'What is left of the last test would join this one. No detergent.',
  },
  {
    do: 'fill',
    milliliters,
    say: `Fill to ${milliliters} mL`,
    why: 'Hold it at eye level: the bottom of the curved surface sits on the line. A drop more or less makes little odds.',
    matters: 'forgiving',
  },
];

/** Said where a tube is closed. Common practice. */
export const capOn: StepDraft = {
  do: 'cap',
  say: 'Put the cap on',
  why: 'A thumb spoils the sample, and the reagent is not kind to skin.',
};

/** A wait in which the color grows. Common practice. */
export const letStand = (seconds: number, say: string): StepDraft => ({
  do: 'stand',
  seconds,
  say,
  why: 'The color is still growing. You can leave this and start another tube.',
  matters: 'critical',
});

/** Reading a card against white. Common practice; the window is our own, cautious one. */
export const readTheCard = (
  windowSeconds: number,
  why = 'Daylight or good white light. A colored wall behind you tints the tube.',
): StepDraft => ({
  do: 'read',
  windowSeconds,
  say: 'Hold the tube against white and read the card',
  why,
});
