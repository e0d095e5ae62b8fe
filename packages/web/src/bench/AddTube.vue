<script setup lang="ts">
import { type Test, type Tube } from '@hedge-lamp/core/bench';
import { dilutionPlans, isDilutable, isSizable } from '@hedge-lamp/core/methods';
import { BButton } from 'bootstrap-vue-next/components/BButton';
import { BModal } from 'bootstrap-vue-next/components/BModal';
import { computed, ref } from 'vue';
import { useMethods } from '../methods/methods-store';
import ChoiceField from '../shell/ChoiceField.vue';

/** A tube beside the others: the same again, a second sample, a blank, a dilution, another size, or another test. */
const props = defineProps<{ tube: Tube }>();
const open = defineModel<boolean>({ required: true });
const emit = defineEmits<{ add: [more: Partial<Test>] }>();
const methods = useMethods();

const factors = dilutionPlans({ volume: 5, mark: 0.2 }, 5).map(({ times }) => ({
  value: times,
  text: `${times} times`,
}));
const dilution = ref(5);
const other = ref(methods.all.find((m) => m.id !== props.tube.method.id)!.id);
const others = computed(() => methods.all.map((m) => ({ value: m.id, text: m.name })));
/** Twice the sample halves what a drop is worth; half of it saves reagent. */
const sizes = [2, 3, 4, 0.5].map((times) => ({
  value: times,
  text: times === 0.5 ? 'half the usual' : `${times} times the usual`,
}));
const size = ref(2);
const isWet = computed(() => props.tube.method.result.by !== 'answer');

function add(more: Partial<Test>): void {
  emit('add', more);
  open.value = false;
}
</script>

<template>
  <BModal v-model="open" title="Add a tube" no-footer header-close-label="Close">
    <p class="quiet">It goes into the rack beside the others, and the plan makes room for it.</p>
    <h3 class="fs-6">{{ tube.method.name }}</h3>
    <div class="ways">
      <BButton variant="outline-primary" @click="add({ role: 'repeat' })">
        <strong>The same again</strong><small>From the same sample, to check it.</small>
      </BButton>
      <BButton variant="outline-primary" @click="add({ role: 'second-sample' })">
        <strong>Second sample</strong><small>Drawn anew: tells whether the water is the same all over.</small>
      </BButton>
      <BButton
        v-if="isWet"
        variant="outline-primary"
        @click="add({ role: 'blank', dilution: 1, sampleTimes: 1 })"
      >
        <strong>A blank</strong
        ><small>Distilled water: shows what the kit reads where there is nothing.</small>
      </BButton>
    </div>
    <div v-if="isDilutable(tube.method)" class="line">
      <ChoiceField v-model="dilution" :options="factors" label="Diluted with distilled water" />
      <BButton variant="outline-primary" @click="add({ dilution })">Add it diluted</BButton>
    </div>
    <div v-if="isSizable(tube.method)" class="line">
      <ChoiceField v-model="size" :options="sizes" label="Another size of sample" />
      <BButton variant="outline-primary" @click="add({ sampleTimes: size })">Add it so</BButton>
    </div>
    <div class="line">
      <ChoiceField v-model="other" :options="others" label="Another test" />
      <BButton
        variant="outline-primary"
        @click="add({ methodId: other, dilution: 1, role: 'test', ofTestId: null })"
        >Add this test</BButton
      >
    </div>
  </BModal>
</template>

<style scoped>
.ways {
  display: grid;
  gap: 0.5rem;
  margin-bottom: 1rem;
}
.ways .btn {
  text-align: left;
  display: grid;
}
.ways small {
  font-weight: 400;
}
.line {
  display: flex;
  gap: 0.75rem;
  align-items: flex-end;
  margin-bottom: 0.5rem;
}
.line > :first-child {
  flex: 1;
}
.line .btn {
  margin-bottom: 0.9rem;
}
</style>
