import type { Meaning } from '@/core/standing/lotWords';

/** As a door shows it. */
export const meantNames: Record<Meaning | 'nothing', string> = {
  nothing: 'nothing in particular',
  table: 'the table',
  churn: 'the churn',
  baking: 'baking',
  drinking: 'drinking',
  feeding: 'the animals',
  soap: 'soap, not food',
};
