import {
  type CycleFit,
  type CycleLog,
  type Forecast,
  type NextTest,
  type NotForeseen,
  type Observation,
  type PlanAhead,
  type SourceWater,
  type Stage,
  alkalinityWorkings,
  fitCycle,
  fitsAtAll,
  forecast,
  nextTest,
  pastBands,
  readyWorkings,
  stageFromFit,
  tooUncertain,
} from '@hedge-lamp/core/cycle';
import type { Workings } from '@hedge-lamp/core/quantity';
import { expose } from 'comlink';

/** Fits and foresees away from the page, so that it never stutters. One fit is kept for the what-ifs that follow it. */

export interface FitAnswer {
  readonly past: Forecast['bands'];
  readonly stage: { readonly stage: Stage; readonly share: number };
  /** Readings that hardly count. */
  readonly odd: readonly Observation[];
  readonly doubt: NotForeseen | null;
}
export interface Outlook {
  readonly forecast: Forecast;
  /** Why no day is named, where the forecast leaves it too open; the curves stand all the same. */
  readonly uncertain: NotForeseen | null;
  readonly next: NextTest | null;
  readonly readyWorkings: Workings;
  readonly alkalinityWorkings: Workings;
}

let fit: CycleFit | null = null;

const cycleWorker = {
  fit(log: CycleLog, challenge: number | null, progress: (share: number) => void): FitAnswer {
    let said = -1;
    fit = fitCycle(log, {
      progress: (share) => {
        // A message for every hundredth would keep the page busy.
        if (share - said < 0.04) return;
        said = share;
        progress(share);
      },
    });
    return { past: pastBands(fit), stage: stageFromFit(fit, challenge), odd: fit.odd, doubt: fitsAtAll(fit) };
  },

  /** @throws Error before anything was fitted */
  foresee(plan: PlanAhead, source: SourceWater): Outlook {
    if (!fit) throw new Error('Nothing was fitted yet.');
    const seen = forecast(fit, plan, source);
    return {
      forecast: seen,
      uncertain: tooUncertain(fit.log, seen),
      next: nextTest(fit, plan, source),
      readyWorkings: readyWorkings(fit, seen, plan),
      alkalinityWorkings: alkalinityWorkings(fit, seen),
    };
  },
};
export type CycleWorker = typeof cycleWorker;

expose(cycleWorker);
