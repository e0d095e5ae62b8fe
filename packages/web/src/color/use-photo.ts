import type { Card } from '@hedge-lamp/core/color';
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

  /** @param picture as it came: the browser turns it upright by itself, and it does not leave the page */
  function show(photo: OpenedPhoto | null, picture: Blob | null = null): void {
    if (address.value) URL.revokeObjectURL(address.value);
    opened.value = photo;
    address.value = picture ? URL.createObjectURL(picture) : '';
  }

  /**
   * Opens a picture; what was open stays when it cannot be.
   * @param files frames of one burst, or one picture
   * @param swatches of the card that is looked for on it
   * @param card itself, where its colors are known
   */
  async function open(
    files: readonly Blob[],
    swatches: number,
    card: Card | null,
    madeUp = false,
  ): Promise<boolean> {
    const mine = ++opening;
    fault.value = '';
    busy.value = 'Opening the picture …';
    try {
      // As plain data: what Vue watches cannot be sent to a worker.
      const plain = card && (JSON.parse(JSON.stringify(card)) as Card);
      const outcome = await link.photos.open(files, swatches, plain);
      if (mine !== opening) return false;
      if ('fault' in outcome) {
        fault.value = outcome.fault.says;
        return false;
      }
      // For whoever looks at how the page performs, the benchmark among them.
      performance.mark('hedge-lamp photo', { detail: outcome.done.took });
      show(outcome.done, files[0] ?? null);
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
    return open([picture ?? new Blob()], scene.card.values.length, scene.card, true);
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
export type PhotoInWork = ReturnType<typeof usePhoto>;
