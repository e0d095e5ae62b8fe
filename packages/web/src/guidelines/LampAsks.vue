<script setup lang="ts">
import { ask } from '../wire/ask';
import type { Lamp } from '@hedge-lamp/core/guidelines';
import { type Water, waterRoutes } from '@hedge-lamp/core/waters';
import { BButton } from 'bootstrap-vue-next/components/BButton';
import { computed, ref } from 'vue';
import { sentenceOf } from '../wire/api-error';
import { useNotices } from '../shell/notice-store';
import { draftOf } from '../waters/water-draft';
import { useWaters } from '../waters/waters-store';

/** What the keeper is asked because it would change the verdict: asked until it is told. */
const props = defineProps<{ lamp: Lamp; waterId: string; waterName: string }>();
const emit = defineEmits<{ told: [] }>();
const waters = useWaters();
const notices = useNotices();
const said = computed(() => waters.waters.find((w) => w.id === props.waterId)?.livesHere ?? null);
const failure = ref('');
const telling = ref(false);

async function put(livesHere: Water['livesHere']): Promise<void> {
  const params = { id: props.waterId };
  // The newest version: only this one fact is told here.
  let water = await ask(waterRoutes.one, { params });
  const change = (to: Water['livesHere']) =>
    ask(waterRoutes.change, {
      params,
      body: { version: water.version, water: { ...draftOf(water), livesHere: to } },
    });
  // Told anew, it holds from now on.
  if (livesHere !== null && water.livesHere === livesHere) water = await change(null);
  await change(livesHere);
  await waters.load();
  emit('told');
}
async function tell(livesHere: 'animals' | 'nobody'): Promise<void> {
  failure.value = '';
  telling.value = true;
  try {
    await put(livesHere);
    notices.say(
      livesHere === 'nobody'
        ? `Nobody lives in ${props.waterName}: noted.`
        : `Animals live in ${props.waterName}: noted.`,
      { undo: () => put(null) },
    );
  } catch (error) {
    failure.value = sentenceOf(error);
  } finally {
    telling.value = false;
  }
}
</script>

<template>
  <section v-if="lamp.asks.length > 0" class="asks sheet" aria-label="A question">
    <template v-if="lamp.asks.includes('who-lives-here')">
      <p class="question">Does anything live in {{ waterName }}?</p>
      <p v-if="said === 'nobody'" class="quiet">
        You said that nothing does, but noted animals since. It is judged as if they did.
      </p>
      <p v-else class="quiet">Nobody said, so it is judged as if animals did.</p>
      <div class="answers">
        <BButton variant="outline-primary" :disabled="telling" @click="tell('animals')"
          >Animals live here</BButton
        >
        <BButton variant="outline-primary" :disabled="telling" @click="tell('nobody')"
          >Nobody lives here</BButton
        >
        <RouterLink :to="{ name: 'water-edit', params: { waterId } }">Say which animals</RouterLink>
      </div>
    </template>
    <template v-if="lamp.asks.includes('salt')">
      <p class="question">What salt is in {{ waterName }}?</p>
      <p class="quiet">So much chloride is sea water, brackish water or a medicine.</p>
      <RouterLink :to="{ name: 'water-edit', params: { waterId } }">Say which, in its form</RouterLink>
    </template>
    <p v-if="failure" class="failure mb-0" role="alert">{{ failure }}</p>
  </section>
</template>

<style scoped>
.asks {
  margin-bottom: 0.75rem;
  border-left: 6px solid var(--hl-amber);
}
.question {
  font-weight: 650;
  font-size: 1.1rem;
  margin: 0;
}
.asks p {
  margin: 0 0 0.3rem;
}
.answers {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.5rem 0.9rem;
}
</style>
