import { unnamedWater, waterRoutes } from '@hedge-lamp/core/waters';
import { v4 as newId } from 'uuid';
import { ref } from 'vue';
import { useRouter } from 'vue-router';
import { useSettings } from '../settings/settings-store';
import { ask } from '../wire/ask';
import { sentenceOf } from '../wire/api-error';
import { askAllOf } from './new-water-questions';
import { useWaters } from './waters-store';

/** Begins at the bench with a water that nobody described yet: it is asked about while the tube stands. */
export function useTestNow() {
  const store = useWaters();
  const router = useRouter();
  const settings = useSettings();
  const failure = ref('');
  const beginning = ref(false);
  /** Pressed again after an answer was lost, it is the same water. */
  const id = newId();

  async function testNow(): Promise<void> {
    if (beginning.value) return;
    beginning.value = true;
    failure.value = '';
    try {
      // Whoever has waters already never needs it: it is fetched when it is asked for.
      const { emptyWaterForm, readWaterForm, unitsOfKeeper } = await import('./water-form');
      const read = readWaterForm(
        { ...emptyWaterForm(unitsOfKeeper(store.waters, settings.units)), id, name: unnamedWater },
        Date.now(),
      );
      if ('errors' in read) throw new Error(Object.values(read.errors).join(' '));
      const water = await ask(waterRoutes.create, { body: read.draft });
      askAllOf(water.id);
      await store.load();
      await router.push({ name: 'bench', params: { waterId: water.id }, query: { pick: '1' } });
    } catch (error) {
      failure.value = sentenceOf(error);
    } finally {
      beginning.value = false;
    }
  }
  return { testNow, beginning, failure };
}
