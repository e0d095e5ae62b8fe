import type { Plan, PlanLine } from '@hedge-lamp/core/remedies';
import { v4 as newId } from 'uuid';
import { ref } from 'vue';
import { sentenceOf } from '../api/api-error';
import { call } from '../api/call';
import { useServerLink } from '../clock/server-link';
import { thisZone } from '../clock/words';

const hour = 3_600_000;

/** Ticks lines of a plan, takes ticks back and puts lines off. What fails is said beside the line and can be tried again. */
export function usePlan(waterId: () => string, changed: () => void) {
  const link = useServerLink();
  const busy = ref<string | null>(null);
  const failed = ref<{ readonly lineId: string; readonly sentence: string } | null>(null);
  /** What was just done, for a screen reader; the list of what was done shows it, with its Undo. */
  const spoken = ref('');
  const base = () => `/api/waters/${waterId()}/plan`;
  /** The same tick, sent again after a lost answer, is one tick. */
  const tickIds = new Map<string, string>();

  async function send(lineId: string, ask: () => Promise<unknown>): Promise<boolean> {
    if (busy.value !== null) return false;
    busy.value = lineId;
    failed.value = null;
    try {
      await ask();
      changed();
      return true;
    } catch (error) {
      failed.value = { lineId, sentence: sentenceOf(error) };
      changed();
      return false;
    } finally {
      busy.value = null;
    }
  }

  async function tick(line: PlanLine): Promise<void> {
    const mark = `${line.id} ${line.key}`;
    const id = tickIds.get(mark) ?? newId();
    tickIds.set(mark, id);
    const kept = await send(line.id, () =>
      call<Plan>('POST', `${base()}/ticks`, {
        id,
        lineId: line.id,
        key: line.key,
        at: Math.round(link.now()),
        zone: thisZone(),
      }),
    );
    if (!kept) return;
    tickIds.delete(mark);
    spoken.value = `Done, and noted: ${line.says}`;
  }
  async function takeBack(tickId: string): Promise<void> {
    if (await send(tickId, () => call<Plan>('DELETE', `${base()}/ticks/${tickId}`)))
      spoken.value = 'Taken back.';
  }
  const putOff = (line: PlanLine, hours: number | null) =>
    send(line.id, () =>
      call<Plan>('PUT', `${base()}/put-off`, {
        lineId: line.id,
        until: hours === null ? null : Math.round(link.now() + hours * hour),
      }),
    );
  return { busy, failed, spoken, tick, takeBack, putOff };
}
