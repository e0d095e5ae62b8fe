/** Fields in which two records differ, as words for a person. */
export function differencesBetween(
  theirs: object,
  ours: object,
  labels: Readonly<Record<string, string>>,
): { label: string; theirs: string; ours: string }[] {
  const say = (value: unknown): string =>
    value === null || value === undefined || value === ''
      ? '(empty)'
      : typeof value === 'object'
        ? JSON.stringify(value)
        : String(value);
  const of = (record: object, field: string) => (record as Record<string, unknown>)[field];
  return Object.entries(labels)
    .map(([field, label]) => ({ label, theirs: say(of(theirs, field)), ours: say(of(ours, field)) }))
    .filter((d) => d.theirs !== d.ours);
}

/** The same of two lists of facts that are words already, each under its label; a fact that only one has is empty in the other. */
export const differencesOfFacts = (
  theirs: Readonly<Record<string, string>>,
  ours: Readonly<Record<string, string>>,
) =>
  differencesBetween(
    theirs,
    ours,
    Object.fromEntries([...Object.keys(theirs), ...Object.keys(ours)].map((label) => [label, label])),
  );
