<script setup lang="ts">
import { BButton } from 'bootstrap-vue-next/components/BButton';
import { computed, defineAsyncComponent, ref } from 'vue';
import { useNotices } from '../shell/notice-store';
import { useOpenedWorkings } from '../shell/workings-store';
import type { Tool } from './tool';
import AnswerPeek from './AnswerPeek.vue';
import ToolAnswer from './ToolAnswer.vue';
import ToolForm from './ToolForm.vue';
import ToolSentence from './ToolSentence.vue';
import { useWorktop } from './use-worktop';

const WaterVessel = defineAsyncComponent(() => import('./WaterVessel.vue'));

/** One calculation: its question, its fields and its answer side by side, and the link that carries it. */
const props = defineProps<{ tool: Tool }>();
const { typed, lost, result, isEmpty, set, setAll, clear, showExample, link } = useWorktop(props.tool);
const notices = useNotices();

const vessel = computed(() => {
  const of = props.tool.vessel;
  if (!of) return null;
  const { figures } = result.value;
  const part = figures.get(of.share)?.value;
  const share = part?.best;
  const volume = figures.get(of.volume);
  const field = props.tool.fields.find((f) => f.id === of.share);
  return {
    share: share === undefined || share > 100 ? null : share / 100,
    rough: [part, volume?.value].some((i) => i !== undefined && i.low < i.high),
    volume: volume ? { value: volume.value.best, unit: volume.unit } : null,
    label: field?.label ?? '',
    fill: (percent: number) => set(of.share, { text: String(percent) }),
  };
});
const opened = useOpenedWorkings();

/** Where the answer begins, to tell whether it is in sight. */
const toolAnswer = ref<InstanceType<typeof ToolAnswer> | null>(null);
const main = computed(() => toolAnswer.value?.main ?? null);

/** Shown as text where the browser does not let a page write to the clipboard. */
const written = ref('');
async function copyLink(): Promise<void> {
  try {
    await navigator.clipboard.writeText(link());
    notices.say('The link is copied. It carries these figures and nothing else.');
  } catch {
    written.value = link();
  }
}
</script>

<template>
  <p class="asks">{{ tool.asks }}</p>
  <div v-if="lost.length > 0" class="failure" role="alert">
    <p v-for="sentence in lost" :key="sentence">{{ sentence }}</p>
  </div>
  <AnswerPeek v-if="result.result?.results[0]" :first="result.result.results[0]" :answer="main" />
  <ToolSentence
    v-if="tool.sentence"
    :tool="tool"
    :sentence="tool.sentence"
    :typed="typed"
    :errors="result.errors"
    @set="set"
  />
  <div class="bench">
    <div>
      <WaterVessel
        v-if="vessel"
        :share="vessel.share"
        :volume="vessel.volume"
        :rough="vessel.rough"
        :label="vessel.label"
        @fill="vessel.fill"
      />
      <ToolForm :tool="tool" :typed="typed" :errors="result.errors" @set="set" @set-all="setAll" />
      <div v-if="!isEmpty" class="acts">
        <BButton variant="outline-secondary" @click="copyLink">Copy the link</BButton>
        <BButton variant="link" @click="clear">Clear</BButton>
      </div>
      <p v-if="written && !isEmpty" class="written">
        Copy this address: <span class="figure-mono">{{ written }}</span>
      </p>
    </div>
    <ToolAnswer v-if="result.result" ref="toolAnswer" :outcome="result.result" @workings="opened.open" />
    <section v-else class="sheet waiting" aria-label="Answer">
      <p v-if="result.errors['']" class="failure" role="alert">{{ result.errors[''] }}</p>
      <p v-else-if="Object.keys(result.errors).length > 0" class="mb-0">
        The answer comes when what is marked is put right.
      </p>
      <template v-else>
        <p class="mb-1">The answer comes here as soon as this is filled in:</p>
        <ul class="mb-2">
          <li v-for="label in result.wanting" :key="label">{{ label }}</li>
        </ul>
        <p class="quiet mb-0">
          Type as you would write it: 7.4, 0,25, 1/4, &lt;0.1, &gt;160, 0.25-0.5, trace. What you know only as
          a range stays a range in the answer.
        </p>
        <BButton v-if="isEmpty" variant="outline-secondary" class="mt-3" @click="showExample"
          >Try made-up figures</BButton
        >
      </template>
    </section>
  </div>
</template>

<style scoped>
.asks {
  margin-bottom: 0.8rem;
}
.failure p {
  margin: 0 0 0.3rem;
}
.bench {
  display: grid;
  grid-template-columns: minmax(0, 28.5rem) minmax(0, 1fr);
  gap: 1.25rem;
  align-items: start;
}
.acts {
  display: flex;
  gap: 0.75rem;
  margin-top: 0.8rem;
}
.written {
  overflow-wrap: anywhere;
  margin-top: 0.5rem;
}
@media (max-width: 1199px) {
  .bench {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
