import { z } from 'zod';

const kinds: Readonly<Record<string, string>> = {
  string: 'text',
  number: 'a number',
  int: 'a whole number',
  boolean: 'yes or no (true or false)',
  array: 'a list',
  object: 'a document with its fields',
  record: 'a document with its fields',
  null: 'nothing (null)',
};
const things: Readonly<Record<string, string>> = { string: 'characters', array: 'entries', set: 'entries' };

const listed = (values: readonly unknown[]) => {
  const words = values.map(String);
  return words.length > 12 ? `${words.slice(0, 12).join(', ')} and others` : words.join(', ');
};

/** What a schema found wrong, where it has no sentence of its own for it. */
function plainError(issue: z.core.$ZodRawIssue): string {
  switch (issue.code) {
    case 'invalid_type':
      return issue.input === undefined || issue.input === null
        ? 'This is missing.'
        : `Give ${kinds[issue.expected] ?? issue.expected} here.`;
    case 'invalid_value':
      return `Choose one of these: ${listed(issue.values)}.`;
    case 'too_small':
      return `At least ${String(issue.minimum)}${things[issue.origin] ? ` ${things[issue.origin]}` : ''}.`;
    case 'too_big':
      return `At most ${String(issue.maximum)}${things[issue.origin] ? ` ${things[issue.origin]}` : ''}.`;
    case 'invalid_union':
      return 'This is in none of the forms that fit here.';
    case 'unrecognized_keys':
      return `These are not known here: ${listed(issue.keys)}.`;
    default:
      return 'This does not fit here.';
  }
}

/** Has every schema of this process speak plainly. */
export function speakPlainly(): void {
  z.config({ customError: plainError });
}
