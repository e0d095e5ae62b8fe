import type { Card, LightHint } from '@hedge-lamp/core/color';
import { type Ref, onScopeDispose, ref, shallowRef, watch } from 'vue';
import { startPhotoWorker } from './photo-link';

/** Five times a second; never a second frame while one is looked at. */
const every = 200;

/**
 * Hints from the live view of a camera: what to mend before the picture is taken.
 * @param video that shows the camera; nothing is looked at while there is none
 * @param card that lies beside the tube; null where none is expected
 * @param withTube whether a tube is expected
 */
export function useLightHint(
  video: Ref<HTMLVideoElement | undefined>,
  card: () => Card | null,
  withTube: () => boolean,
) {
  const hint = shallowRef<LightHint | null>(null);
  /** Said aloud only once it has stayed for a moment: a hint that flickers is noise. */
  const said = ref('');
  let before = '';
  let link: ReturnType<typeof startPhotoWorker> | null = null;
  let timer: ReturnType<typeof setInterval> | undefined;
  let looking = false;

  async function look(): Promise<void> {
    const element = video.value;
    if (looking || !link || !element || element.videoWidth === 0) return;
    looking = true;
    try {
      const frame = await createImageBitmap(element);
      const known = card();
      const plain = known && (JSON.parse(JSON.stringify(known)) as Card);
      const next = await link.photos.hint(await small(frame), plain, withTube());
      hint.value = next;
      if (next.says === before) said.value = next.says;
      before = next.says;
    } catch {
      // A view that ends in the middle of a frame: there is nothing to say any more.
      hint.value = null;
    } finally {
      looking = false;
    }
  }
  function stop(): void {
    clearInterval(timer);
    timer = undefined;
    link?.stop();
    link = null;
    hint.value = null;
    said.value = '';
    looking = false;
  }
  watch(video, (element) => {
    stop();
    if (!element) return;
    link = startPhotoWorker();
    timer = setInterval(() => void look(), every);
  });
  onScopeDispose(stop);
  return { hint, said };
}

/** Made small before it is handed over: a whole frame would keep the page busy. */
async function small(frame: ImageBitmap): Promise<ImageBitmap> {
  const width = Math.min(480, frame.width);
  const resized = await createImageBitmap(frame, { resizeWidth: width, resizeQuality: 'low' });
  frame.close();
  return resized;
}
