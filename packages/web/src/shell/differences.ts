/** Facts of two versions that are words already, each under its label, where they differ; one that only one has is empty in the other. */
export function differencesOfFacts(
  theirs: Readonly<Record<string, string>>,
  ours: Readonly<Record<string, string>>,
): { label: string; theirs: string; ours: string }[] {
  const say = (text: string | undefined) => text || '(empty)';
  return [...new Set([...Object.keys(theirs), ...Object.keys(ours)])]
    .map((label) => ({ label, theirs: say(theirs[label]), ours: say(ours[label]) }))
    .filter((d) => d.theirs !== d.ours);
}
