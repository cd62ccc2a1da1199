'use client';

import { useMemo } from 'react';
import type { ShownLot } from '@/server/pail/views';
import { useNow } from '../frame/useNow';
import type { LotNow } from './lotNow';
import { lotNow } from './lotNow';

/** Lots as they stand this minute, told again as time goes on. */
export function useLotsNow(lots: readonly ShownLot[]): LotNow[] {
  const minute = Math.floor(useNow(15_000) / 60) * 60;
  return useMemo(() => lots.map((lot) => lotNow(lot, minute)), [lots, minute]);
}
