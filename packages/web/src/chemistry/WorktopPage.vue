<script setup lang="ts">
import { computed } from 'vue';
import { useRouter } from 'vue-router';
import ChoiceField from '../shell/ChoiceField.vue';
import PageHeading from '../shell/PageHeading.vue';
import NowherePage from '../shell/NowherePage.vue';
import ToolBench from './ToolBench.vue';
import { toolOf, tools } from './tools';

/** Convert and calculate without logging anything. */
const props = defineProps<{ tool: string }>();
const router = useRouter();
const tool = computed(() => toolOf(props.tool));
const options = tools.map((t) => ({ value: t.id, text: t.name }));
</script>

<template>
  <NowherePage v-if="!tool" />
  <template v-else>
    <PageHeading title="Worktop" lead="Convert and calculate. Nothing here is logged." />
    <nav class="tools" aria-label="Calculations">
      <RouterLink
        v-for="t in tools"
        :key="t.id"
        :to="{ name: 'worktop', params: { tool: t.id } }"
        class="tool"
        :class="{ here: t.id === tool.id }"
        :aria-current="t.id === tool.id ? 'page' : undefined"
        >{{ t.name }}</RouterLink
      >
    </nav>
    <ChoiceField
      class="tool-choice"
      :model-value="tool.id"
      :options="options"
      label="Calculation"
      @update:model-value="router.push({ name: 'worktop', params: { tool: $event } })"
    />
    <ToolBench :key="tool.id" :tool="tool" />
  </template>
</template>

<style scoped>
.tools {
  display: flex;
  flex-wrap: wrap;
  gap: 0.35rem;
  margin-bottom: 1rem;
}
.tool {
  display: grid;
  align-items: center;
  min-height: 44px;
  padding: 0 0.7rem;
  border: 1px solid var(--hl-line);
  border-radius: 4px 14px;
  background: var(--hl-sheet);
  color: inherit;
  text-decoration: none;
}
.tool:hover {
  background: var(--hl-clear-tint);
}
.tool.here {
  background: var(--hl-hedge);
  border-color: var(--hl-hedge);
  color: #faf8f3;
  font-weight: 650;
}
.tool-choice {
  display: none;
}
@media (max-width: 767px) {
  .tools {
    display: none;
  }
  .tool-choice {
    display: block;
  }
}
</style>
