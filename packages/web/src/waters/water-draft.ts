import type { Water, WaterDraft } from '@hedge-lamp/core/waters';

/** What of a water its keeper told, as it is sent back. */
export const draftOf = ({
  version: _v,
  livesToldAt: _l,
  createdAt: _c,
  updatedAt: _u,
  deletedAt: _d,
  ...draft
}: Water): WaterDraft => draft;
