<script setup lang="ts">
import type { Box } from '@hedge-lamp/core/color';
import { ref } from 'vue';

/**
 * A picture with boxes to be dragged onto what they name. Drag a box to move it, its corner to size it, or draw the
 * chosen box anew; with the keyboard, arrows move it and Shift with arrows sizes it.
 */
export interface NamedBox {
  readonly id: string;
  readonly label: string;
  readonly box: Box;
  /** Lines inside it, where it is divided evenly. */
  readonly parts?: number;
  /** Two rows of parts, with a line between them. */
  readonly rows?: 1 | 2;
  /** Set by hand, not by the first guess. */
  readonly placed?: boolean;
}
defineProps<{
  address: string;
  alt: string;
  width: number;
  height: number;
  boxes: readonly NamedBox[];
  /** Things of which one is to be chosen, numbered. */
  choices?: readonly Box[];
  /** What is chosen among: tube, card. */
  choiceOf?: string;
}>();
const emit = defineEmits<{
  move: [id: string, box: Box];
  /** A tap beside all boxes, in shares of the picture. */
  tap: [x: number, y: number];
  choose: [number: number];
}>();
const chosen = defineModel<string>('chosen', { required: true });
const frame = ref<HTMLElement>();

const least = 0.015;
const inside = (x: number, from: number, to: number) => Math.min(Math.max(x, from), to);
function tell(id: string, { left, top, width, height }: Box): void {
  const [w, h] = [inside(width, least, 1), inside(height, least, 1)];
  emit('move', id, { left: inside(left, 0, 1 - w), top: inside(top, 0, 1 - h), width: w, height: h });
}
const at = (event: PointerEvent) => {
  const { left, top, width, height } = frame.value!.getBoundingClientRect();
  return { x: inside((event.clientX - left) / width, 0, 1), y: inside((event.clientY - top) / height, 0, 1) };
};

/** Follows a finger or mouse until it lets go. */
function follow(
  event: PointerEvent,
  move: (x: number, y: number) => void,
  ended: () => void = () => undefined,
): void {
  const target = event.currentTarget as HTMLElement;
  target.setPointerCapture(event.pointerId);
  const moved = (e: PointerEvent) => {
    const { x, y } = at(e);
    move(x, y);
  };
  const end = (e: Event) => {
    if (e.type === 'pointerup') ended();
    target.removeEventListener('pointermove', moved);
    target.removeEventListener('pointerup', end);
    target.removeEventListener('pointercancel', end);
  };
  target.addEventListener('pointermove', moved);
  target.addEventListener('pointerup', end);
  target.addEventListener('pointercancel', end);
}
function drag(event: PointerEvent, { id, box }: NamedBox): void {
  chosen.value = id;
  const from = at(event);
  follow(event, (x, y) => tell(id, { ...box, left: box.left + x - from.x, top: box.top + y - from.y }));
}
function size(event: PointerEvent, { id, box }: NamedBox): void {
  chosen.value = id;
  follow(event, (x, y) => tell(id, { ...box, width: x - box.left, height: y - box.top }));
}
function draw(event: PointerEvent): void {
  const id = chosen.value;
  const from = at(event);
  let drawn = false;
  follow(
    event,
    (x, y) => {
      const [width, height] = [Math.abs(x - from.x), Math.abs(y - from.y)];
      // A tap is no box.
      if (width <= least || height <= least) return;
      drawn = true;
      tell(id, { left: Math.min(x, from.x), top: Math.min(y, from.y), width, height });
    },
    () => !drawn && emit('tap', from.x, from.y),
  );
}
const steps: Record<string, readonly [number, number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};
function key(event: KeyboardEvent, { id, box }: NamedBox): void {
  const step = steps[event.key];
  if (!step) return;
  event.preventDefault();
  const by = event.altKey ? 0.002 : 0.01;
  const [x, y] = [step[0] * by, step[1] * by];
  tell(
    id,
    event.shiftKey
      ? { ...box, width: box.width + x, height: box.height + y }
      : { ...box, left: box.left + x, top: box.top + y },
  );
}
const percent = (x: number) => `${(100 * x).toFixed(2)}%`;
const place = ({ left, top, width, height }: Box) => ({
  left: percent(left),
  top: percent(top),
  width: percent(width),
  height: percent(height),
});
const whole = (x: number) => Math.round(100 * x);
const lies = ({ label, box }: NamedBox) =>
  `${label}: ${whole(box.left)} % from the left, ${whole(box.top)} % from the top, ${whole(box.width)} % wide, ${whole(box.height)} % high. Arrow keys move it, with Shift they size it.`;
