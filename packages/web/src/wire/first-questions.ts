import { runRoutes } from '@hedge-lamp/core/bench';
import { cycleRoutes } from '@hedge-lamp/core/cycle';
import { todayRoutes } from '@hedge-lamp/core/guidelines';
import { kitRoutes, methodRoutes } from '@hedge-lamp/core/methods';
import { parameterRoutes } from '@hedge-lamp/core/parameters';
import { readingRoutes } from '@hedge-lamp/core/readings';
import { deedRoutes } from '@hedge-lamp/core/remedies';
import { waterRoutes } from '@hedge-lamp/core/waters';

/**
 * What every page asks as soon as it can, and what a page of a water asks besides, by the name of its place in the router.
 * The build writes it into the page, which asks before its scripts are there. Whoever asks the very same takes that answer;
 * a question too many costs a request, one too few some waiting. `:yearBefore` stands for what `readings/year-before.ts` says.
 */
export const firstQuestions = {
  always: [waterRoutes.list.path, todayRoutes.standings.path, parameterRoutes.list.path],
  of: {
    today: [todayRoutes.today.path, deedRoutes.list.path],
    bench: [methodRoutes.list.path, runRoutes.open.path, kitRoutes.list.path],
    cycle: [cycleRoutes.one.path],
    trace: [
      todayRoutes.today.path,
      readingRoutes.parameters.path,
      `${readingRoutes.list.path}?from=:yearBefore&limit=5000`,
      `${deedRoutes.list.path}?from=:yearBefore`,
    ],
    log: [deedRoutes.list.path, `${readingRoutes.list.path}?limit=100`],
  },
} as const;
