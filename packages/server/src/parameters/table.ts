import type { OwnParameter } from '@hedge-lamp/core/parameters';
import { versionedTable } from '../database/versioned-documents';

/** What the keeper measures that does not ship. */
export const ownParametersTable = versionedTable<OwnParameter>('own_parameters');
