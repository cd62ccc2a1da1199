import type { UnitSystem } from '../quantities/units';

/** Lines a maker may jot, by what they say, as a farm with these units would write them; each is read in the tests. */
export const jotExamples: Record<UnitSystem, readonly (readonly [line: string, says: string])[]> = {
  metric: [
    ['11.2 herd', 'milk that came in, and whose'],
    ['11.2 herd last night', 'anything later than it was: 14 h ago, Monday 6:30'],
    ['same', 'the same as yesterday'],
    ['skim blue jar 0.8 l to the pigs', 'skimmed, and where the skim went'],
    ['blue jar 6 C', 'how warm something stands'],
    ['blue jar into the freezer', 'where it stands; “strained”, “thick and tart”, “for soap”'],
    [
      'blue jar to yoghurt at 43 C',
      'live yoghurt is in it; “to curd with vinegar”, “to the pigs”, “thin it to 20 %”',
    ],
    ['cream 1.2 l 36 %', 'cream that was bought'],
    ['bought butter 500 g salted', 'butter that was bought, or “from before”'],
    ['B12 to the freezer', 'a piece by its code: “eaten”, “into ghee”, “crackles”; two of them “into one”'],
    ['broke', 'what happens in the churn: stopped, paused'],
    ['water 60 ml', 'water put in to loosen it'],
    ['washed clear', 'a wash, and how it ran'],
    ['butter 612 g salted', 'what came of it; then “packed”'],
    ['note: splashes at 8', 'a note on what is churned; “note blue jar: …”'],
    ['want 600 g salted by saturday noon', 'butter that is wanted, and by when'],
  ],
  us: [
    ['3 gal herd', 'milk that came in, and whose'],
    ['3 gal herd last night', 'anything later than it was: 14 h ago, Monday 6:30'],
    ['same', 'the same as yesterday'],
    ['skim blue jar 1 qt to the pigs', 'skimmed, and where the skim went'],
    ['blue jar 43 F', 'how warm something stands'],
    ['blue jar into the freezer', 'where it stands; “strained”, “thick and tart”, “for soap”'],
    [
      'blue jar to yoghurt at 109 F',
      'live yoghurt is in it; “to curd with vinegar”, “to the pigs”, “thin it to 20 %”',
    ],
    ['cream 5 cups 36 %', 'cream that was bought'],
    ['bought butter 1 lb salted', 'butter that was bought, or “from before”'],
    ['B12 to the freezer', 'a piece by its code: “eaten”, “into ghee”, “crackles”; two of them “into one”'],
    ['broke', 'what happens in the churn: stopped, paused'],
    ['water 1/4 cup', 'water put in to loosen it'],
    ['washed clear', 'a wash, and how it ran'],
    ['butter 1 lb 6 oz salted', 'what came of it; then “packed”'],
    ['note: splashes at 8', 'a note on what is churned; “note blue jar: …”'],
    ['want 1 lb 4 oz salted by saturday noon', 'butter that is wanted, and by when'],
  ],
  imperial: [
    ['18 pt herd', 'milk that came in, and whose'],
    ['18 pt herd last night', 'anything later than it was: 14 h ago, Monday 6:30'],
    ['same', 'the same as yesterday'],
    ['skim blue jar 1.5 pt to the pigs', 'skimmed, and where the skim went'],
    ['blue jar 6 C', 'how warm something stands'],
    ['blue jar into the freezer', 'where it stands; “strained”, “thick and tart”, “for soap”'],
    [
      'blue jar to yoghurt at 43 C',
      'live yoghurt is in it; “to curd with vinegar”, “to the pigs”, “thin it to 20 %”',
    ],
    ['cream 2 pt 36 %', 'cream that was bought'],
    ['bought butter 1 lb salted', 'butter that was bought, or “from before”'],
    ['B12 to the freezer', 'a piece by its code: “eaten”, “into ghee”, “crackles”; two of them “into one”'],
    ['broke', 'what happens in the churn: stopped, paused'],
    ['water 2 fl oz', 'water put in to loosen it'],
    ['washed clear', 'a wash, and how it ran'],
    ['butter 1 lb 6 oz salted', 'what came of it; then “packed”'],
    ['note: splashes at 8', 'a note on what is churned; “note blue jar: …”'],
    ['want 1 lb 4 oz salted by saturday noon', 'butter that is wanted, and by when'],
  ],
};

/**
 * The examples with this farm's own names in them: an animal or the herd, and a vessel that stands there, where there is one.
 * @param names the first animal and a vessel of the farm, if it has any
 */
export const examplesFor = (
  system: UnitSystem,
  names: { animal?: string | undefined; vessel?: string | undefined },
): readonly (readonly [line: string, says: string])[] =>
  jotExamples[system].map(([line, says]) => [own(line, names), own(says, names)] as const);

const own = (
  line: string,
  { animal, vessel }: { animal?: string | undefined; vessel?: string | undefined },
): string =>
  line
    .replace('blue jar', vessel?.toLowerCase() ?? 'blue jar')
    .replace(/\bherd\b/, animal?.toLowerCase() ?? 'herd');
