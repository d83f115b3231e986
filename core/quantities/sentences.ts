import { z } from 'zod';

const kinds: Readonly<Record<string, string>> = {
  number: 'Give a number.',
  int: 'Give a whole number.',
  string: 'Give a text.',
  boolean: 'Say yes or no.',
  array: 'Give a list.',
  object: 'Fill in all parts.',
  record: 'Fill in all parts.',
};

/** What a schema finds wrong, as a sentence, wherever its author gave none of their own. */
function sentenceFor(issue: z.core.$ZodRawIssue): string {
  switch (issue.code) {
    case 'invalid_type':
      return kinds[issue.expected] ?? 'This value is not valid here.';
    case 'too_small':
      return issue.origin === 'string'
        ? 'This is missing.'
        : issue.origin === 'array'
          ? `Give at least ${String(issue.minimum)}.`
          : `This must be ${issue.inclusive === false ? 'more than' : 'at least'} ${String(issue.minimum)}.`;
    case 'too_big':
      return issue.origin === 'string'
        ? `Keep this under ${String(issue.maximum)} letters.`
        : issue.origin === 'array'
          ? `At most ${String(issue.maximum)} of these.`
          : `This can be at most ${String(issue.maximum)}.`;
    case 'invalid_value':
      return `This must be one of ${issue.values.map(String).join(', ')}.`;
    case 'not_multiple_of':
      return `This goes in steps of ${String(issue.divisor)}.`;
    case 'unrecognized_keys':
      return `Unknown field: ${issue.keys.join(', ')} here.`;
    default:
      return 'This is not in the right format.';
  }
}

z.config({ customError: sentenceFor });
