import type { PieceForm } from '@/core/churning/batchWords';

/** What pieces of a form are called. */
export const pieceWords: Record<PieceForm, { one: string; many: string }> = {
  mould: { one: 'mould', many: 'moulds' },
  block: { one: 'block', many: 'blocks' },
  roll: { one: 'roll', many: 'rolls' },
  pat: { one: 'pat', many: 'pats' },
  crock: { one: 'crock', many: 'crocks' },
  tub: { one: 'tub', many: 'tubs' },
};
