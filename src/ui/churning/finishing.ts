/** What the churn shows once the cream has broken, and its sheet of keys: fetched right after the page itself stands. */
export { PortionPanel } from './finish/PortionPanel';
export { DrainPanel } from './finish/DrainPanel';
export { KeySheet } from './live/KeySheet';
export { WashPanel } from './finish/WashPanel';
export { VerdictPanel } from './verdict/VerdictPanel';
