import type { Box } from '@hedge-lamp/core/color';
import { computed, onScopeDispose, ref, shallowRef } from 'vue';
import { startPhotoWorker } from './photo-link';
import type { MadeUp, OpenedPhoto } from './photo-worker';

/** A photograph in work: opened in a worker, shown, with what was found on it. */
export function usePhoto() {
  let link = startPhotoWorker();
  let opening = 0;
  const busy = ref('');
  const fault = ref('');
  const opened = shallowRef<OpenedPhoto | null>(null);
  const address = ref('');
  /** Made by the stand-in camera. */
  const isMadeUp = ref(false);

  function show(photo: OpenedPhoto | null): void {
    if (address.value) URL.revokeObjectURL(address.value);
    opened.value = photo;
    address.value = photo ? URL.createObjectURL(photo.jpeg) : '';
  }

  /**
   * Opens a picture; what was open stays when it cannot be.
   * @param swatches of the card that is looked for on it
   */
  async function open(file: Blob, swatches: number, madeUp = false): Promise<boolean> {
    const mine = ++opening;
    fault.value = '';
    busy.value = 'Opening the picture …';
    try {
      const outcome = await link.photos.open(file, swatches);
      if (mine !== opening) return false;
      if ('fault' in outcome) {
        fault.value = outcome.fault.says;
        return false;
      }
      // For whoever looks at how the page performs, the benchmark among them.
      performance.mark('hedge-lamp photo', { detail: outcome.done.took });
      show(outcome.done);
      isMadeUp.value = madeUp;
      return true;
    } catch {
      if (mine === opening)
        fault.value =
          'This browser cannot work on pictures here. Read the color by eye, or use a newer browser.';
      return false;
    } finally {
      if (mine === opening) busy.value = '';
    }
  }
  async function makeUp(scene: MadeUp): Promise<boolean> {
    const mine = ++opening;
    fault.value = '';
    busy.value = 'The stand-in camera makes a picture …';
    // As plain data: what Vue watches cannot be sent to a worker.
    const plain = JSON.parse(JSON.stringify(scene)) as MadeUp;
    const picture = await link.photos.makeUp(plain).catch(() => null);
    if (mine !== opening) return false;
    // Without a picture the next step says what is wrong.
    return open(picture ?? new Blob(), scene.card.values.length, true);
  }
  /** Ends what the worker is at; it never answers, and a new one takes its place. */
  function cancel(): void {
    opening++;
    busy.value = '';
    link.stop();
    link = startPhotoWorker();
    show(null);
  }
  function close(): void {
    opening++;
    fault.value = '';
    show(null);
  }
  onScopeDispose(() => {
    link.stop();
    show(null);
  });

  return {
    photos: () => link.photos,
    busy,
    fault,
    opened: computed(() => opened.value),
    address,
    isMadeUp,
    open,
    makeUp,
    cancel,
    close,
  };
}

/** Where a box lies when the program found nothing: somewhere to drag it from. */
export const startBoxes: Readonly<Record<'paper' | 'vial' | 'card' | 'gray', Box>> = {
  paper: { left: 0.62, top: 0.68, width: 0.25, height: 0.2 },
  vial: { left: 0.1, top: 0.25, width: 0.1, height: 0.45 },
  card: { left: 0.3, top: 0.35, width: 0.6, height: 0.2 },
  gray: { left: 0.4, top: 0.7, width: 0.12, height: 0.12 },
};
