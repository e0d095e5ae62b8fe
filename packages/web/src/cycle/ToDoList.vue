<script setup lang="ts">
import type { ToDo } from '@hedge-lamp/core/cycle';
import { BButton } from 'bootstrap-vue-next/components/BButton';
import LinkButton from '../shell/LinkButton.vue';

/** What to do today, the most pressing first, each with its reason and a way to do or note it at once. */
defineProps<{ todo: readonly ToDo[]; waterId: string }>();
defineEmits<{ note: [deed: NonNullable<ToDo['deed']>] }>();
</script>

<template>
  <ol class="todo">
    <li v-for="(item, k) in todo" :key="item.says">
      <div>
        <p class="says">{{ item.says }}</p>
        <p class="quiet">{{ item.why }}</p>
      </div>
      <div class="acts">
        <BButton
          v-if="item.deed"
          :variant="k === 0 ? 'primary' : 'outline-primary'"
          @click="$emit('note', item.deed)"
        >
          Done: note it<span class="visually-hidden">: {{ item.says }}</span>
        </BButton>
        <LinkButton
          v-else-if="item.tests.length > 0"
          :to="{ name: 'bench', params: { waterId }, query: { tests: item.tests.join(',') } }"
          :variant="k === 0 ? 'primary' : 'outline-primary'"
          >To the bench<span class="visually-hidden">: {{ item.says }}</span></LinkButton
        >
      </div>
    </li>
  </ol>
</template>

<style scoped>
.todo {
  list-style: none;
  padding: 0;
  margin: 0.6rem 0 0;
  display: grid;
  gap: 0.6rem;
}
li {
  display: flex;
  flex-wrap: wrap;
  gap: 0.4rem 1rem;
  align-items: center;
  justify-content: space-between;
  padding-left: 0.8rem;
  border-left: 4px solid var(--hl-amber);
}
li > div:first-child {
  flex: 1 1 18rem;
}
p {
  margin: 0;
}
.says {
  font-weight: 650;
}
</style>
