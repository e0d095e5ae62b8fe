<script setup lang="ts">
import { ask } from '../wire/ask';
import { type CycleStart, cycleRoutes } from '@hedge-lamp/core/cycle';
import { BButton } from 'bootstrap-vue-next/components/BButton';
import { sentenceOf } from '../wire/api-error';
import { useNotices } from '../shell/notice-store';
import { useWaters } from '../waters/waters-store';

/** Ends a cycle whose filter is ready: its water counts as settled from then on. */
const props = defineProps<{ start: CycleStart; now: number }>();
const emit = defineEmits<{ changed: [] }>();
const waters = useWaters();
const notices = useNotices();

async function end(): Promise<void> {
  const { version, createdAt: _c, updatedAt: _u, deletedAt: _d, ...draft } = props.start;
  const params = { id: draft.id };
  const changed = async () => {
    emit('changed');
    await waters.load();
  };
  try {
    const ended = { ...draft, endedAt: Math.round(props.now), outcome: 'ready' as const };
    const saved = await ask(cycleRoutes.change, { params, body: { version, start: ended } });
    notices.say('The cycle is ended as ready. The water counts as settled now.', {
      undo: async () => {
        await ask(cycleRoutes.change, { params, body: { version: saved.version, start: draft } });
        await changed();
      },
    });
    await changed();
  } catch (error) {
    notices.say(sentenceOf(error), { tone: 'bad' });
  }
}
</script>

<template>
  <BButton variant="primary" class="mt-3" @click="end">End it as ready</BButton>
</template>
