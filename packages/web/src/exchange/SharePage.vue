<script setup lang="ts">
import { sheetAsMarkdown, sheetRoutes } from '@hedge-lamp/core/exchange';
import { BButton } from 'bootstrap-vue-next/components/BButton';
import { computed, ref } from 'vue';
import { thisZone } from '../clock/words';
import WaterTabs from '../guidelines/WaterTabs.vue';
import LoadState from '../shell/LoadState.vue';
import { useNotices } from '../shell/notice-store';
import PageHeading from '../shell/PageHeading.vue';
import { useAnswer } from '../shell/use-loaded';
import SheetTable from './SheetTable.vue';

/** One page with all that somebody who helps would ask for: to print, or to copy as Markdown. */
const props = defineProps<{ waterId: string }>();
const notices = useNotices();
const {
  data: sheet,
  error,
  again,
} = useAnswer(sheetRoutes.help, () => ({ params: { id: props.waterId }, query: { zone: thisZone() } }));
const text = computed(() => (sheet.value ? sheetAsMarkdown(sheet.value) : ''));
/** Shown to be copied by hand where the browser does not let us. */
const byHand = ref(false);

async function copy(): Promise<void> {
  try {
    await navigator.clipboard.writeText(text.value);
    notices.say('Copied. Paste it where you ask.');
  } catch {
    byHand.value = true;
    notices.say('The browser does not let us copy; mark the text below and copy it.', { tone: 'bad' });
  }
}
const print = () => window.print();
</script>

<template>
  <PageHeading
    :title="sheet ? `${sheet.name}: ask for help` : 'Ask for help'"
    lead="All that somebody who helps would ask for, on one page."
  >
    <BButton variant="primary" :disabled="!sheet" @click="copy">Copy as Markdown</BButton>
    <BButton variant="outline-primary" :disabled="!sheet" @click="print">Print</BButton>
  </PageHeading>
  <WaterTabs :water-id="waterId" />
  <LoadState v-if="!sheet" :error="error" what="the page" @again="again" />
  <article v-else class="paper sheet">
    <p class="about">
      <strong>{{ sheet.about.join(' · ') }}</strong> <span class="quiet">Written {{ sheet.made }}</span>
    </p>
    <p v-if="sheet.rows.length === 0">
      Nothing was read yet. Test this water first: “ask for their numbers and they have none” is how most help
      ends.
    </p>
    <SheetTable v-else title="Readings" :rows="sheet.rows" />
    <template v-if="sheet.computed.length > 0">
      <h2>Worked out</h2>
      <ul>
        <li v-for="line in sheet.computed" :key="line">{{ line }}</li>
      </ul>
    </template>
    <SheetTable
      v-if="sheet.source && sheet.source.rows.length > 0"
      :title="`Source: ${sheet.source.name}`"
      :rows="sheet.source.rows"
    />
    <template v-if="sheet.done.length > 0">
      <h2>Done lately</h2>
      <ul>
        <li v-for="line in sheet.done" :key="line">{{ line }}</li>
      </ul>
    </template>
    <h2>What Hedge Lamp makes of it</h2>
    <p>
      <strong>{{ sheet.lamp }}</strong>
    </p>
    <template v-if="sheet.findings.length > 0">
      <ul>
        <li v-for="line in sheet.findings" :key="line">{{ line }}</li>
      </ul>
    </template>
    <template v-if="sheet.plan.length > 0">
      <h2>The plan</h2>
      <ol>
        <li v-for="line in sheet.plan" :key="line">{{ line }}</li>
      </ol>
    </template>
    <p v-if="sheet.neverRead.length > 0"><strong>Not tested:</strong> {{ sheet.neverRead.join(', ') }}.</p>
    <p class="quiet">
      Ranges are low to high: the true value lies between them. Figures of a home kit; not for drinking water.
    </p>
  </article>
  <label v-if="byHand" class="by-hand">
    The page as Markdown
    <textarea
      class="form-control figure-mono"
      rows="12"
      readonly
      :value="text"
      @focus="($event.target as HTMLTextAreaElement).select()"
    />
  </label>
</template>

<style scoped>
.paper h2 {
  font-size: 1.05rem;
  margin: 1rem 0 0.3rem;
}
.paper p {
  margin: 0 0 0.4rem;
}
.by-hand {
  display: block;
  margin-top: 1rem;
  font-weight: 600;
}
</style>
