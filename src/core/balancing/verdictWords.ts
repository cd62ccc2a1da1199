import type { BatchVerdict } from './judgeBatch';
import type { TroubleKey } from './troubles';

/** The verdict of a batch in words: what was worked dry and is too heavy is not called wet. */
export const verdictSaid = ({
  verdict,
  troubles = [],
}: {
  verdict: BatchVerdict;
  troubles?: readonly (TroubleKey | { key: TroubleKey })[];
}): string =>
  verdict === 'wet' && troubles.some((one) => (typeof one === 'string' ? one : one.key) === 'misweighed')
    ? 'heavier than it can be'
    : verdictWords[verdict];

/** What a batch came to, in the words its page and its row in the ledger share. */
export const verdictWords: Record<BatchVerdict, string> = {
  wet: 'still wet, most likely',
  plausible: 'good',
  suspect: 'some fat went missing',
  unweighed: 'not weighed',
  contradicts: 'the figures do not add up',
};
