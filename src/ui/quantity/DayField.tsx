'use client';

import { laterPart } from '../frame/laterPart';

/** The calendar is fetched with the door it stands behind. */
export const DayField = laterPart(() => import('./pickers').then((part) => part.DayPicker));
export const ClockField = laterPart(() => import('./pickers').then((part) => part.ClockPicker));
