<script setup lang="ts">
import { photoRoutes } from '@hedge-lamp/core/color';
import { ask } from '../wire/ask';
import { BButton } from 'bootstrap-vue-next/components/BButton';
import { ref } from 'vue';
import { sentenceOf } from '../wire/api-error';
import { useNotices } from '../shell/notice-store';

/** The photograph that a reading was kept with; it can be taken away and brought back. */
const props = defineProps<{ photoId: string }>();
const notices = useNotices();
const gone = ref(false);
/** Asked for anew after it was brought back. */
const times = ref(0);

async function bringBack(): Promise<void> {
  await ask(photoRoutes.restore, { params: { id: props.photoId } });
  times.value += 1;
  gone.value = false;
}
async function takeAway(): Promise<void> {
  try {
    await ask(photoRoutes.takeAway, { params: { id: props.photoId } });
    gone.value = true;
    notices.say('The photograph is taken away. The reading stays.', { undo: bringBack });
  } catch (error) {
    notices.say(sentenceOf(error), { tone: 'bad' });
  }
}
</script>

<template>
  <div class="kept">
    <p v-if="gone" class="mb-0" role="status">
      The photograph is not here: it was taken away, or it is still on the device that took it.
      <BButton variant="link" @click="bringBack().catch((e) => notices.say(sentenceOf(e), { tone: 'bad' }))"
        >Look again</BButton
      >
    </p>
    <template v-else>
      <img
        :src="`/api/photos/${photoId}?${times}`"
        alt="The tube as photographed for this reading"
        @error="gone = true"
      />
      <BButton variant="outline-danger" @click="takeAway">Take the photograph away</BButton>
    </template>
  </div>
</template>

<style scoped>
.kept {
  display: flex;
  flex-wrap: wrap;
  gap: 0.8rem;
  align-items: flex-start;
  padding: 0.6rem 0;
}
img {
  max-width: min(28rem, 100%);
  max-height: 22rem;
}
</style>
