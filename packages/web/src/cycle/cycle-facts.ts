import { dated } from '../clock/dated';
import { type CycleStartDraft, mediaLabel, wayInfo } from '@hedge-lamp/core/cycle';

const dayAndTime = (instant: number) => dated(instant, 'd MMM yyyy, HH:mm');

/** How a filter is grown in, each fact in words under its name. */
export const cycleFacts = (start: CycleStartDraft): Record<string, string> => ({
  Begun: dayAndTime(start.startedAt),
  Way: wayInfo[start.way].label,
  Media: mediaLabel[start.media],
  Dose: `${start.target} mg/L NH3-N`,
  Redosing: start.redose === 'daily' ? 'topped up every day' : 'when it has fallen',
  'At nitrite’s peak': start.pauseAtPeak ? 'stop' : 'go on',
  Ammonia:
    start.ammoniaFrom === 'household-ammonia'
      ? `household ammonia, ${start.strength} %`
      : 'ammonium chloride',
  Ended: start.endedAt === null ? 'still running' : dayAndTime(start.endedAt),
  Outcome: start.outcome === null ? '' : start.outcome === 'ready' ? 'ready' : 'given up',
  Note: start.note,
});
