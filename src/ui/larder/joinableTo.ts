import type { ButterShown } from '@/server/larder/views';

/** What may be worked into the piece in hand: butter, and what is kept from people only with its like. */
export const joinableTo = (pat: ButterShown, all: readonly ButterShown[]): ButterShown[] =>
  pat.kind === 'ghee'
    ? []
    : all.filter(
        (one) =>
          one.kind === 'butter' &&
          one.lotId !== pat.lotId &&
          (one.blockedReason !== null) === (pat.blockedReason !== null),
      );
