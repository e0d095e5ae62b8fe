import { type Run, type RunReceipt, runRoutes } from '@hedge-lamp/core/bench';
import { photoRoutes } from '@hedge-lamp/core/color';
import { createStore, del, get, keys, set } from 'idb-keyval';
import { ApiError } from '../wire/api-error';
import { ask, askWithFile } from '../wire/ask';
import { call } from '../wire/call';
import type { Entry, Parcel, WaitingRequest } from './outbox';

/** Photographs lie here while they wait: they are too large for where the rest waits. */
const pictures = createStore('hedge-lamp-photos', 'unsent');

export const keepPicture = (id: string, jpeg: Blob): Promise<void> => set(id, jpeg, pictures);
export const forgetPicture = (id: string): Promise<void> => del(id, pictures);
export const keptPictures = (): Promise<string[]> => keys<string>(pictures);
const keptPicture = (id: string): Promise<Blob | undefined> => get<Blob>(id, pictures);

/** An answer that does not speak of what was sent comes from somebody else, or from half a server. */
function receipt<T extends { id: string }>(answer: T | null, id: string | undefined): T {
  if (answer && id !== undefined && answer.id === id) return answer;
  throw new ApiError(502, stranger);
}
const stranger = 'What answered there is not Hedge Lamp’s server.';

const idIn = (body: unknown) => (body as { id?: string } | undefined)?.id;
/** What the path names last: "/api/readings/…/restore" is of that reading. */
const idOf = (path: string) => path.match(/[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}/gi)?.at(-1);

/** @throws ApiError */
export async function sendRequest<T>({ method, path, body }: WaitingRequest): Promise<T> {
  const answer = await call<T & { id: string; lines?: unknown }>(method, path, body);
  // A tick is answered with the plan, all else with what was kept.
  if (!path.includes('/plan/')) return receipt(answer, idIn(body) ?? idOf(path));
  if (Array.isArray(answer?.lines)) return answer;
  throw new ApiError(502, stranger);
}

/**
 * Sends one parcel.
 * @returns what the server says of the run, where it is of one
 * @throws ApiError when it could not be delivered, with `refuses` when it never will be
 */
export async function deliver(parcel: Parcel): Promise<Run | RunReceipt | null> {
  if (parcel.what === 'one') return deliverOne(parcel.entry);
  const events = parcel.entries.flatMap(({ thing }) => (thing.what === 'event' ? [thing.event] : []));
  const said = receipt(
    await ask(runRoutes.tell, { params: { id: parcel.runId }, body: { events } }),
    parcel.runId,
  );
  if (said.took === events.length) return said;
  throw new ApiError(502, 'The server did not say that it kept all of this run.');
}

async function deliverOne({ thing }: Entry): Promise<Run | null> {
  switch (thing.what) {
    case 'run':
      return receipt(await ask(runRoutes.start, { body: thing.draft }), thing.draft.id);
    case 'request':
      await sendRequest(thing.request);
      return null;
    case 'photo': {
      const jpeg = await keptPicture(thing.photoId);
      // Some browsers clear such storage by themselves: said, not passed over.
      if (!jpeg)
        throw new ApiError(422, 'The picture itself is not on this device any more.', [], null, true);
      const given = { params: { id: thing.photoId } };
      receipt(await askWithFile(photoRoutes.keep, given, jpeg), thing.photoId);
      await forgetPicture(thing.photoId);
      return null;
    }
    case 'event':
      throw new Error('Events are sent with their run.');
  }
}
