import * as v from 'valibot';

/** Longest name of a person, letters. */
export const longestName = 60;

/** What a person is called: one line, with single spaces. Schema messages say what is wanted. */
export const personName = v.pipe(
  v.string('a name is wanted.'),
  v.transform((name) => name.normalize('NFC').trim().replace(/\s+/g, ' ')),
  v.minLength(1, 'a name is wanted.'),
  v.maxLength(longestName, `a name of at most ${longestName} letters.`),
  v.regex(
    /^[^\u0000-\u001f\u007f\u200b-\u200f\u202a-\u202e\u2066-\u2069]+$/u,
    'a name of letters that are seen.',
  ),
);
