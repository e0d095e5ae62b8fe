<script setup lang="ts">
import { BFormInput } from 'bootstrap-vue-next/components/BFormInput';
import { onMounted, ref } from 'vue';
import FormField from '../shell/FormField.vue';

/** A figure read off a meter and typed in, kept exactly as typed. */
const props = defineProps<{ label: string; unit: string; told: string; error: string }>();
const text = defineModel<string | undefined>();
defineEmits<{ figure: []; keep: [] }>();

const box = ref<HTMLElement>();
onMounted(() => {
  if (text.value === undefined && props.told !== '') text.value = props.told;
  box.value?.querySelector('input')?.focus();
});
</script>

<template>
  <div ref="box" class="entry">
    <FormField :label="unit ? `${label}, ${unit}` : label" :error="error">
      <template #default="{ id, state, describedBy }">
        <BFormInput
          :id="id"
          v-model="text"
          class="figure-mono"
          inputmode="decimal"
          autocomplete="off"
          maxlength="20"
          :state="state"
          :aria-describedby="describedBy"
          @change="$emit('figure')"
          @keydown.enter.prevent="$emit('keep')"
        />
      </template>
    </FormField>
  </div>
</template>

<style scoped>
.entry {
  max-width: 18rem;
  margin-top: 1rem;
}
.entry :deep(input) {
  font-size: 2rem;
}
</style>
