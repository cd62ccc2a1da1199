/** What a lot can be of. */
export const lotKinds = [
  'milk',
  'cream',
  'skim',
  'buttermilk',
  'butter',
  'culture',
  'ghee',
  'yoghurt',
  'curd',
  'whipped',
] as const;
export type LotKind = (typeof lotKinds)[number];

/** As it is called at the beginning of a sentence. */
export const kindNames: Record<LotKind, string> = {
  milk: 'Milk',
  cream: 'Cream',
  skim: 'Skim',
  buttermilk: 'Buttermilk',
  butter: 'Butter',
  culture: 'Culture',
  ghee: 'Ghee',
  yoghurt: 'Yoghurt',
  curd: 'Curd',
  whipped: 'Whipped cream',
};
/** As it is called within one. */
export const kindWord = (kind: LotKind): string => kindNames[kind].toLowerCase();

/** What is made of milk, skim, buttermilk and cream beside butter, and kept. It is as old as its making. */
export const madeKinds = ['yoghurt', 'curd', 'whipped'] as const;
export type MadeKind = (typeof madeKinds)[number];
export const isMade = (kind: string): kind is MadeKind => (madeKinds as readonly string[]).includes(kind);

/** Since when a lot's days are counted, s since 1970: since its oldest part came, or since it was made. */
export const ageSince = ({
  kind,
  madeSeconds,
  oldestSeconds,
}: {
  kind: LotKind;
  madeSeconds: number;
  oldestSeconds: number;
}): number => (isMade(kind) ? madeSeconds : oldestSeconds);
