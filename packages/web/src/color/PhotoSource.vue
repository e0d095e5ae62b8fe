<script setup lang="ts">
import { type Card, commonLights, plantLight } from '@hedge-lamp/core/color';
import { BButton } from 'bootstrap-vue-next/components/BButton';
import { computed, ref, watch } from 'vue';
import { useServerLink } from '../clock/server-link';
import ChoiceField from '../shell/ChoiceField.vue';
import type { MadeUp } from './photo-worker';
import { useCamera } from './use-camera';
import { useLightHint } from './use-light-hint';

/** Where a picture comes from: the camera, a file, or the stand-in camera. */
const props = defineProps<{
  /** What the stand-in camera would photograph. */
  card: Card | null;
  busy: string;
  fault: string;
  /** What is photographed; a tube beside its card when left out. */
  of?: 'tube' | 'leaflet' | 'strip' | 'titration';
}>();
const emit = defineEmits<{ pictures: [pictures: readonly Blob[]]; madeUp: [scene: MadeUp]; cancel: [] }>();
const camera = useCamera();
const link = useServerLink();
const video = ref<HTMLVideoElement>();
const chooser = ref<HTMLInputElement>();

watch([camera.stream, video], ([stream, element]) => {
  if (element && element.srcObject !== stream) element.srcObject = stream;
});
const { hint, said: hintSaid } = useLightHint(
  video,
  () => props.card,
  () => (props.of ?? 'tube') === 'tube' || props.of === 'titration',
);
const taking = ref(false);
async function take(): Promise<void> {
  if (!video.value || taking.value) return;
  taking.value = true;
  const pictures = await camera.burst(video.value).finally(() => (taking.value = false));
  if (pictures.length === 0) {
    camera.fault.value = 'The camera shows nothing yet. Wait a moment and take it again.';
    return;
  }
  camera.stop();
  emit('pictures', pictures);
}
function chosen(event: Event): void {
  const input = event.target as HTMLInputElement;
  const file = input.files?.[0];
  if (file) emit('pictures', [file]);
  // The same file may be chosen again.
  input.value = '';
}
function dropped(event: DragEvent): void {
  const file = event.dataTransfer?.files[0];
  if (file) emit('pictures', [file]);
}

const how = {
  tube: 'Lay tube and card side by side on plain white paper, in daylight or white light, without shadow or glare. All three in one picture: then no color needs to be true, they only need to match.',
  leaflet: 'Lay the leaflet flat beside plain white paper, in daylight, without shadow or glare.',
  strip:
    'Lay the strip on white paper beside its card, across the rows of swatches, in daylight. Take the picture at the time that the leaflet names.',
  titration: 'Stand the tube before plain white paper, in daylight or white light, without glare.',
} as const;

const light = ref(2);
const lights = [...commonLights, plantLight].map(({ name }, value) => ({ value, text: name }));
const withCard = ref('beside');
const ways = [
  { value: 'beside', text: 'With the card beside the tube' },
  { value: 'alone', text: 'The tube alone' },
];
function makeUp(): void {
  const { card } = props;
  if (!card) return;
  emit('madeUp', {
    card,
    position: Math.random() * (card.values.length - 1),
    light: light.value,
    withCard: withCard.value === 'beside',
    seed: Math.floor(Math.random() * 2 ** 31),
    width: 1200,
    height: 900,
  });
}
const said = computed(() => camera.fault.value || props.fault);
</script>

<template>
  <div class="source" @dragover.prevent @drop.prevent="dropped">
    <p v-if="said" class="failure" role="alert">{{ said }}</p>
    <p v-if="busy" role="status" class="busy">
      <span class="spinner-border spinner-border-sm" aria-hidden="true" /> {{ busy }}
      <BButton variant="light" @click="$emit('cancel')">Stop</BButton>
    </p>
    <div v-else-if="camera.stream.value" class="camera">
      <div class="view">
        <video ref="video" autoplay playsinline muted aria-label="What the camera shows" />
        <p v-if="hint" class="hint" :class="{ good: hint.kind === 'good' }" :data-hint="hint.kind">
          <span aria-hidden="true">{{ hint.kind === 'good' ? '●' : '○' }}</span> {{ hint.says }}
        </p>
        <p class="visually-hidden" role="status">{{ hintSaid }}</p>
      </div>
      <div class="acts">
        <BButton variant="primary" size="lg" :disabled="taking" @mousedown.prevent @click="take">{{
          taking ? 'Hold still …' : 'Take the picture'
        }}</BButton>
        <BButton variant="light" @mousedown.prevent @click="camera.stop">Close the camera</BButton>
      </div>
    </div>
    <template v-else>
      <p class="how">{{ how[of ?? 'tube'] }}</p>
      <div class="acts">
        <BButton variant="primary" @mousedown.prevent @click="camera.start">Take a photograph</BButton>
        <BButton variant="light" @mousedown.prevent @click="chooser?.click()">Choose a picture</BButton>
        <input
          ref="chooser"
          type="file"
          accept="image/*"
          class="visually-hidden"
          tabindex="-1"
          aria-label="Picture of tube and card"
          @change="chosen"
        />
      </div>
      <details v-if="card && link.demo" class="made-up">
        <summary>Try it with the stand-in camera</summary>
        <p>
          It makes its pictures up: no measurement of your water. What it puts in the tube is drawn by lot.
        </p>
        <div class="choices">
          <ChoiceField v-model="light" :options="lights" label="Light" />
          <ChoiceField v-model="withCard" :options="ways" label="In the picture" />
        </div>
        <BButton variant="light" @mousedown.prevent @click="makeUp">Make up a picture</BButton>
      </details>
    </template>
  </div>
</template>

<style scoped>
.source {
  padding: 0.2rem 0;
}
.how {
  max-width: 70ch;
  margin: 0 0 0.6rem;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 0.5rem;
}
.acts .btn,
.busy .btn {
  min-height: 56px;
}
.source :deep(.btn-light) {
  background: #fff;
  color: #161616;
  border-color: #6b6b6b;
}
.busy {
  margin: 0;
}
.failure {
  background: #fff;
  color: #a3301a;
  padding: 0.5rem 0.75rem;
}
.view {
  position: relative;
  display: inline-block;
  max-width: 100%;
  margin-bottom: 0.6rem;
}
.hint {
  position: absolute;
  inset: 0 0 auto;
  margin: 0;
  padding: 0.55rem 0.8rem;
  background: #161616;
  color: #fff;
  font-size: 1.1rem;
}
.hint.good {
  background: #fff;
  color: #161616;
}
video {
  display: block;
  max-width: 100%;
  max-height: 42vh;
  background: #161616;
}
.made-up {
  margin-top: 0.8rem;
}
.made-up summary {
  min-height: 32px;
}
.choices {
  display: flex;
  flex-wrap: wrap;
  gap: 0 1rem;
}
.choices > * {
  flex: 1 1 14rem;
}
.choices :deep(select) {
  background-color: #fff;
  color: #161616;
}
</style>
