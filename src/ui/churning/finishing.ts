/** What the churn shows once the cream has broken, and its sheet of keys: fetched right after the page itself stands. */
export { PortionPanel } from './finish/PortionPanel';
export { DrainPanel } from './live/DrainPanel';
export { KeySheet } from './live/KeySheet';
export { WashPanel } from './live/WashPanel';
export { VerdictPanel } from './verdict/VerdictPanel';