/** Lines along the longer side: each row has as many parts. */
const partsIn = (b: NamedBox) => Math.ceil((b.parts ?? 1) / (b.rows ?? 1));
const isLow = ({ box }: NamedBox) => box.top < 0.08;
</script>

<template>
  <div class="outer">
    <div
      ref="frame"
      class="frame"
      :class="{ many: boxes.length > 4 }"
      :style="{ aspectRatio: `${width} / ${height}`, maxWidth: `calc(58vh * ${width / height})` }"
      @pointerdown.self="draw"
    >
      <img :src="address" :alt="alt" draggable="false" decoding="async" @pointerdown.prevent="draw" />
      <div
        v-for="b in boxes"
        :key="b.id"
        class="box"
        :class="{ chosen: b.id === chosen, low: isLow(b), placed: b.placed }"
        role="group"
        tabindex="0"
        :aria-label="lies(b)"
        :data-box="b.id"
        :style="place(b.box)"
        @pointerdown.prevent.stop="drag($event, b)"
        @focus="chosen = b.id"
        @keydown="key($event, b)"
      >
        <span class="tag" aria-hidden="true">{{ b.label }}</span>
        <span
          v-for="k in partsIn(b) - 1"
          :key="k"
          class="line"
          :class="{ down: b.box.height * height > b.box.width * width }"
          :style="
            b.box.height * height > b.box.width * width
              ? { top: percent(k / partsIn(b)) }
              : { left: percent(k / partsIn(b)) }
          "
        />
        <span
          v-if="b.rows === 2"
          class="line"
          :class="{ down: b.box.height * height <= b.box.width * width }"
          :style="b.box.height * height <= b.box.width * width ? { top: '50%' } : { left: '50%' }"
        />
        <span class="corner" aria-hidden="true" @pointerdown.prevent.stop="size($event, b)" />
      </div>
      <button
        v-for="(c, k) in choices ?? []"
        :key="`choice ${k}`"
        type="button"
        class="choice"
        :style="place(c)"
        :aria-label="`Read ${choiceOf ?? 'tube'} ${k + 1}, ${whole(c.left)} % from the left`"
        @mousedown.prevent
        @click="emit('choose', k)"
      >
        {{ k + 1 }}
      </button>
    </div>
  </div>
</template>

<style scoped>
/* Black and white only: nothing colored near what is judged by its color. */
.outer {
  background: #b9b9b9;
  padding: 0.5rem;
}
.frame {
  position: relative;
  margin: 0 auto;
  touch-action: none;
  user-select: none;
}
img {
  display: block;
  width: 100%;
  height: 100%;
}
.box {
  position: absolute;
  border: 2px dashed #fff;
  outline: 2px solid #000;
  cursor: move;
  touch-action: none;
}
.box.placed {
  border-style: solid;
}
.box.chosen {
  border-width: 3px;
  z-index: 2;
}
.choice {
  position: absolute;
  min-width: 44px;
  min-height: 44px;
  border: 3px solid #fff;
  outline: 2px solid #000;
  background: transparent;
  color: #000;
  font-weight: 700;
  font-size: 1.3rem;
  text-shadow:
    0 0 3px #fff,
    0 0 6px #fff;
}
.tag {
  position: absolute;
  left: -4px;
  bottom: 100%;
  background: #000;
  color: #fff;
  padding: 0 0.4rem;
  font-size: 0.85rem;
  white-space: nowrap;
}
.low .tag {
  bottom: auto;
  top: 0;
}
/* On a phone the names of many boxes would cover what lies in them; the list beside them names each. */
@media (max-width: 991px) {
  .many .box:not(.chosen) .tag {
    display: none;
  }
}
.line {
  position: absolute;
  inset-block: 0;
  border-left: 1px dashed #000;
}
.line.down {
  inset-block: auto;
  inset-inline: 0;
  border-left: 0;
  border-top: 1px dashed #000;
}
.corner {
  position: absolute;
  right: -14px;
  bottom: -14px;
  width: 28px;
  height: 28px;
  border: 2px solid #000;
  border-radius: 50%;
  background: #fff;
  cursor: nwse-resize;
  touch-action: none;
}
.box:not(.chosen) .corner {
  width: 16px;
  height: 16px;
  right: -9px;
  bottom: -9px;
}
</style>
