<script setup lang="ts">
import type { Lamp, Rest } from '@hedge-lamp/core/guidelines';
import { computed } from 'vue';
import { midSentence } from '@hedge-lamp/core/parameters';
import { agoInShort, agoInWords, withDates } from '../clock/words';
import Lantern from '../shell/Lantern.vue';

/** The lamp with its word, one sentence, and what that rests on. */
const props = defineProps<{ lamp: Lamp; waterName: string; now: number }>();

const counts = (r: Rest) => r.light === 'lit' || r.light === 'late';
const known = computed(() => props.lamp.rests.filter(counts).length);
const lit = computed(() => (props.lamp.rests.length === 0 ? 1 : known.value / props.lamp.rests.length));
const ground = computed(() =>
  props.lamp.status === 'unread' ? 'dark' : props.lamp.status === 'urgent' ? 'urgent' : 'lit',
);
const places = computed(() => new Set(props.lamp.rests.map((r) => r.place)).size > 1);
const name = (r: Rest) => (places.value && r.place ? `${r.label}, ${r.place}` : r.label);
/** With many places the names would fill the page: then they stand in the list. */
const few = computed(() => props.lamp.rests.length <= 6 && !places.value);
const pipWords = (r: Rest) =>
  `${midSentence(r.label)}${r.takenAt === null ? '' : ` ${agoInShort(r.takenAt, props.now).replace(' ago', '')}`}`;
const age = (r: Rest) =>
  r.takenAt === null
    ? 'never read'
    : counts(r)
      ? `${agoInWords(r.takenAt, props.now)}${r.estimate ? ', worked out' : ''}`
      : `${agoInWords(r.takenAt, props.now)}: does not count`;
</script>

<template>
  <section class="lamp-head" :class="ground" :aria-label="`Lamp of ${waterName}`">
    <Lantern :status="lamp.status" :lit="lit" :size="92" class="lantern" />
    <div>
      <h2 class="word">{{ lamp.word }}</h2>
      <p class="sentence">{{ withDates(lamp.sentence) }}</p>
      <p v-if="lamp.missing" class="missing">{{ lamp.missing }}</p>
      <details v-if="lamp.rests.length > 0" class="rests">
        <summary>
          <span
            >Rests on {{ known }} of {{ lamp.rests.length
            }}<span class="visually-hidden"> that can harm here</span></span
          >
          <span class="pips" aria-hidden="true">
            <span v-for="(r, k) in lamp.rests" :key="k" class="pip">
              <i :class="counts(r) ? 'full' : 'gone'" /><span v-if="few" class="pip-name">{{
                pipWords(r)
              }}</span>
            </span>
          </span>
        </summary>
        <ul>
          <li v-for="(r, k) in lamp.rests" :key="k">
            <strong>{{ name(r) }}</strong>: {{ age(r)
            }}<template v-if="r.because && !counts(r) && r.takenAt !== null"
              >. {{ withDates(r.because) }}</template
            >
          </li>
        </ul>
      </details>
    </div>
  </section>
</template>

<style scoped>
.lamp-head {
  display: flex;
  gap: 1.1rem;
  align-items: center;
  padding: 0.25rem 1.1rem 0.25rem 0.6rem;
  min-height: 122px;
  border-radius: 4px 28px 0 0;
}
.lit {
  background: radial-gradient(ellipse 460px 190px at 60px 78px, var(--hl-pool), transparent 100%);
}
.dark {
  background: #22332b;
  color: #e9ece8;
  --lantern-frame: #6f8579;
  --lantern-roof: #3b5446;
}
.urgent {
  background: #7a1f4b;
  color: #fff;
  --lantern-frame: #1c0a13;
  --lantern-roof: #1c0a13;
}
:global([data-bs-theme='dark'] .lamp-head.lit) {
  --lantern-frame: #7d9487;
  --lantern-roof: #2f5d49;
}
:global([data-bs-theme='dark'] .lamp-head.dark) {
  background: #090d0b;
}
.word {
  font-size: 2.125rem;
  font-weight: 750;
  line-height: 1.05;
  margin: 0;
}
.sentence {
  font-size: 1.125rem;
  line-height: 1.25;
  margin: 0.15rem 0 0;
  max-width: 60ch;
}
.missing {
  margin: 0.15rem 0 0;
  font-weight: 600;
}
.rests summary {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0 0.75rem;
  min-height: 32px;
  font-size: 0.875rem;
  cursor: pointer;
}
.rests ul {
  margin: 0.25rem 0 0.25rem;
  padding-left: 1.2rem;
  font-size: 0.95rem;
}
.pips {
  display: inline-flex;
  flex-wrap: wrap;
  gap: 0 0.7rem;
}
.pip {
  display: inline-flex;
  align-items: center;
  gap: 5px;
}
.pip i {
  width: 13px;
  height: 13px;
  border-radius: 50%;
  border: 1.6px solid currentColor;
}
.pip .full {
  background: var(--hl-amber);
}
.pip .gone {
  border-style: dashed;
}
@media (max-width: 767px) {
  .lamp-head {
    min-height: 96px;
    gap: 0.75rem;
    padding: 0.25rem 0.6rem;
    border-radius: 4px 20px;
    margin-bottom: 0.5rem;
  }
  .lantern {
    width: 56px;
    height: 68px;
  }
  .word {
    font-size: 1.75rem;
  }
  .sentence {
    font-size: 1.05rem;
  }
  .pips {
    gap: 0 4px;
  }
  .pip-name {
    display: none;
  }
}
</style>
