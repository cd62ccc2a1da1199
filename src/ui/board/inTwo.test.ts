import { inTwo } from './inTwo';

describe('a sentence and its why', () => {
  it.each([
    ['Skim Blue jar now. Waiting six hours gains under 5 g.', 'Skim Blue jar now.', 'Waiting six hours gains under 5 g.'],
    ['White tub: throw it out. Mould was seen in it.', 'White tub: throw it out.', 'Mould was seen in it.'],
    ['Nothing presses.', 'Nothing presses.', undefined],
    // A number with a point, and what goes on in small letters, is one sentence.
    ['1.53 L of cream so far; it keeps 4.5 days.', '1.53 L of cream so far; it keeps 4.5 days.', undefined],
    ['No milk stands here. What came in?', 'No milk stands here.', 'What came in?'],
  ])('%s', (said, says, why) => {
    expect(inTwo(said)).toEqual(why === undefined ? { says } : { says, why });
  });

  it('what is said besides comes after', () => {
    expect(inTwo('It is thin.', 'Proposed: the oldest.')).toEqual({ says: 'It is thin.', why: 'Proposed: the oldest.' });
    expect(inTwo('Churn it. It is thin.', 'Proposed: the oldest.').why).toBe('It is thin. Proposed: the oldest.');
  });
}); // prettier-ignore
