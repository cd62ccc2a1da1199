/** What reads a jot of a make day, and what it says as events: fetched when somebody begins to write one. */
export { readMakeDay, readNote } from '@/core/jot/readMakeDay';
export { unweighedEvents, butterEvent, makeDayEvents, reweighedEvent } from '../makeDayEvents';
export { takeWhen } from '@/core/times/readWhen';
export { momentSaid } from '../../frame/momentSaid';
