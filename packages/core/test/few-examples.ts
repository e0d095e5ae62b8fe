import fc from 'fast-check';

/**
 * For `npm run mutate`: property tests take fewer made-up waters, and do not look for the plainest one that fails. A fault
 * shows in a few or in none.
 */
fc.configureGlobal({ numRuns: Number(process.env.HEDGE_LAMP_RUNS), endOnFailure: true });
