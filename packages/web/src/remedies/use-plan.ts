import { ask as askServer } from '../wire/ask';
import { addressOf, hour } from '@hedge-lamp/core/wire';
import { type PlanLine, planRoutes } from '@hedge-lamp/core/remedies';
import { v4 as newId } from 'uuid';
import { computed, ref, watch } from 'vue';
import { sentenceOf } from '../wire/api-error';
import { useServerLink } from '../clock/server-link';
import { thisZone } from '../clock/words';
import { useOutbox } from '../offline/outbox-store';
import { waitsWords } from '../offline/outbox-words';

/** Ticks lines of a plan, takes ticks back and puts lines off. What fails is said beside the line and can be tried again. */
export function usePlan(waterId: () => string, changed: () => void) {
  const link = useServerLink();
  const busy = ref<string | null>(null);
  const failed = ref<{ readonly lineId: string; readonly sentence: string } | null>(null);
  /** What was just done, for a screen reader; the list of what was done shows it, with its Undo. */
  const spoken = ref('');
  const outbox = useOutbox();
  const ofWater = () => ({ params: { id: waterId() } });
  const ticksPath = () => addressOf(planRoutes.tick, ofWater());
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
    let waits = false;
    const kept = await send(line.id, async () => {
      const about = { waterId: waterId(), says: `Done: ${line.says}` };
      const outcome = await outbox.ask(`plan-${waterId()}`, about, planRoutes.tick, {
        ...ofWater(),
        body: { id, lineId: line.id, key: line.key, at: Math.round(link.date()), zone: thisZone() },
      });
      waits = !outcome.sent;
    });
    if (!kept) return;
    tickIds.delete(mark);
    spoken.value = waits ? waitsWords(line.says) : `Done, and noted: ${line.says}`;
  }
  /** Lines that were ticked here and could not be sent yet. */
  const waiting = computed(
    () =>
      new Set(
        outbox.entries.flatMap(({ thing }) =>
          thing.what === 'request' && thing.request.path === ticksPath()
            ? [(thing.request.body as { lineId: string }).lineId]
            : [],
        ),
      ),
  );
  watch(
    () => waiting.value.size,
    (now, before) => {
      if (now < before && busy.value === null) changed();
    },
  );
  async function takeBack(tickId: string): Promise<void> {
    if (await send(tickId, () => askServer(planRoutes.takeBack, { params: { id: waterId(), tickId } })))
      spoken.value = 'Taken back.';
  }
  const putOff = (line: PlanLine, hours: number | null) =>
    send(line.id, () =>
      askServer(planRoutes.putOff, {
        ...ofWater(),
        body: { lineId: line.id, until: hours === null ? null : Math.round(link.date() + hours * hour) },
      }),
    );
  return { busy, failed, waiting, spoken, tick, takeBack, putOff };
}
