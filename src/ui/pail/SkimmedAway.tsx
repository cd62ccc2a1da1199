'use client';

import dynamic from 'next/dynamic';

/** Milk that was skimmed a moment ago, by the page of any other lot. */
export const SkimmedAway = dynamic(() => import('../shelf/LotPage').then((part) => part.LotPage));
