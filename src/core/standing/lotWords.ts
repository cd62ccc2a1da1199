/** Culture routes, and what a culture can be. */
export const routes = ['mesophilic', 'yoghurt', 'both', 'natural'] as const;
export type Route = (typeof routes)[number];
export const cultureKinds = ['bought', 'culturedButtermilk', 'liveYoghurt', 'sourCream', 'curd'] as const;
export type CultureKind = (typeof cultureKinds)[number];

/** What eyes and nose say of a souring vessel. `lightlyTart` is the end of a light souring, and keeps nothing. The last four are the end of it (handbook §4). */
export const looks = ['notYet', 'lightlyTart', 'thickAndTart', 'mould', 'pink', 'gas', 'foul'] as const;
export type Look = (typeof looks)[number];
export const spoiledLooks: readonly Look[] = ['mould', 'pink', 'gas', 'foul'];

/** What a lot can be kept for: cream for the table or the churn, what is beside it for the kitchen, the animals, or soap. */
export const meanings = ['table', 'churn', 'baking', 'drinking', 'feeding', 'soap'] as const;
export type Meaning = (typeof meanings)[number];
