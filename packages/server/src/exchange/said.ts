import { ProblemError, problem } from '../problem';
import { BackupFault } from './backup-fault';

/**
 * What a fault says goes to the page as it is.
 * @param path the field that it is about, if one is
 * @throws ProblemError 422
 */
export function said<T>(work: () => T, path = ''): T {
  try {
    return work();
  } catch (error) {
    if (!(error instanceof BackupFault)) throw error;
    throw new ProblemError(problem(422, error.message, path ? [{ path, message: error.message }] : []));
  }
}
