import { onScopeDispose, ref, shallowRef } from 'vue';

const sentences: Readonly<Record<string, string>> = {
  NotAllowedError:
    'The browser did not allow the camera. Allow it for this page, or choose a picture instead.',
  NotFoundError: 'No camera was found on this device. Choose a picture instead.',
  NotReadableError: 'Another program holds the camera. Close that one, or choose a picture instead.',
};

/** Frames of one shot, and the time between them, ms: long enough for a hand to move and a lamp to flicker. */
const burstFrames = 3;
const burstGap = 90;

/** The camera of this device. */
export function useCamera() {
  const stream = shallowRef<MediaStream | null>(null);
  const fault = ref('');

  async function start(): Promise<void> {
    fault.value = '';
    if (!navigator.mediaDevices) {
      fault.value =
        'A page may use the camera only on the machine itself or over HTTPS. Choose a picture instead: a phone offers its camera there.';
      return;
    }
    try {
      stream.value = await navigator.mediaDevices.getUserMedia({
        video: { facingMode: 'environment', width: { ideal: 1920 }, height: { ideal: 1440 } },
      });
    } catch (error) {
      const name = error instanceof Error ? error.name : '';
      fault.value = sentences[name] ?? 'The camera could not be started. Choose a picture instead.';
    }
  }
  function stop(): void {
    for (const track of stream.value?.getTracks() ?? []) track.stop();
    stream.value = null;
  }
  onScopeDispose(stop);

  /** What the camera shows now, as a picture. Null while it shows nothing. */
  async function take(video: HTMLVideoElement): Promise<Blob | null> {
    if (video.videoWidth === 0) return null;
    const canvas = document.createElement('canvas');
    canvas.width = video.videoWidth;
    canvas.height = video.videoHeight;
    canvas.getContext('2d')!.drawImage(video, 0, 0);
    return new Promise((resolve) => canvas.toBlob(resolve, 'image/jpeg', 0.95));
  }
  /** Frames right after each other: what differs between them is doubt. Empty while the camera shows nothing. */
  async function burst(video: HTMLVideoElement): Promise<Blob[]> {
    const frames: Blob[] = [];
    for (let k = 0; k < burstFrames; k++) {
      if (k > 0) await new Promise((resolve) => setTimeout(resolve, burstGap));
      const frame = await take(video);
      if (frame) frames.push(frame);
    }
    return frames;
  }
  return { stream, fault, start, stop, burst };
}
