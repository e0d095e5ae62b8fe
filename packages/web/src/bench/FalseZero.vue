<script setup lang="ts">
import { ask } from '../wire/ask';
import { day } from '@hedge-lamp/core/wire';
import { type Tube, enteredOf, parameterAt } from '@hedge-lamp/core/bench';
import { bleaches, screenColor, vialBands, vialColor } from '@hedge-lamp/core/color';
import {
  type Before,
  bleachDilution,
  cardFor,
  falseZero,
  interpret,
  mayBleach,
  readingRoutes,
} from '@hedge-lamp/core/readings';
import { parameterInfo } from '@hedge-lamp/core/parameters';
import { BButton } from 'bootstrap-vue-next/components/BButton';
import { computed, onMounted, ref } from 'vue';
import { useMethods } from '../methods/methods-store';
import { useWaters } from '../waters/waters-store';

/** A zero that may be a false one: asks whether the color flashed and faded, says what the history tells, leads on. */
const props = defineProps<{ tube: Tube; waterId: string; now: number }>();
const emit = defineEmits<{ flashed: [on: boolean]; dilute: [] }>();
const methods = useMethods();
const waters = useWaters();

const parameter = computed(() => parameterAt(props.tube));
const water = computed(() => waters.byId(props.waterId));
const history = ref<readonly Before[]>([]);
const dayMs = day;
onMounted(async () => {
  if (!water.value || !mayBleach(parameter.value)) return;
  try {
    const from = Math.round(props.now - 21 * dayMs);
    const { readings } = await ask(readingRoutes.list, {
      params: { id: props.waterId },
      query: { from, limit: 300 },
    });
    history.value = readings;
  } catch {
    // Without a network the question is asked all the same, only without the history.
  }
});

/** The card, where its chemistry bleaches. */
const bleaching = computed(() => {
  const card = cardFor(props.tube.method, parameter.value);
  const isStrip = props.tube.method.result.by === 'strip';
  return card && !isStrip && bleaches(card.chemistry) ? card : null;
});
const suspicion = computed(() => {
  const entered = enteredOf(props.tube);
  if (!entered || entered.how !== 'card' || !bleaching.value) return null;
  const { id: methodId, version: methodVersion } = props.tube.method;
  const told = { parameter: parameter.value, methodId, methodVersion, entered, doubts: [] };
  const { value } = interpret(told, methods.book);
  return value && falseZero(parameter.value, value, props.now, history.value, water.value?.cycling ?? false);
});
const flashed = computed(() => props.tube.doubts.includes('flashed'));
/** What was answered; a flash is noted as a doubt and outlives a reload. */
const answer = ref<'yes' | 'no' | 'unseen' | null>(flashed.value ? 'yes' : null);
function say(told: 'yes' | 'no' | 'unseen'): void {
  answer.value = told;
  if ((told === 'yes') !== flashed.value) emit('flashed', told === 'yes');
}
const answers = [
  { id: 'yes', label: 'It flashed and faded' },
  { id: 'no', label: 'No, it never did' },
  { id: 'unseen', label: 'I did not watch' },
] as const;
/** A flash always; not having watched, where the history speaks against a zero. */
const leadsOn = computed(
  () => answer.value === 'yes' || (answer.value === 'unseen' && suspicion.value?.level === 'likely'),
);

/** Far over the card: deep as the drop goes in, then bleached. */
const picture = computed(() => {
  const card = bleaching.value;
  if (!card) return [];
  const color = (amount: number) => screenColor(vialColor(vialBands(card.chemistry, amount)));
  return [
    { says: 'the drop goes in', color: color(9) },
    { says: 'seconds later', color: color(70) },
    { says: 'when it is read', color: color(400) },
  ];
});
</script>

<template>
  <section v-if="suspicion" class="zero" :class="suspicion.level" aria-label="Is it a true zero?">
    <h3>Did the color flash deep when the drop went in, and fade?</h3>
    <div class="asked">
      <div class="picture" aria-hidden="true">
        <span v-for="p in picture" :key="p.says" class="tube">
          <span class="water" :style="{ background: p.color }" /><small>{{ p.says }}</small>
        </span>
      </div>
      <div class="words">
        <p>
          Far over its card this test bleaches back to the color of zero: far too much
          {{ parameterInfo(parameter).label.toLowerCase() }} then reads as none.
        </p>
        <ul v-if="suspicion.reasons.length > 0">
          <li v-for="r in suspicion.reasons" :key="r">{{ r }}</li>
        </ul>
        <div class="acts" role="group" aria-label="Did it flash and fade?">
          <BButton
            v-for="a in answers"
            :key="a.id"
            :variant="answer === a.id ? 'primary' : 'outline-primary'"
            :aria-pressed="answer === a.id"
            @mousedown.prevent
            @click="say(a.id)"
            >{{ a.label }}</BButton
          >
        </div>
        <p v-if="leadsOn" class="next" role="status">
          {{
            answer === 'yes'
              ? 'Then it is no zero: the reading is kept with an open top.'
              : 'The history speaks against a zero.'
          }}
          Dilute it {{ bleachDilution }} times with distilled water and run that: it tells.
          <BButton variant="outline-primary" @mousedown.prevent @click="$emit('dilute')"
            >Run it diluted {{ bleachDilution }} times</BButton
          >
        </p>
      </div>
    </div>
  </section>
</template>

<style scoped>
.zero {
  margin-top: 0.9rem;
  border-left: 6px solid var(--hl-unread);
  padding: 0.2rem 0 0.2rem 0.9rem;
}
.zero.likely {
  border-color: var(--hl-watch);
}
h3 {
  font-size: 1.1rem;
  margin: 0 0 0.3rem;
}
.asked {
  display: flex;
  flex-wrap: wrap;
  gap: 0.5rem 1.5rem;
}
.picture {
  display: flex;
  gap: 0.7rem;
  background: #fff;
  color: #161616;
  padding: 0.6rem;
  align-self: flex-start;
}
.tube {
  display: grid;
  justify-items: center;
  text-align: center;
  width: 4.4rem;
  line-height: 1.1;
}
.water {
  width: 1.9rem;
  height: 3.2rem;
  border: 2px solid #8b8b8b;
  border-top: 0;
  border-radius: 0 0 1rem 1rem;
}
.words {
  flex: 1 1 22rem;
}
.words p {
  margin: 0 0 0.4rem;
  max-width: 75ch;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 0.5rem;
}
.acts .btn {
  min-height: 56px;
}
.next {
  margin-top: 0.6rem !important;
}
</style>
