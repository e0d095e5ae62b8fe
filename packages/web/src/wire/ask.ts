import { type Answer, type Given, type Route, addressOf } from '@hedge-lamp/core/wire';
import { type Told, call, callTold } from './call';

/** What has to be given with a question; nothing where it asks for nothing. */
type Needs<R extends Route> = Record<string, never> extends Given<R> ? [given?: Given<R>] : [given: Given<R>];

interface GivenParts {
  readonly params?: object;
  readonly query?: object;
  readonly body?: unknown;
}

/**
 * Asks one of the questions that core tells. The server checked the answer against the same schema that types it here.
 * @throws ApiError with the fields that were refused, or with status 0 when nobody answered
 */
export const ask = <const R extends Route>(route: R, ...[given]: Needs<R>): Promise<Answer<R>> =>
  askWith(route, given);

/** The same for a question that is not known by name here. */
export const askWith = async <const R extends Route>(route: R, given?: Given<R>): Promise<Answer<R>> =>
  (await askTold(route, given)).said;

/** The same with what was written before it was asked. */
export function askTold<const R extends Route>(route: R, given?: Given<R>): Promise<Told<Answer<R>>> {
  const parts: GivenParts = given ?? {};
  return callTold<Answer<R>>(route.method, addressOf(route, parts), parts.body);
}

/** The same with a file as its body, as it is. */
export const askWithFile = <const R extends Route>(
  route: R,
  given: Given<R>,
  file: Blob,
): Promise<Answer<R>> => call<Answer<R>>(route.method, addressOf(route, given as GivenParts), file);
