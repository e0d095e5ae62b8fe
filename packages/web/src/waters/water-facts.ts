import { dated } from '../clock/dated';
import { stockGroupLabel } from '@hedge-lamp/core/limits';
import {
  type WaterDraft,
  filterKindLabel,
  salinityLabel,
  unitChoices,
  waterKindInfo,
} from '@hedge-lamp/core/waters';

const figure = (value: number | null, unit: string) => (value === null ? '' : `${value} ${unit}`);
const yesNo = (told: boolean | null) => (told === null ? '' : told ? 'yes' : 'no');

/** What is told of a water, each fact in words under its name. */
export function waterFacts(water: WaterDraft, nameOf: (id: string) => string): Record<string, string> {
  const { kind, filter, units, livesHere, salinity } = water;
  const stock = water.stock.map((line) =>
    [
      `${line.count ?? 'some'} ${stockGroupLabel[line.group].toLowerCase()}`,
      line.stage === 'young' ? 'young' : '',
      line.gramsEach === null ? '' : `${line.gramsEach} g each`,
      line.centimetersEach === null ? '' : `${line.centimetersEach} cm each`,
    ]
      .filter(Boolean)
      .join(', '),
  );
  return {
    Name: water.name,
    Kind: waterKindInfo[kind].label,
    'Net volume': figure(water.netLiters, 'L'),
    'Who lives here': livesHere === null ? '' : livesHere === 'nobody' ? 'nobody' : 'animals',
    Stock: water.stockGroups.map((g) => stockGroupLabel[g]).join(', '),
    'How many': stock.join('; '),
    Salt: salinity === null ? '' : salinityLabel[salinity],
    'Mean depth': figure(water.meanDepth, 'm'),
    Surface: figure(water.surface, 'm²'),
    'Roof water': yesNo(water.roofWater),
    Filter: filter
      ? [
          filterKindLabel[filter.kind],
          filter.since === null ? '' : `since ${dated(filter.since, 'd MMM yyyy')}`,
        ]
          .filter(Boolean)
          .join(' ')
      : '',
    'Filter grows in': yesNo(water.cycling),
    'Sampling points': water.samplingPoints.map((p) => p.name).join(', '),
    'Source water': water.sourceWaterId === null ? '' : nameOf(water.sourceWaterId),
    Units: [units.volume, ...unitChoices.map((c) => units[c.kind])].join(', '),
    Note: water.note,
  };
}
