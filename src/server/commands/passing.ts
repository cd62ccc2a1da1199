/** Whether a command failed because the database cannot be asked just now: sent again later it may well be carried out. */
export { isPassing } from '@/data/farmScope';
