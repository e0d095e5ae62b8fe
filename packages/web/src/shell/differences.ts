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
