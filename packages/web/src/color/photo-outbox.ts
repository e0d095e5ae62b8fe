import { createStore, del, get, keys, set } from 'idb-keyval';

/** Photographs that the server has not answered for yet, on this device, by their identifier. */
const waiting = createStore('hedge-lamp-photos', 'unsent');

/** True when the server has it, or will never take it: then keeping it here is of no use. */
async function send(id: string, jpeg: Blob): Promise<boolean> {
  try {
    const answer = await fetch(`/api/photos/${id}`, {
      method: 'PUT',
      headers: { 'content-type': 'image/jpeg' },
      body: jpeg,
      signal: AbortSignal.timeout(30_000),
    });
    return answer.ok || (answer.status >= 400 && answer.status < 500);
  } catch {
    return false;
  }
}

/** Keeps a photograph: on this device at once, on the server as soon as it answers. */
export async function keepPhoto(id: string, jpeg: Blob): Promise<void> {
  try {
    await set(id, jpeg, waiting);
  } catch {
    // No room or no storage on this device: then it is sent now or not at all.
  }
  if (await send(id, jpeg)) await del(id, waiting).catch(() => undefined);
}

/** Sends what waits; asked again whenever the server answers. */
export async function sendPhotos(): Promise<void> {
  try {
    for (const id of await keys<string>(waiting)) {
      const jpeg = await get<Blob>(id, waiting);
      if (jpeg && (await send(id, jpeg))) await del(id, waiting);
    }
  } catch {
    // Storage that cannot be read now is tried again at the next answer.
  }
}
