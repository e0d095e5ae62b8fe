import { shippedGuidelines } from '@hedge-lamp/core/guidelines';
import { type Guidance, schools, subjectLabel } from '@hedge-lamp/core/limits';
import { boundsWords, targetWords } from './guideline-words';

/** By what a water is judged, each choice in words under its name. */
export function guidanceFacts({ sets, schools: chosen, lifeStage, own }: Guidance): Record<string, string> {
  const nameOf = (id: string) => shippedGuidelines.find((g) => g.id === id)?.name ?? id;
  return {
    Guidelines: sets === null ? 'the usual ones' : sets.map(nameOf).join(', ') || 'none',
    ...Object.fromEntries(
      schools.map((school) => {
        const id = chosen[school.id];
        return [school.question, school.views.find((v) => v.id === id)?.label ?? 'the usual view'];
      }),
    ),
    Animals: lifeStage === 'young' ? 'young' : 'grown',
    ...Object.fromEntries(
      own.map((limit) => [
        `Your limit for ${subjectLabel(limit.subject)}`,
        `in ${limit.unit}: aim for ${targetWords(limit.target)}; Watch ${boundsWords(limit.watch)}; Act ${boundsWords(limit.act)}; Urgent ${boundsWords(limit.urgent)}`,
      ]),
    ),
  };
}
