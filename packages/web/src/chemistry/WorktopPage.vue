<script setup lang="ts">
import { computed } from 'vue';
import { useRouter } from 'vue-router';
import PageHeading from '../shell/PageHeading.vue';
import NowherePage from '../shell/NowherePage.vue';
import ToolBench from './ToolBench.vue';
import { questions, toolOf } from './tools';

/** Convert and calculate without logging anything. */
const props = defineProps<{ tool: string }>();
const router = useRouter();
const tool = computed(() => toolOf(props.tool));
function choose(event: Event): void {
  if (event.target instanceof HTMLSelectElement)
    void router.push({ name: 'worktop', params: { tool: event.target.value } });
}
</script>

<template>
  <NowherePage v-if="!tool" />
  <template v-else>
    <PageHeading title="Worktop" lead="Convert and calculate. Nothing here is logged." />
    <div class="worktop">
      <nav class="questions" aria-label="Calculations">
        <template v-for="q in questions" :key="q.asks">
          <h2>{{ q.asks }}</h2>
          <RouterLink
            v-for="t in q.tools"
            :key="t.id"
            :to="{ name: 'worktop', params: { tool: t.id } }"
            class="tool"
            :class="{ here: t.id === tool.id }"
            :aria-current="t.id === tool.id ? 'page' : undefined"
            >{{ t.name }}</RouterLink
          >
        </template>
      </nav>
      <div class="tool-choice">
        <label class="form-label" for="tool-choice">Calculation</label>
        <select id="tool-choice" class="form-select" :value="tool.id" @change="choose">
          <optgroup v-for="q in questions" :key="q.asks" :label="q.asks">
            <option v-for="t in q.tools" :key="t.id" :value="t.id">{{ t.name }}</option>
          </optgroup>
        </select>
      </div>
      <div class="tool-bench"><ToolBench :key="tool.id" :tool="tool" /></div>
    </div>
  </template>
</template>

<style scoped>
.worktop {
  display: grid;
  grid-template-columns: 11.5rem minmax(0, 1fr);
  gap: 1.5rem;
  align-items: start;
}
h2 {
  margin: 0.6rem 0 0.1rem;
  padding-left: 12px;
  color: var(--hl-quiet);
  font-size: 0.875rem;
  font-weight: 600;
}
h2:first-child {
  margin-top: 0;
}
.tool {
  display: grid;
  align-items: center;
  min-height: 44px;
  padding: 0 12px;
  border-radius: 4px 14px;
  color: inherit;
  text-decoration: none;
  line-height: 1.2;
}
.tool:hover {
  background: var(--hl-pool);
}
.tool.here {
  background: var(--hl-pool);
  box-shadow: inset 4px 0 0 var(--hl-amber);
  font-weight: 650;
}
.tool-choice {
  display: none;
}
@media (max-width: 1023px) {
  .worktop {
    grid-template-columns: minmax(0, 1fr);
    gap: 1rem;
  }
  .questions {
    display: none;
  }
  .tool-choice {
    display: block;
  }
}
</style>
