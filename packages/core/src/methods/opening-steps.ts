import type { Step } from './method';

/** How every tube test begins. Common practice. */
export const rinseAndFill = (milliliters: number): Step[] => [
  {
    do: 'rinse',
    say: 'Rinse the tube with the water you are testing',
    why: 'What is left of the last test would join this one. No detergent.',
    critical: false,
  },
  {
    do: 'fill',
    milliliters,
    say: `Fill to ${milliliters} mL`,
    why: 'Hold it at eye level: the bottom of the curved surface sits on the line.',
    critical: false,
  },
];

/** Said where a tube is closed. Common practice. */
export const capOn: Step = {
  do: 'cap',
  say: 'Put the cap on',
  why: 'A thumb spoils the sample, and the reagent is not kind to skin.',
  critical: false,
};
