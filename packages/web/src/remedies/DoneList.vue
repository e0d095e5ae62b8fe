<script setup lang="ts">
import { deedDetail, deedTitle, deedRoutes } from '@hedge-lamp/core/remedies';
import { BButton } from 'bootstrap-vue-next/components/BButton';
import { defineAsyncComponent, ref } from 'vue';
import { agoInWords } from '../clock/words';
import { useAnswer } from '../shell/use-loaded';

const DeedForm = defineAsyncComponent(() => import('./DeedForm.vue'));

/** What was done to this water lately, and a way to note more. */
const props = defineProps<{ waterId: string; now: number }>();
const emit = defineEmits<{ kept: [] }>();
const { data: deeds, again } = useAnswer(deedRoutes.list, () => ({ params: { id: props.waterId } }));
const noting = ref(false);
const asked = ref(false);
function kept(): void {
  void again();
  emit('kept');
}
function note(): void {
  asked.value = true;
  noting.value = true;
}
</script>

<template>
  <section class="sheet side-sheet" aria-labelledby="done-heading">
    <h2 id="done-heading">Done lately</h2>
    <p v-if="deeds && deeds.length === 0" class="quiet">Nothing noted yet.</p>
    <ul v-else>
      <li v-for="deed in (deeds ?? []).slice(0, 4)" :key="deed.id">
        <strong>{{ deedTitle(deed) }}</strong>
        <span class="since quiet">{{ agoInWords(deed.at, now) }}</span>
        <span class="quiet detail">{{ deedDetail(deed) }}</span>
      </li>
    </ul>
    <BButton variant="outline-primary" @click="note">Note something done</BButton>
    <DeedForm v-if="asked" v-model="noting" :water-id="waterId" @kept="kept" />
  </section>
</template>
