<script setup lang="ts">
import { ref, watch } from 'vue';
import ConflictNotice from './ConflictNotice.vue';
import type { DraftTold } from './use-draft';

/**
 * What came of saving a form, above it: somebody else saved first, or it could not be saved. Comes into sight by itself:
 * who pressed Save at the end of a long form must not think that nothing happened.
 */
const props = defineProps<{ what: string; draft: DraftTold }>();
/** What else can be done about a failure. */
defineSlots<{ default?(): unknown }>();

const top = ref<HTMLElement>();
watch(
  [props.draft.failure, props.draft.theirs],
  ([failure, theirs]) => {
    if (failure || theirs) top.value?.scrollIntoView({ block: 'nearest' });
  },
  { flush: 'post' },
);
</script>

<template>
  <div ref="top" class="notices">
    <ConflictNotice
      v-if="draft.theirs.value"
      :what="what"
      :differences="draft.differences.value"
      @ours="draft.saveOurs()"
      @theirs="draft.takeTheirs()"
    />
    <p v-if="draft.failure.value" class="failure" role="alert">{{ draft.failure.value }} <slot /></p>
  </div>
</template>

<style scoped>
.notices {
  scroll-margin-top: calc(var(--hl-bar) + 1rem);
}
</style>
