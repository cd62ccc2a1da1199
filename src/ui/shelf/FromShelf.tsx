'use client';

import { laterPart } from '../frame/laterPart';

/** The plan for cream of the Shelf, whose judgement a plan without any does not fetch. */
export const FromShelf = laterPart(() => import('./PlanFromShelf').then((part) => part.PlanFromShelf));
